// Plans the rounds of a day off the main thread, telling how far it is. The page ends the worker to stop it.
import { networkOf, type StreetLine } from '@dendrix/core/planning/network';
import { planDay, type Planned, type PlanRequest } from '@dendrix/core/rounds';

/** What the page sends. */
export interface RoundTask {
  request: PlanRequest;
  /** The streets of the town. */
  streets: readonly StreetLine[];
}

/** What comes back: how far it is, 0 to 1, and in the end the rounds. */
export type RoundTold = { share: number } | { planned: Planned } | { problem: string };

self.addEventListener('message', ({ data }: MessageEvent<RoundTask>) => {
  const tell = (told: RoundTold) => self.postMessage(told);
  try {
    const network = data.streets.length > 0 ? networkOf(data.streets) : null;
    tell({ planned: planDay(data.request, network, (share) => tell({ share })) });
  } catch (error) {
    tell({ problem: (error as Error).message });
  }
});
