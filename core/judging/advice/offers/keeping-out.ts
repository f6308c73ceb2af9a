import { addDays } from '../../../time/dates';
import { dueBy, seenSince, type Standing } from '../standing';
import { all, DEAD, type Ranks, type Say, type Weighed } from '../weighed';

/** How much, and within how many days, a bench or a game is moved from under a limb at fault. Common practice, no source. */
const MOVED_FIRST = 7.2;
const MOVED_WITHIN = 28;

/** What keeps people out: today where it cannot wait, within days or weeks otherwise; only where somebody can be hurt. */
export function keepingOut(of: Standing, { weak, unsound, risk, young, palm }: Ranks, say: Say): Weighed[] {
  const { soundness, screening, input, stemRank, harm, plausible, faults } = of;
  const made: Weighed[] = [];
  const rated = screening && risk >= 1 ? [say.screened(screening.risk)] : [];
  for (const { agent: id, probability } of plausible) {
    const keepOut = of.library.agents.find((a) => a.id === id)?.keepOut;
    if (!keepOut || probability < keepOut.from || harm === 'none') continue;
    made.push({ do: 'close off now', because: [keepOut.because, say.today], needs: [keepOut.call], weight: all(20), by: input.day });
    made.push({ do: 'exclude target', because: [keepOut.because], weight: all(15), by: addDays(input.day, 1) });
  }
  const why = say.keepOut(soundness.band, faults[0] && faults[0].rank >= 2 ? faults[0].sign.label : undefined);
  if (harm === 'none' && risk < 3) return made;
  if (unsound === 3 || risk === 3) made.push({ do: 'close off now', because: [why, say.today, ...rated], weight: all(20), by: input.day });
  // Over people a dead tree is felled, or they are kept out, before anything is tested or tidied.
  // A dead sapling is pulled out at the next round.
  const dangerous = weak === DEAD && harm === 'in reach' && (!young || risk >= 2);
  const sapling = young && weak === DEAD;
  // What people sit or play on is moved from under a limb before anything is cut.
  const limb = faults.find((fault) => fault.onLimb && fault.rank >= 1);
  if (limb && !palm && input.beneath.some((one) => one.what === 'people-staying' && one.howOften === 'constant'))
    made.push({
      do: 'exclude target',
      because: [say.moveFromUnder(limb.sign.label)],
      weight: all(MOVED_FIRST),
      by: dueBy(input, MOVED_WITHIN, seenSince(input, [limb.seen])),
    });
  if (unsound === 3 || risk >= 2 || (stemRank >= 2 && risk >= 1 && !sapling) || dangerous)
    made.push({
      do: 'exclude target',
      because: [why, ...rated],
      weight: dangerous ? all(15.5) : unsound === 3 || risk === 3 ? all(15) : risk === 2 ? all(11) : all(6),
      by: dueBy(
        input,
        unsound === 3 || risk === 3 ? 1 : risk >= 2 ? 7 : 14,
        seenSince(
          input,
          faults.filter(({ rank }) => rank >= 2).map(({ seen }) => seen),
        ),
      ),
    });
  return made;
}
