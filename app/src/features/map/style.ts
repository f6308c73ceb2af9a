import type { LayerSpecification, SourceSpecification, StyleSpecification } from 'maplibre-gl';
import type { Behind, TileFile } from './what-lies-behind';
import type { Palette } from '@/ui/palette';

/** Opacity of pictures from the air and of other people's maps: the trees are what is looked at. */
const FAINT = 0.7;

const sourceOf = (file: TileFile): SourceSpecification => ({
  type: file.isRaster ? 'raster' : 'vector',
  // The file says itself where its tiles lie.
  url: file.address,
  ...(file.isRaster ? { tileSize: 256 } : {}),
});

/** How a file of tiles is drawn: a picture as it is; of shapes whose words nobody knows, areas pale and lines thin. */
const layersOf = (file: TileFile, p: Palette): LayerSpecification[] =>
  file.isRaster
    ? [{ id: `tiles-${file.id}`, type: 'raster', source: file.id, paint: { 'raster-opacity': FAINT } }]
    : file.layers.flatMap((layer): LayerSpecification[] => [
        {
          id: `area-${file.id}-${layer}`,
          type: 'fill',
          source: file.id,
          'source-layer': layer,
          filter: ['==', ['geometry-type'], 'Polygon'],
          paint: {
            'fill-color': /water|ocean|sea/i.test(layer) ? p.water : /park|wood|green|land/i.test(layer) ? p.park : p.house,
            'fill-opacity': FAINT,
          },
        },
        {
          id: `line-${file.id}-${layer}`,
          type: 'line',
          source: file.id,
          'source-layer': layer,
          filter: ['==', ['geometry-type'], 'LineString'],
          paint: { 'line-color': p.rule, 'line-width': 1.4 },
        },
      ]);

/** What lies behind the trees, in the notebook's colours. Names no glyph server: text is drawn from fonts on the device. */
export function mapStyle({ plan, tiles }: Pick<Behind, 'plan' | 'tiles'>, p: Palette): StyleSpecification {
  const kind = (name: string) => ['==', ['get', 'kind'], name] as ['==', ['get', string], string];
  return {
    version: 8,
    sources: { plan: { type: 'geojson', data: plan }, ...Object.fromEntries(tiles.map((file) => [file.id, sourceOf(file)])) },
    layers: [
      { id: 'ground', type: 'background', paint: { 'background-color': p.paper } },
      ...tiles.flatMap((file) => layersOf(file, p)),
      { id: 'park', type: 'fill', source: 'plan', filter: kind('park'), paint: { 'fill-color': p.park, 'fill-outline-color': p.lichen } },
      { id: 'water', type: 'fill', source: 'plan', filter: kind('water'), paint: { 'fill-color': p.water } },
      {
        id: 'shore',
        type: 'line',
        source: 'plan',
        filter: ['all', kind('water'), ['!=', ['get', 'name'], 'Old Basin']],
        paint: { 'line-color': p.slate, 'line-width': 1.4, 'line-opacity': 0.6 },
      },
      { id: 'house', type: 'fill', source: 'plan', filter: kind('house'), paint: { 'fill-color': p.house, 'fill-outline-color': p.rule } },
      {
        id: 'kerb',
        type: 'line',
        source: 'plan',
        filter: kind('street'),
        layout: { 'line-cap': 'round', 'line-join': 'round' },
        paint: { 'line-color': p.rule, 'line-width': ['interpolate', ['exponential', 2], ['zoom'], 13, 4, 17, 24, 19, 80] },
      },
      {
        id: 'street',
        type: 'line',
        source: 'plan',
        filter: kind('street'),
        layout: { 'line-cap': 'round', 'line-join': 'round' },
        paint: { 'line-color': p.street, 'line-width': ['interpolate', ['exponential', 2], ['zoom'], 13, 2.4, 17, 20, 19, 74] },
      },
      {
        id: 'street-name',
        type: 'symbol',
        source: 'plan',
        filter: kind('street'),
        layout: {
          'symbol-placement': 'line',
          'text-field': ['get', 'name'],
          'text-size': 13,
          'text-letter-spacing': 0.03,
          'symbol-spacing': 340,
        },
        paint: { 'text-color': p.ink, 'text-halo-color': p.street, 'text-halo-width': 1.6 },
      },
      {
        id: 'place-name',
        type: 'symbol',
        source: 'plan',
        filter: ['any', kind('park'), kind('water')],
        layout: { 'text-field': ['coalesce', ['get', 'name'], ''], 'text-size': 14 },
        paint: { 'text-color': p.soft, 'text-halo-color': p.paper, 'text-halo-width': 1.4 },
      },
    ],
  };
}
