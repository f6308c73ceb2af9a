import { addProtocol } from 'maplibre-gl';
import { FetchSource, PMTiles, Protocol, TileType } from 'pmtiles';
import { addressOf, type TileFile } from './what-lies-behind';

const protocol = new Protocol();
let spoken = false;

/** Opens a file of map tiles, and makes the renderer read it a range at a time. @returns null where it cannot be reached */
export async function tileFile(id: string): Promise<TileFile | null> {
  if (!spoken) {
    addProtocol('pmtiles', protocol.tile);
    spoken = true;
  }
  const address = addressOf(id);
  const file = new PMTiles(new FetchSource(address));
  protocol.add(file);
  try {
    const [{ tileType, minZoom, maxZoom }, metadata] = await Promise.all([file.getHeader(), file.getMetadata()]);
    const layers = ((metadata as { vector_layers?: { id: string }[] } | null)?.vector_layers ?? []).map((layer) => layer.id);
    return { id, address: `pmtiles://${address}`, isRaster: tileType !== TileType.Mvt, layers, minzoom: minZoom, maxzoom: maxZoom };
  } catch {
    // Without a signal the map goes on without it.
    return null;
  }
}
