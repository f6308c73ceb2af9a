import type { Feature, FeatureCollection, Point } from 'geojson';
import Papa from 'papaparse';
import type { TreeBrief } from '../contracts/api';

/** Columns of the list that goes out, in order; units stand in the header. */
const COLUMNS = {
  tag: (t) => t.tag,
  latitude: (t) => t.latitude,
  longitude: (t) => t.longitude,
  place: (t) => t.place,
  site: (t) => t.siteKind,
  species: (t) => t.taxon ?? '',
  level: (t) => t.level ?? '',
  standing: (t) => t.standing,
  'species as written': (t) => t.writtenName ?? '',
  'dbh (cm)': (t) => (t.dbh === null ? '' : Number((t.dbh * 100).toFixed(1))),
  'height (m)': (t) => (t.height === null ? '' : Number(t.height.toFixed(1))),
  'planting year': (t) => t.plantedYear ?? '',
  vigour: (t) => t.vigour ?? 'not looked at',
  soundness: (t) => t.soundness ?? 'not looked at',
  'hidden decay': (t) => t.hiddenDecay ?? 'not looked at',
  'looked at (%)': (t) => t.seenPercent ?? 0,
  'last visit': (t) => t.lastVisitOn ?? '',
  due: (t) => t.dueOn ?? '',
  'due because': (t) => t.dueBecause ?? '',
} satisfies Record<string, (tree: TreeBrief) => string | number>;

/** A spreadsheet reads a leading =, +, - or @ as a formula; an apostrophe keeps text as text. */
const asText = (value: string | number) => (typeof value === 'string' && /^[=+\-@\t\r]/.test(value) ? `'${value}` : value);

/** The first line of the list that goes out, and the lines of some trees. A long list is written piece by piece. */
export const csvHead = (): string => `${Papa.unparse([Object.keys(COLUMNS)])}\r\n`;
export const csvRows = (trees: readonly TreeBrief[]): string => {
  const data = trees.map((tree) => Object.values(COLUMNS).map((cell) => asText(cell(tree))));
  return data.length === 0 ? '' : `${Papa.unparse(data, { newline: '\r\n' })}\r\n`;
};

/** Trees as CSV (RFC 4180), one row each; the columns are the ones the import reads. */
export const treesToCsv = (trees: readonly TreeBrief[]): string => csvHead() + csvRows(trees);

/** A tree as a GeoJSON point (RFC 7946), longitude first. */
export const treeFeature = ({ latitude, longitude, ...properties }: TreeBrief): Feature<Point> => ({
  type: 'Feature',
  id: properties.id,
  geometry: { type: 'Point', coordinates: [longitude, latitude] },
  properties,
});

/** Trees as GeoJSON points. */
export const treesToGeoJson = (trees: readonly TreeBrief[]): FeatureCollection<Point> => ({
  type: 'FeatureCollection',
  features: trees.map(treeFeature),
});
