import type { TreeBrief, VisitView } from '@dendrix/core/contracts';
import { identify, type Identification } from '@dendrix/core/naming';
import { districtOf, library } from '@/features/shell/library';

/** How the engine reads the marks of a visit today; null where it cannot, as of marks that are no longer known. */
export function namedFrom(visit: Pick<VisitView, 'look'>, tree: Pick<TreeBrief, 'latitude' | 'longitude'>): Identification | null {
  try {
    return identify(library, {
      date: visit.look.day,
      latitude: tree.latitude,
      planted: visit.look.planted,
      lifeStage: visit.look.lifeStage,
      rule: 'three-lines',
      district: districtOf(tree).id,
      observations: visit.look.observations,
    });
  } catch {
    return null;
  }
}
