// Plans the rounds of a day off the main thread, telling how far it is. The page ends the worker to stop it.
import plan from '@dendrix/demo/map';
import { heldStreets } from '@/offline/plan';
import { networkOf, type StreetLine } from '@dendrix/core/planning/network';
import { planDay, type Planned, type PlanRequest } from '@dendrix/core/rounds';

/** What the page sends. */
export interface RoundTask {
  request: PlanRequest;
  /** The invented town: its streets ship with it. */
  isDemonstration: boolean;
}

/** What comes back: how far it is, 0 to 1, and in the end the rounds. */
export type RoundTold = { share: number } | { planned: Planned } | { problem: string };

/** The streets of the plan that is on the device. */
async function streetsHere(isDemonstration: boolean): Promise<StreetLine[]> {
  const held = await heldStreets().catch(() => []);
  if (held.length > 0 || !isDemonstration) return held;
  return plan.features.flatMap((feature) =>
    feature.properties?.kind === 'street' && feature.geometry.type === 'LineString'
      ? [feature.geometry.coordinates as unknown as StreetLine]
      : [],
  );
}

async function answer({ request, isDemonstration }: RoundTask): Promise<void> {
  const tell = (told: RoundTold) => self.postMessage(told);
  try {
    const lines = await streetsHere(isDemonstration);
    const network = lines.length > 0 ? networkOf(lines) : null;
    tell({ planned: planDay(request, network, (share) => tell({ share })) });
  } catch (error) {
    tell({ problem: (error as Error).message });
  }
}

self.addEventListener('message', ({ data }: MessageEvent<RoundTask>) => void answer(data));
