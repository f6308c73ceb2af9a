// What could be done about a tree, a file a reason: what signs and causes call for, limbs, samples, keeping people out, keeping the tree,
// looking into it, works beside it, felling. Weighed here, ordered in options.ts.
import { felling } from '../felling';
import type { Standing } from '../standing';
import type { Ranks, Say, Weighed } from '../weighed';
import { besideWorks } from './beside-works';
import { called } from './called';
import { keeping } from './keeping';
import { keepingOut } from './keeping-out';
import { deadWood, limbAtFault } from './limbs';
import { lookingInto } from './looking-into';
import { sampled } from './sampled';

/** Everything that could be done, weighed; an option may come more than once. @param comeBackBy the date to come back */
export const offers = (of: Standing, ranks: Ranks, comeBackBy: string, say: Say): Weighed[] => [
  ...called(of, ranks, say),
  ...deadWood(of, ranks, say),
  ...limbAtFault(of, ranks, say),
  ...sampled(of, ranks, say),
  ...keepingOut(of, ranks, say),
  ...keeping(of, ranks, comeBackBy, say),
  ...lookingInto(of, ranks, say),
  ...besideWorks(of, say),
  ...felling(of, ranks, say),
];
