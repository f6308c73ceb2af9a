import { useQuery } from '@tanstack/react-query';
import type { FeatureCollection } from 'geojson';
import { useRange } from '@/features/shell/range';
import { aboutHere, townBackgrounds } from '@/data/keys';
import { addressOf, type Behind } from './what-lies-behind';
import { heldPlan, holdPlan, keepPlans } from '@/offline/plan';

// What lies behind the trees: the streets, parks and water of the town as shapes, and files of map tiles. A demonstration has a plan
// that ships with it; a town has what its coordinator brought in.

const NOTHING: FeatureCollection = { type: 'FeatureCollection', features: [] };

async function planOf(id: string): Promise<FeatureCollection> {
  const held = await heldPlan(id);
  if (held) return held;
  const answer = await fetch(addressOf(id), { credentials: 'same-origin' }).catch(() => null);
  if (!answer?.ok) return NOTHING;
  const plan = (await answer.json()) as FeatureCollection;
  await holdPlan(id, plan);
  return plan;
}

/** What lies behind the map of this town; null while it is not known. Kept on the device, so that it is there without a signal. */
export function useBehind(): Behind | null {
  const about = useQuery(aboutHere);
  const listed = useQuery(townBackgrounds);
  const known = !listed.isPending && !about.isPending;
  const isDemonstration = about.data?.kind === 'demonstration';
  const { districts } = useRange();
  // Whoever looks after some districts has the maps of these, and of the whole town.
  const all = (listed.data ?? []).filter(
    ({ districtId }) => districtId === null || districts.length === 0 || districts.includes(districtId),
  );
  const key = all.map(({ id }) => id).join();
  const query = useQuery({
    queryKey: ['held', 'behind', isDemonstration, key],
    enabled: known,
    staleTime: Infinity,
    gcTime: 60_000,
    queryFn: async (): Promise<Behind> => {
      if (listed.isSuccess) await keepPlans(all.map(({ id }) => id));
      const plans = await Promise.all(all.filter(({ kind }) => kind === 'plan').map(({ id }) => planOf(id)));
      const files = all.filter(({ kind }) => kind === 'tiles');
      const tiles =
        files.length === 0 ? [] : await import('./maps').then(({ tileFile }) => Promise.all(files.map(({ id }) => tileFile(id))));
      const shipped =
        isDemonstration && plans.length === 0 ? [(await import('@dendrix/demo/map')).default as unknown as FeatureCollection] : [];
      return {
        plan: { type: 'FeatureCollection', features: [...shipped, ...plans].flatMap(({ features }) => features) },
        tiles: tiles.filter((file) => file !== null),
        attribution: [...new Set(all.map(({ attribution }) => attribution).filter((words) => words !== ''))].join(' · '),
      };
    },
  });
  return query.data ?? null;
}
