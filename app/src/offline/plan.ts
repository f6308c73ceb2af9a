import type { FeatureCollection } from 'geojson';
import { database } from './database';

// The shapes behind the map are kept on the device by the id of what was brought in: under one id they never change.

const nameOf = (id: string): string => `plan/${id}`;

/** A plan that is kept here. */
export async function heldPlan(id: string): Promise<FeatureCollection | null> {
  const kept = await (await database()).get('cache', nameOf(id)).catch(() => undefined);
  return kept === undefined ? null : (JSON.parse(kept) as FeatureCollection);
}

/** Keeps a plan, in place of those of before that are not among what the town has now. A full device goes on without it. */
export async function holdPlan(id: string, plan: FeatureCollection): Promise<void> {
  await (await database()).put('cache', JSON.stringify(plan), nameOf(id)).catch(() => undefined);
}

/** Lets go of plans that the town has no more. @param ids what it has now */
export async function keepPlans(ids: readonly string[]): Promise<void> {
  const db = await database();
  const names = new Set(ids.map(nameOf));
  for (const name of await db.getAllKeys('cache')) if (name.startsWith('plan/') && !names.has(name)) await db.delete('cache', name);
}

/** Streets of every plan that is kept here: what a round is walked along. */
export async function heldStreets(): Promise<[number, number][][]> {
  const db = await database();
  const names = (await db.getAllKeys('cache')).filter((name) => name.startsWith('plan/'));
  const plans = await Promise.all(names.map((name) => heldPlan(name.slice('plan/'.length))));
  return plans.flatMap(
    (plan) =>
      plan?.features.flatMap(({ properties, geometry }) =>
        properties?.kind === 'street' && geometry.type === 'LineString' ? [geometry.coordinates as [number, number][]] : [],
      ) ?? [],
  );
}
