import { parseCsv, type CsvText } from './csv';

// A list of trees is a table, or points of GeoJSON (RFC 7946), which are read as the table they would be.

interface PointFeature {
  type?: unknown;
  geometry?: { type?: unknown; coordinates?: unknown } | null;
  properties?: Record<string, unknown> | null;
}

const cellOf = (value: unknown): string =>
  value === null || value === undefined ? '' : typeof value === 'object' ? JSON.stringify(value) : String(value);

/** Names under which the place of a point stands; a property of the same name gives way to it. */
const LATITUDE = 'latitude';
const LONGITUDE = 'longitude';

function parseGeoJson(text: string): CsvText {
  const none = (problem: string): CsvText => ({ headers: [], rows: [], lines: [], problem });
  let given: { type?: unknown; features?: unknown };
  try {
    given = JSON.parse(text) as typeof given;
  } catch {
    return none('The file begins like GeoJSON and is not JSON that can be read.');
  }
  if (given.type !== 'FeatureCollection' || !Array.isArray(given.features)) return none('This is not a GeoJSON FeatureCollection.');
  const features = given.features as PointFeature[];
  if (features.length === 0) return none('There is no feature in this file.');
  const names = new Set<string>();
  for (const { properties } of features) for (const name of Object.keys(properties ?? {})) names.add(name);
  names.delete(LATITUDE);
  names.delete(LONGITUDE);
  const headers = [...names, LATITUDE, LONGITUDE];
  const rows = features.map(({ geometry, properties }) => {
    const [x, y] = geometry?.type === 'Point' && Array.isArray(geometry.coordinates) ? (geometry.coordinates as unknown[]) : [];
    return [...[...names].map((name) => cellOf(properties?.[name])), cellOf(y), cellOf(x)];
  });
  // What a row is called where something is wrong with it: the number of the feature.
  return { headers, rows, lines: rows.map((_, i) => i + 1), problem: null };
}

/** Rows and header of a list, as CSV or as points of GeoJSON: told apart by how it begins. */
export const parseRows = (text: string): CsvText => (/^\uFEFF?\s*\{/.test(text) ? parseGeoJson(text) : parseCsv(text));
