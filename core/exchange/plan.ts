import { z } from 'zod';

// A plan behind the map: streets, parks, water and houses of a GeoJSON file (RFC 7946), whoever drew it. What a thing is, is read from
// its own word `kind`, else from the keys of OpenStreetMap's data model, which most open extracts keep; a line without either is a
// street, since nothing else is drawn as a line on its own.

export const PLAN_KINDS = ['street', 'park', 'water', 'house'] as const;
export type PlanKind = (typeof PLAN_KINDS)[number];

type Position = [longitude: number, latitude: number];
export interface PlanFeature {
  type: 'Feature';
  properties: { kind: PlanKind; name?: string };
  geometry: { type: 'LineString'; coordinates: Position[] } | { type: 'Polygon'; coordinates: Position[][] };
}
export interface Plan {
  type: 'FeatureCollection';
  features: PlanFeature[];
}

/** A plan as it was read: what came of it, and what was passed over and why. */
export interface PlanRead {
  plan: Plan;
  counts: Record<PlanKind, number>;
  passedOver: { reason: string; features: number }[];
  /** Smallest box of degrees about it: west, south, east, north. */
  box: [number, number, number, number] | null;
}

const place = z.tuple([z.number().min(-180).max(180), z.number().min(-90).max(90)], z.unknown()).transform(([x, y]): Position => [x, y]);
const line = z.array(place).min(2);
const rings = z.array(z.array(place).min(4)).min(1);
const geometry = z.discriminatedUnion('type', [
  z.object({ type: z.literal('LineString'), coordinates: line }),
  z.object({ type: z.literal('MultiLineString'), coordinates: z.array(line) }),
  z.object({ type: z.literal('Polygon'), coordinates: rings }),
  z.object({ type: z.literal('MultiPolygon'), coordinates: z.array(rings) }),
]);
const properties = z.record(z.string(), z.unknown()).nullish();
const collection = z.object({ type: z.literal('FeatureCollection'), features: z.array(z.unknown()) });

/** Keys and values of OpenStreetMap that tell what an area is. */
const AREAS: readonly [PlanKind, string, RegExp][] = [
  ['water', 'natural', /^(water|bay|wetland|coastline)$/],
  ['water', 'waterway', /^(riverbank|dock|river)$/],
  ['water', 'landuse', /^(reservoir|basin)$/],
  ['house', 'building', /^(?!no$)./],
  ['park', 'leisure', /^(park|garden|nature_reserve|pitch|playground|golf_course|recreation_ground)$/],
  ['park', 'landuse', /^(grass|forest|meadow|cemetery|allotments|recreation_ground|village_green|orchard|greenfield)$/],
  ['park', 'natural', /^(wood|scrub|grassland|heath)$/],
];
/** Ways that nobody walks along, or that are none yet. */
const NO_STREET = /^(proposed|construction|abandoned|razed|raceway|elevator|platform)$/;

const textOf = (value: unknown): string => (typeof value === 'string' || typeof value === 'number' ? String(value) : '');

function kindOf(words: Record<string, unknown>, isLine: boolean): PlanKind | null {
  const own = textOf(words.kind).toLowerCase();
  const said = PLAN_KINDS.find((kind) => kind === own);
  if (said) return (said === 'street') === isLine || said === 'water' ? said : null;
  if (isLine) {
    if (textOf(words.waterway) !== '') return 'water';
    if (NO_STREET.test(textOf(words.highway))) return null;
    // A railway, a wall or a power line is a line too.
    return textOf(words.highway) !== '' || !['railway', 'barrier', 'power', 'boundary', 'natural'].some((key) => textOf(words[key]) !== '')
      ? 'street'
      : null;
  }
  return AREAS.find(([, key, values]) => values.test(textOf(words[key])))?.[0] ?? null;
}

/** Seven places of a degree are a centimetre. */
const PLACES = 1e7;
const round = ([x, y]: Position): Position => [Math.round(x * PLACES) / PLACES, Math.round(y * PLACES) / PLACES];
const LONGEST_NAME = 120;

/**
 * Reads a plan from GeoJSON in longitude and latitude.
 * @throws Error with a sentence where it is none, or holds nothing that can be drawn
 */
