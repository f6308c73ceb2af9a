import type { Line, Trait } from '../../knowledge';
import type { Identification } from '../identify';

/** A trait is asked when the names that hold it carry this much of the probability. */
const ASKED_FROM = 0.05;

/** Leaves, flowers and fruit can lie in the litter at any time; other traits only show on the tree. */
const canShowNow = (trait: Trait, inLeaf: boolean): boolean => trait.shows !== 'off' || trait.showsFaintly || !inLeaf;

/**
 * The questions of a line worth asking, the most telling first, then the rest in the order of the vocabulary; what was answered or
 * set aside comes last. A trait that hardly any likely name holds is left out: a needle's form is no question for a tree with blades.
 * @param setAside trait ids the person cannot see
 */
export function questionsOf(
  traits: readonly Trait[],
  { ranking, lookNext }: Pick<Identification, 'ranking' | 'lookNext'>,
  line: Line,
  { inLeaf, setAside }: { inLeaf: boolean; setAside: readonly string[] },
): Trait[] {
  const worth = new Map(lookNext.map((look) => [look.trait.id, look.worth]));
  const answered = new Set(ranking.observations.map((seen) => seen.trait));
  const done = new Set([...answered, ...setAside]);
  const share = (id: string) => ranking.candidates.reduce((sum, c) => sum + (c.taxon.traits[id] === undefined ? 0 : c.probability), 0);
  const place = (trait: Trait) => (done.has(trait.id) ? -1 : (worth.get(trait.id) ?? 0));
  return traits
    .filter((trait) => trait.line === line && canShowNow(trait, inLeaf) && (answered.has(trait.id) || share(trait.id) >= ASKED_FROM))
    .sort((a, b) => place(b) - place(a));
}
