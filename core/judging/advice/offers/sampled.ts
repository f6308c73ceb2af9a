import { signNamed } from '../../../knowledge';
import { LIKELY } from '../outlook';
import { dueBy, type Standing } from '../standing';
import { all, weights, type Ranks, type Say, type Weighed } from '../weighed';
import { suspectsFrom } from './suspects';

/** A cause that has to be reported or tested is, from this likely on; one that can wait is once it is likelier than not. */
const TESTED_FROM = 0.2;
/** A wilt that has to be reported moves on through the roots within weeks: its sample is taken within so many days. */
const PRESSING = 3;

/** A cause that a laboratory has to settle, or that has to be reported, is tested before anything is cut. */
export function sampled(of: Standing, { weak }: Ranks, say: Say): Weighed[] {
  const { input, signs, everywhere } = of;
  const suspects = suspectsFrom(of, TESTED_FROM).filter(
    ({ agent, probability }) =>
      !everywhere.has(agent.id) &&
      (agent.reportable !== undefined || (agent.laboratory !== undefined && (weak >= 2 || probability >= LIKELY))),
  );
  if (suspects.length === 0) return [];
  // A sign that calls for a sample by itself, such as a wilt, cannot wait.
  const pressing = signs.some((seen) => signNamed(of.library, seen.id)?.calls.some((one) => one.do === 'sample and report'));
  const reportable = suspects.some(({ agent }) => agent.reportable !== undefined);
  const weight = pressing && reportable ? all(13) : reportable ? all(8.5) : weights(6.5, 6, 5);
  const since = suspects.map((one) => one.since).sort()[0] ?? input.day;
  return [
    {
      do: 'sample and report',
      because: suspects.slice(0, SUSPECTS_TOLD).map(({ agent }) => say.suspect(agent)),
      weight,
      by: dueBy(input, pressing && reportable ? PRESSING : reportable ? 14 : pressing ? 7 : 30, since),
    },
  ];
}
const SUSPECTS_TOLD = 3;
