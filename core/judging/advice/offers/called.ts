import { signNamed, type Callable } from '../../../knowledge';
import { meets } from '../../../record/reading';
import { dueBy, type Standing } from '../standing';
import { all, FAILING, weights, type Ranks, type Say, type Weighed, type Weights } from '../weighed';
import { hastenedDays, NOTHING_IN_REACH } from './days';
import { suspectsFrom } from './suspects';

/** What a leading cause calls for is offered from so likely on. */
const CALLS_FROM = 0.4;
/** How much each profile wants what a single sign, or a likely cause, calls for, and within how many days. */
const CALLED: Record<Callable, { weight: Weights; days: number }> = {
  'sample and report': { weight: all(7.5), days: 14 },
  'undo tie or stake': { weight: all(10), days: 30 },
  'take out dead wood': { weight: weights(6.5, 5.5, 4.5), days: 180 },
  'formative prune': { weight: weights(8, 7, 6), days: 365 },
  'protect from mower and car': { weight: all(7), days: 60 },
  'improve the ground': { weight: weights(6.2, 6.4, 6.2), days: 180 },
  treat: { weight: weights(5.5, 5.2, 4), days: 180 },
  support: { weight: weights(4.8, 4, 4.2), days: 365 },
  'prune or reduce': { weight: weights(4.9, 3, 4), days: 365 },
  'free it from competitors': { weight: weights(4, 7, 4), days: 365 },
  'bring on a successor': { weight: weights(3, 7, 6), days: 730 },
};

/** A climber that hides what bears a tree over people is cut back before the look that needs it off, days. */
const LAID_BARE = 28;

/** What the signs and a likely cause call for, one entry an option. */
export function called(of: Standing, { weak, risk, unsound }: Ranks, say: Say): Weighed[] {
  const { library, input, signs, vigour, setting, harm, everywhere } = of;
  const found = new Map<Callable, { because: string[]; by: string }>();
  const call = (option: Callable, because: string, by: string) => {
    const held = found.get(option);
    found.set(option, { because: [...new Set([...(held?.because ?? []), because])], by: held && held.by < by ? held.by : by });
  };
  const days = (option: Callable) =>
    option === 'support' || option === 'prune or reduce' ? hastenedDays(unsound, risk, CALLED[option].days) : CALLED[option].days;
  const stage = input.lifeStage ?? 'mature';
  for (const seen of signs) {
    const sign = signNamed(library, seen.id);
    const hides = sign !== undefined && sign.hides.length > 0 && harm === 'in reach';
    for (const one of sign?.calls ?? [])
      if (sign && (!one.stages || one.stages.includes(stage)) && meets(sign, seen, one.when, setting.tree)) {
        const within = one.do === 'free it from competitors' && hides ? LAID_BARE : (one.days ?? days(one.do));
        call(one.do, one.because, dueBy(input, within, seen.seenOn ?? input.day));
      }
  }
  // What is behind a sign is acted on where the tree suffers from it, or where it can hurt somebody.
  for (const { agent, since } of suspectsFrom(of, CALLS_FROM))
    if (weak >= 1 || agent.acute)
      for (const one of agent.calls)
        if (one.do !== 'sample and report' || !everywhere.has(agent.id)) call(one.do, one.because, dueBy(input, days(one.do), since));
  return [...found].map(([option, { because, by }]): Weighed => {
    const ready = CALLED[option];
    // Freeing a failing tree comes too late.
    if (option === 'free it from competitors' && weak >= FAILING) return { do: option, because, weight: all(2), by };
    if (option === 'bring on a successor') return { do: option, because: [...because, say.found(vigour)], weight: ready.weight, by };
    // Where nothing can be hurt, deadwood stays.
    if (option === 'take out dead wood' && harm === 'none') return { do: option, because, weight: all(NOTHING_IN_REACH), by };
    // What holds or lightens a fork waits while nobody is at risk.
    const hastened = (option === 'support' || option === 'prune or reduce') && risk >= 1 ? 2 : 0;
    const weight = weights(ready.weight.amenity + hastened, ready.weight.stewardship + hastened, ready.weight.habitat + hastened);
    return { do: option, because, weight, by };
  });
}
