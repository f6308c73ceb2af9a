import type { FeatureCollection } from 'geojson';
import type { StyleSpecification } from 'maplibre-gl';
import type { Palette } from '@/ui/palette';

/** The plan of the district in the notebook's colours. Names no glyph server: text is drawn from fonts on the device. */
export function mapStyle(plan: FeatureCollection, p: Palette): StyleSpecification {
  const kind = (name: string) => ['==', ['get', 'kind'], name] as ['==', ['get', string], string];
  return {
    version: 8,
    sources: { plan: { type: 'geojson', data: plan } },
    layers: [
      { id: 'ground', type: 'background', paint: { 'background-color': p.paper } },
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
