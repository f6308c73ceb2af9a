import { useMemo } from 'react';
import { identify, type Identification, type Look } from '@dendrix/core/identify';
import type { Line, Trait } from '@dendrix/core/knowledge';
import { inLeafSeason } from '@dendrix/core/season';
import { district, library } from '@/features/shell/library';
import { useOrganisation } from '@/features/session/useOrganisation';
import type { VisitDraft } from './draft';

export interface Naming {
  result: Identification;
  /** Questions of a line, the most telling first, then the rest of the vocabulary. */
  questionsOf: (line: Line) => Trait[];
  next: Look | undefined;
}

/** A trait is asked when the names that hold it carry this much of the probability. */
const ASKED_FROM = 0.05;

/** Leaves, flowers and fruit can lie in the litter at any time; other traits only show on the tree. */
const canShowNow = (trait: Trait, inLeaf: boolean): boolean => trait.shows !== 'off' || trait.showsFaintly || !inLeaf;

/** What the engine makes of a draft, made anew when an answer changes. */
export function useNaming(draft: VisitDraft, date: string): Naming {
  const { observations, cannotSee, lifeStage, planted } = draft;
  const { confirmationRule: rule } = useOrganisation();
  return useMemo(() => {
    const result = identify(
      library,
      {
        date,
        latitude: district.latitude,
        planted: planted ?? undefined,
        lifeStage: lifeStage ?? undefined,
        rule,
        district: district.id,
        observations,
      },
      cannotSee,
    );
    const worth = new Map(result.lookNext.map((look) => [look.trait.id, look.worth]));
    const inLeaf = inLeafSeason(date, district.latitude);
    const answered = new Set(observations.map((o) => o.trait));
    const set = new Set(cannotSee);
    // A needle's form is no question for a tree with blades: a trait that hardly any likely name holds is not asked.
    const share = (trait: Trait) =>
      result.ranking.candidates.reduce((sum, c) => sum + (c.taxon.traits[trait.id] === undefined ? 0 : c.probability), 0);
    const heldBySome = (trait: Trait) => answered.has(trait.id) || share(trait) >= ASKED_FROM;
    const rankOf = (trait: Trait) => (answered.has(trait.id) || set.has(trait.id) ? -1 : (worth.get(trait.id) ?? 0));
    return {
      result,
      next: result.lookNext[0],
      questionsOf: (line) =>
        library.traits
          .filter((trait) => trait.line === line && canShowNow(trait, inLeaf) && heldBySome(trait))
          .map((trait, i) => ({ trait, i }))
          .sort((a, b) => rankOf(b.trait) - rankOf(a.trait) || a.i - b.i)
          .map(({ trait }) => trait),
    };
  }, [observations, cannotSee, lifeStage, planted, date, rule]);
}
