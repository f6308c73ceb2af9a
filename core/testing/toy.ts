// A small library made for the purpose, so that each expectation can be worked out by hand.
import { traitSchema, type Frequency, type Library, type Taxon } from '../knowledge';

/** A trait with its states, whose words are their ids; without states it is a number, which `more` says. */
export const traitOf = (id: string, line: string, states: string[], more: object = {}) =>
  traitSchema.parse({
    id,
    line,
    shows: 'all',
    reach: 'near',
    label: id,
    question: `${id}?`,
    ...(states.length > 0 ? { states: Object.fromEntries(states.map((s) => [s, s])) } : {}),
    ...more,
  });
export type States = Record<string, Frequency>;
/** A taxon of which only its traits matter, the same at every stage. */
export function taxonOf(name: string, traits: Record<string, States>, more: Partial<Taxon> = {}): Taxon {
  const record = (states: States) => ({ kind: 'states' as const, young: states, mature: states, old: states });
  return {
    name,
    family: 'Testaceae',
    where: { native: [11], naturalised: [], carried: 'everywhere', hardiness: { coldest: '1', warmest: '13' } },
    evergreen: false,
    lookAlikes: [],
    notHeld: [],
    normal: [],
    prone: [],
    months: { leaf: [4, 10], flower: [5, 6], fruit: [9, 10], autumn: [10, 11] },
    traits: Object.fromEntries(Object.entries(traits).map(([id, states]) => [id, record(states)])),
    ...more,
  } as unknown as Taxon;
}
/** A library of these and nothing else. */
export const libraryOf = (traits: Library['traits'], taxa: Taxon[]): Library => ({
  version: 't',
  traits,
  taxa,
  signs: [],
  agents: [],
  districts: [],
  names: [],
  genera: Object.fromEntries(taxa.map(({ name }) => [name.split(' ')[0] ?? name, 'none' as const])),
  growthFactors: [],
});
