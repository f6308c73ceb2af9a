import type { CARRIED, Form, Forms, Taxon } from '../../knowledge';
import { listed } from './grammar';

/** Regions by their code, as the World Geographical Scheme for Recording Plant Distributions (Brummitt 2001) names them. */
export const REGION_NAMES: Readonly<Record<number, string>> = {
  10: 'Northern Europe',
  11: 'Middle Europe',
  12: 'Southwestern Europe',
  13: 'Southeastern Europe',
  14: 'Eastern Europe',
  20: 'Northern Africa',
  21: 'Macaronesia',
  22: 'West Tropical Africa',
  23: 'West-Central Tropical Africa',
  24: 'Northeast Tropical Africa',
  25: 'East Tropical Africa',
  26: 'South Tropical Africa',
  27: 'Southern Africa',
  28: 'Middle Atlantic Ocean',
  29: 'Western Indian Ocean',
  30: 'Siberia',
  31: 'Russian Far East',
  32: 'Middle Asia',
  33: 'Caucasus',
  34: 'Western Asia',
  35: 'Arabian Peninsula',
  36: 'China',
  37: 'Mongolia',
  38: 'Eastern Asia',
  40: 'Indian Subcontinent',
  41: 'Indo-China',
  42: 'Malesia',
  43: 'Papuasia',
  50: 'Australia',
  51: 'New Zealand',
  60: 'Southwestern Pacific',
  61: 'South-Central Pacific',
  62: 'Northwestern Pacific',
  63: 'North-Central Pacific',
  70: 'Subarctic America',
  71: 'Western Canada',
  72: 'Eastern Canada',
  73: 'Northwestern U.S.A.',
  74: 'North-Central U.S.A.',
  75: 'Northeastern U.S.A.',
  76: 'Southwestern U.S.A.',
  77: 'South-Central U.S.A.',
  78: 'Southeastern U.S.A.',
  79: 'Mexico',
  80: 'Central America',
  81: 'Caribbean',
  82: 'Northern South America',
  83: 'Western South America',
  84: 'Brazil',
  85: 'Southern South America',
  90: 'Subantarctic Islands',
  91: 'Antarctic Continent',
};

const CARRIED_WORDS: Record<(typeof CARRIED)[number], string> = {
  home: 'rarely planted elsewhere',
  abroad: 'planted elsewhere too',
  everywhere: 'planted wherever the climate lets it',
};

const names = (codes: readonly number[]) => listed(codes.map((code) => REGION_NAMES[code] ?? `region ${code}`));

/** Where a kind grows wild, where it has run wild, how far it is planted, and which winters it stands. */
export const whereItGrows = ({ native, naturalised, carried, hardiness }: Taxon['where']): string => {
  const home = native.length > 0 ? `Native in ${names(native)}` : 'Garden origin, not native anywhere';
  const wild = naturalised.length > 0 ? `; naturalised in ${names(naturalised)}` : '';
  return `${home}${wild}; ${CARRIED_WORDS[carried]}. Hardy in zones ${hardiness.coldest} to ${hardiness.warmest}.`;
};

const share = (weight: number) =>
  weight >= 1.5 ? `${Math.round(weight)} times` : weight >= 0.995 ? 'in full' : `${Math.max(1, Math.round(weight * 100))} in a hundred`;

/** How much a kind counts in a district before anything was seen, against one that its file calls common. */
export const countsBefore = (district: string, { planted, wild }: { planted: number; wild: number }): string =>
  `Starting weight in ${district}, compared with a common tree: planted ${share(planted)}, wild ${share(wild)}.`;

/** How many trees of a kind a district's record holds, and how many of their names a second person confirmed; nothing where it has none. */
export const inRecord = ({ confirmed, listed: unsettled }: { confirmed: number; listed: number }): string =>
  confirmed + unsettled === 0 ? '' : `In the town: ${confirmed + unsettled} (${confirmed === 0 ? 'none' : confirmed} confirmed)`;

const FORM_WORDS: Record<Form, string> = {
  columnar: 'columnar',
  weeping: 'weeping',
  'mop-head': 'mop-headed on a graft',
  clump: 'multi-stemmed',
  contorted: 'contorted',
  purple: 'purple-leaved',
  golden: 'golden-leaved',
  variegated: 'with marked leaves',
  thornless: 'thornless',
  double: 'double-flowered',
};
const FORM_FREQUENCY = { usually: 'common', sometimes: 'now and then', rarely: 'rare' } as const;

/** The forms that gardens have made of a kind, and how common each is; nothing where there are none. */
export const townForms = (forms: Forms): string => {
  const told = (Object.entries(forms) as [Form, keyof typeof FORM_FREQUENCY][]).map(
    ([form, often]) => `${FORM_WORDS[form]} (${FORM_FREQUENCY[often]})`,
  );
  return told.length === 0 ? '' : `Planted also ${listed(told)}.`;
};
