import type { Library } from './library';
import { statesOf } from './consistency';
import { genusOf, STAGES, type MonthWindow, type Taxon } from './taxon';

// Faults that second readers found again and again, looked for in every record: each says what would be better.

const monthsIn = ([from, to]: MonthWindow | readonly number[]): number => (from && to ? ((to - from + 12) % 12) + 1 : 0);

/** Whether a trait is told alike for young, grown and old trees. */
const alikeAtAllAges = (taxon: Taxon, trait: string): boolean => {
  const record = taxon.traits[trait];
  return record?.kind === 'states' && STAGES.every((stage) => JSON.stringify(record[stage]) === JSON.stringify(record.mature));
};
const has = (taxon: Taxon, trait: string, ...states: string[]) => statesOf(taxon, trait).some((state) => states.includes(state));

/** Fruits that are green before they ripen, on the tree for months. */
const GREEN_FIRST = [
  ...['acorn', 'paired-samara', 'single-samara', 'nut-in-husk', 'spiny-burr', 'long-bean', 'flat-pod', 'drupe', 'pome'],
  ...['follicle-cone', 'cone-of-samaras', 'nutlet-on-bract', 'nutlet-in-lobed-bract', 'hop-cluster', 'papery-lantern'],
];
/** Months of fruit from which on some of them are months of unripe fruit. */
const UNRIPE_TOO = 3;

/** Whether a window of months is too tight: what is told as one month is seen in the last week before it or the first after. */
function tightWindows(taxon: Taxon): string[] {
  return (['flower', 'fruit'] as const).flatMap((part) =>
    monthsIn(taxon.months[part]) === 1 ? [`Tells one month of ${part}: say from when to when it can be seen.`] : [],
  );
}

function unripe(taxon: Taxon): string[] {
  const green = has(taxon, 'fruit-colour', 'green') || !taxon.traits['fruit-colour'];
  return !green && has(taxon, 'fruit-type', ...GREEN_FIRST) && monthsIn(taxon.months.fruit) >= UNRIPE_TOO
    ? ['Fruit is to be seen for months and never green: add its colour before it is ripe.']
    : [];
}

/** Site lines of what is planted: one bare word makes the usual street speak against the right name. */
function site(taxon: Taxon): string[] {
  if (taxon.where.carried === 'home') return [];
  const bare = ['soil', 'moisture'].filter((trait) => statesOf(taxon, trait).length === 1);
  const weak = bare.length > 0 ? [`Tells one state only of ${bare.join(' and ')}: say what it stands besides.`] : [];
  return taxon.traits.position && !has(taxon, 'position', 'open-ground') ? [...weak, 'Is planted, and never stands on open ground.'] : weak;
}

/** What changes with age and is told as if it did not. */
function ages(taxon: Taxon): string[] {
  return has(taxon, 'twig-surface', 'thorny') &&
    has(taxon, 'twig-surface', 'smooth') &&
    !taxon.forms.thornless &&
    alikeAtAllAges(taxon, 'twig-surface')
    ? ['Is thorny or not, at all ages alike: thorns are of young trees.']
    : [];
}

/** What the sentence about its behaviour says and no field does. */
function proseOnly(taxon: Taxon): string[] {
  const says = (word: RegExp) => word.test(taxon.behaviour);
  return [
    ...(says(/\bbrittle\b/i) && !taxon.failsBy.some((way) => way.startsWith('brittle')) && taxon.failsBy.length === 0
      ? ['Is called brittle in words only: name it under failsBy.']
      : []),
    ...(says(/\bsuckers\b/i) && !taxon.normal.some(({ sign }) => sign === 'root-shoots')
      ? ['Suckers in words only: root-shoots are normal on it.']
      : []),
  ];
}

/** Thorns and spines hurt whoever reaches in. */
const uncautioned = (taxon: Taxon): string[] =>
  has(taxon, 'twig-surface', 'thorny') && !taxon.forms.thornless && taxon.cautions.length === 0 ? ['Is thorny and says no caution.'] : [];

/** A genus with many kinds that are not held, and not one of them named as a look-alike. */
const aloneAmongMany = (library: Pick<Library, 'genera'>, taxon: Taxon): string[] =>
  library.genera[genusOf(taxon.name)] === 'many' && taxon.notHeld.length === 0 && taxon.lookAlikes.length === 0
    ? ['Its genus has many kinds that are not held, and it names no look-alike.']
    : [];

/** The faults of a record, in sentences; none for a sound one. */
export const recordFaults = (library: Pick<Library, 'genera'>, taxon: Taxon): string[] => [
  ...tightWindows(taxon),
  ...unripe(taxon),
  ...site(taxon),
  ...ages(taxon),
  ...proseOnly(taxon),
  ...uncautioned(taxon),
  ...aloneAmongMany(library, taxon),
];
