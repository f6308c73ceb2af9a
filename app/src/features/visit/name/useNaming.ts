import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { identify, questionsOf, type Identification, type NextLook } from '@dendrix/core/naming';
import type { Line, Trait } from '@dendrix/core/knowledge';
import { inLeaf } from '@dendrix/core/time';
import type { Place } from '@dendrix/core/geo';
import { stockWithout, type Countable } from '@dendrix/core/town';
import type { Stock } from '@dendrix/core/record';
import { townErrorsHeld } from '@/data/keys';
import { districtOf, library } from '@/features/shell/library';
import { useStock } from '@/features/record/useStock';
import { useOrganisation } from '@/features/shell/useOrganisation';
import type { VisitDraft } from '@/offline/draft';

export interface Naming {
  result: Identification;
  /** Questions of a line, the most telling first, then the rest of the vocabulary. */
  questionsOf: (line: Line) => Trait[];
  next: NextLook | undefined;
  /** The trees of the district's record, without this one. */
  stock: Stock;
  /** Whether most trees there are in leaf that day. */
  inLeaf: boolean;
}

/** What the engine makes of a draft, made anew when an answer changes. */
export function useNaming(draft: VisitDraft, date: string, tree: Place & Countable): Naming {
  const { observations, cannotSee, lifeStage, planted } = draft;
  const { confirmationRule: rule } = useOrganisation();
  const district = districtOf(tree);
  const record = useStock(district);
  const { data: own } = useQuery(townErrorsHeld);
  const errors = own?.on ? own.errors : undefined;
  const stock = useMemo(() => stockWithout(record, tree), [record, tree]);
  return useMemo(() => {
    const result = identify(
      library,
      {
        date,
        latitude: tree.latitude,
        planted: planted ?? undefined,
        lifeStage: lifeStage ?? undefined,
        rule,
        district: district.id,
        stock: [...stock],
        ...(errors ? { errors } : {}),
        observations,
      },
      cannotSee,
    );
    const leafy = inLeaf(null, date, tree.latitude);
    const season = { inLeaf: leafy, setAside: cannotSee };
    return {
      result,
      stock,
      inLeaf: leafy,
      next: result.lookNext[0],
      questionsOf: (line) => questionsOf(library.traits, result, line, season),
    };
  }, [observations, cannotSee, lifeStage, planted, date, rule, tree, district, stock, errors]);
}
