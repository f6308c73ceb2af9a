import type { FeatureCollection } from 'geojson';

/** A file of map tiles, read a range at a time. */
export interface TileFile {
  id: string;
  address: string;
  isRaster: boolean;
  /** Layers of a file of shapes. */
  layers: string[];
  minzoom: number;
  maxzoom: number;
}
export interface Behind {
  plan: FeatureCollection;
  tiles: TileFile[];
  attribution: string;
}

/** Where a background is served from. */
export const addressOf = (id: string): string => `${window.location.origin}/api/v1/backgrounds/${id}/file`;
