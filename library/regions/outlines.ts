// Which region of the scheme a point lies in, by open outlines: world-atlas (Natural Earth, public domain) and us-atlas (U.S.
// Census Bureau).
import { geoBounds, geoContains } from 'd3-geo';
import type { Feature, FeatureCollection } from 'geojson';
import { feature } from 'topojson-client';
import type { GeometryCollection, Topology } from 'topojson-specification';
import countries from 'world-atlas/countries-50m.json';
import states from 'us-atlas/states-10m.json';
import { regionOfCountry, regionOfState } from './codes';

type Named = Feature<NonNullable<Feature['geometry']>, { name: string }>;

const outlines = (file: unknown, object: string): Named[] => {
  const topology = file as Topology;
  const drawn = feature(topology, topology.objects[object] as GeometryCollection) as FeatureCollection;
  return drawn.features.filter((f) => f.geometry !== null) as Named[];
};

/** One outline with the box it lies in. */
export interface Shape {
  feature: Named;
  bounds: [[number, number], [number, number]];
  state: boolean;
}

/** The outlines, states before the country that holds them. */
export function shapes(): Shape[] {
  const of = (features: Named[], state: boolean) => features.map((f) => ({ feature: f, bounds: geoBounds(f), state }));
  return [
    ...of(outlines(states, 'states'), true),
    ...of(
      outlines(countries, 'countries').filter((f) => f.properties.name !== 'United States of America'),
      false,
    ),
  ];
}

/** The region whose outline holds a point, degrees; null at sea. */
export function regionWithin(all: readonly Shape[], longitude: number, latitude: number): number | null {
  for (const { feature: f, bounds, state } of all) {
    const [[west, south], [east, north]] = bounds;
    if (latitude < south || latitude > north) continue;
    if (west <= east ? longitude < west || longitude > east : longitude < west && longitude > east) continue;
    if (geoContains(f, [longitude, latitude])) {
      const { name } = f.properties;
      return state ? regionOfState(name) : regionOfCountry(name, longitude, latitude);
    }
  }
  return null;
}
