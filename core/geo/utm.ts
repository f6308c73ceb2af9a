import proj4 from 'proj4';

/** A UTM zone as "25N" or "33S"; a band letter (C to X) is read as its hemisphere. Null when it is none. */
export function utmZone(text: string): { zone: number; south: boolean } | null {
  const match = /^(?:utm\s*)?(?:zone\s*)?(\d{1,2})\s*([A-Za-z])?$/i.exec(text.trim());
  const zone = Number(match?.[1]);
  if (!match || zone < 1 || zone > 60) return null;
  const letter = (match[2] ?? 'N').toUpperCase();
  // "S" is both the band over southern Europe and the usual word for south; lists mean south.
  const south = letter === 'S' || (letter < 'N' && letter >= 'C');
  return { zone, south };
}

/**
 * Latitude and longitude (WGS 84, degrees) of a UTM easting and northing, m.
 * Source: transverse Mercator by proj4 (registry package).
 */
export function fromUtm(
  easting: number,
  northing: number,
  zone: { zone: number; south: boolean },
): { latitude: number; longitude: number } {
  const utm = `+proj=utm +zone=${zone.zone}${zone.south ? ' +south' : ''} +datum=WGS84 +units=m +no_defs`;
  const [longitude, latitude] = proj4(utm, 'EPSG:4326', [easting, northing]) as [number, number];
  return { latitude, longitude };
}

/** UTM easting and northing, m, of a latitude and longitude. */
export function toUtm(latitude: number, longitude: number, zone: { zone: number; south: boolean }): { easting: number; northing: number } {
  const utm = `+proj=utm +zone=${zone.zone}${zone.south ? ' +south' : ''} +datum=WGS84 +units=m +no_defs`;
  const [easting, northing] = proj4('EPSG:4326', utm, [longitude, latitude]) as [number, number];
  return { easting, northing };
}