export function readPlan(text: string): PlanRead {
  let given: unknown;
  try {
    given = JSON.parse(text);
  } catch {
    throw new Error('This is not JSON that can be read; a plan is a GeoJSON file.');
  }
  const all = collection.safeParse(given);
  if (!all.success) throw new Error('This is not a GeoJSON FeatureCollection.');
  const features: PlanFeature[] = [];
  const counts: Record<PlanKind, number> = { street: 0, park: 0, water: 0, house: 0 };
  const over = new Map<string, number>();
  const pass = (reason: string) => over.set(reason, (over.get(reason) ?? 0) + 1);
  const box: [number, number, number, number] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const one of all.data.features) {
    const feature = one as { geometry?: unknown; properties?: unknown } | null;
    const type = (feature?.geometry as { type?: unknown } | null | undefined)?.type;
    if (type === 'Point' || type === 'MultiPoint') {
      pass('points: a plan is of lines and areas');
      continue;
    }
    const drawn = geometry.safeParse(feature?.geometry);
    if (!drawn.success) {
      pass('a shape that cannot be read, or not in longitude and latitude');
      continue;
    }
    const read = properties.safeParse(feature?.properties);
    const words = (read.success ? read.data : null) ?? {};
    const isLine = drawn.data.type.endsWith('LineString');
    const kind = kindOf(words, isLine);
    if (kind === null) {
      pass('not a street, park, water or building');
      continue;
    }
    const name = textOf(words.name).slice(0, LONGEST_NAME);
    const props = { kind, ...(name === '' ? {} : { name }) };
    const add = (shape: PlanFeature['geometry']) => {
      features.push({ type: 'Feature', properties: props, geometry: shape });
      counts[kind]++;
      for (const [x, y] of shape.type === 'LineString' ? shape.coordinates : shape.coordinates.flat()) {
        box[0] = Math.min(box[0], x);
        box[1] = Math.min(box[1], y);
        box[2] = Math.max(box[2], x);
        box[3] = Math.max(box[3], y);
      }
    };
    switch (drawn.data.type) {
      case 'LineString':
        add({ type: 'LineString', coordinates: drawn.data.coordinates.map(round) });
        break;
      case 'MultiLineString':
        for (const part of drawn.data.coordinates) add({ type: 'LineString', coordinates: part.map(round) });
        break;
      case 'Polygon':
        add({ type: 'Polygon', coordinates: drawn.data.coordinates.map((ring) => ring.map(round)) });
        break;
      case 'MultiPolygon':
        for (const part of drawn.data.coordinates) add({ type: 'Polygon', coordinates: part.map((ring) => ring.map(round)) });
    }
  }
  if (features.length === 0) throw new Error('There is no street, park, water or house in this file.');
  return {
    plan: { type: 'FeatureCollection', features },
    counts,
    passedOver: [...over].map(([reason, n]) => ({ reason, features: n })),
    box,
  };
}

/**
 * Reads the outline of a district from GeoJSON: the areas of a feature, of several, or of a bare geometry, all together.
 * @throws Error with a sentence where there is none
 */
export function readOutline(text: string): Position[][][] {
  let given: unknown;
  try {
    given = JSON.parse(text);
  } catch {
    throw new Error('This is not JSON that can be read; an outline is a GeoJSON file.');
  }
  const shapes: unknown[] = [];
  const gather = (one: unknown) => {
    const { type, features, geometry: inner, geometries } = (one ?? {}) as Record<string, unknown>;
    if (type === 'FeatureCollection' && Array.isArray(features)) features.forEach(gather);
    else if (type === 'GeometryCollection' && Array.isArray(geometries)) geometries.forEach(gather);
    else if (type === 'Feature') gather(inner);
    else shapes.push(one);
  };
  gather(given);
  const parts = shapes.flatMap((shape) => {
    const read = geometry.safeParse(shape);
    if (!read.success) return [];
    if (read.data.type === 'Polygon') return [read.data.coordinates];
    return read.data.type === 'MultiPolygon' ? read.data.coordinates : [];
  });
  if (parts.length === 0) throw new Error('There is no area in longitude and latitude in this file.');
  return parts.map((rings) => rings.map((ring) => ring.map(round)));
}
