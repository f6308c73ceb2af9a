import {
  isListed,
  STAGES,
  type District,
  type Frequency,
  type Stage,
  type Taxon,
  type Trait,
  type TraitRecord,
} from '@dendrix/core/knowledge';
import { library } from '@/features/shell/library';
import { t } from '@/words/library';

const traits = new Map(library.traits.map((trait) => [trait.id, trait]));
export const traitNamed = (id: string): Trait | undefined => traits.get(id);

const HOW_OFTEN: Record<Frequency, string> = { always: 'always', usually: '', sometimes: 'sometimes', rarely: 'rarely' };

/** The states of a trait at a stage, likeliest first: "smooth (always), scaly plates (sometimes)". */
export function statesWords(trait: Trait, states: Partial<Record<string, Frequency>>): string {
  const order: Frequency[] = ['always', 'usually', 'sometimes', 'rarely'];
  return order
    .flatMap((often) => Object.entries(states).filter(([, f]) => f === often))
    .map(([id, often]) => {
      const label = trait.states.find((state) => state.id === id)?.label.toLowerCase() ?? id;
      const word = HOW_OFTEN[often as Frequency];
      return word ? `${label} (${word})` : label;
    })
    .join(', ');
}

/** What a record says of a trait, by stage where it changes with age. */
export function recordWords(trait: Trait, record: TraitRecord): { stage: Stage | null; words: string }[] {
  if (record.kind === 'range') {
    const unit = trait.number?.unit ? ` ${trait.number.unit}` : '';
    return [
      {
        stage: null,
        words: record.from === record.to ? `${record.from}${unit}` : t('fromToToUnit', { from: record.from, to: record.to, unit }),
      },
    ];
  }
  const same = STAGES.every((stage) => JSON.stringify(record[stage]) === JSON.stringify(record.mature));
  return same
    ? [{ stage: null, words: statesWords(trait, record.mature) }]
    : STAGES.map((stage) => ({ stage, words: statesWords(trait, record[stage]) }));
}

const LISTS: [keyof District['lists'], string][] = [
  ['protected', t('protectedHereWorkOnItNeeds')],
  ['approved', t('onTheListOfTreesApproved')],
  ['watched', t('watchedItSpreadsHere')],
  ['invasive', t('listedAsInvasiveHere')],
  ['rare', t('rareHereRetainAsLongAs')],
];

/** How a district's lists stand to an accepted name, in words; empty when none names it or its genus. */
export const listedWords = (district: District, name: string): string[] =>
  LISTS.filter(([list]) => isListed(district.lists[list], name)).map(([, words]) => words);

/** How a district stands to a taxon, in words: its lists, and whether it grows wild there. */
export const listWords = (district: District, taxon: Taxon): string[] => [
  ...listedWords(district, taxon.name),
  ...(district.wild.includes(taxon.name) ? [t('naturalisedHere')] : []),
];
