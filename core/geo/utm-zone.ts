import type { Place } from './distance';

/**
 * The UTM zone of a place, such as 25N. Source: zones of six degrees counted east from 180° W, with the exceptions for south-west
 * Norway and Svalbard (Snyder 1987, Map Projections: A Working Manual, and the Military Grid Reference System); from memory.
 */
export function utmZoneAt({ latitude, longitude }: Place): string {
  const hemisphere = latitude < 0 ? 'S' : 'N';
  if (latitude >= 56 && latitude < 64 && longitude >= 3 && longitude < 12) return '32N';
  if (latitude >= 72 && latitude <= 84 && longitude >= 0 && longitude < 42) {
    if (longitude < 9) return '31N';
    if (longitude < 21) return '33N';
    return longitude < 33 ? '35N' : '37N';
  }
  return `${(Math.floor((longitude + 180) / 6) % 60) + 1}${hemisphere}`;
}
