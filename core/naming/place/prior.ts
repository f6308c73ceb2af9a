import { zoneNumber, type District, type Taxon } from '../../knowledge';
import { regionsAt } from '../../geo';
import type { Stock } from '../../record/stock';
import { placeWeight, type Site } from './place';
import type { IdentifyRequest } from '../request';
import { learnt } from './stock';

/** Weight of a taxon that a district does not list among its plantings, against 1 for a common one. */
const UNLISTED = 0.15;
/** Weight of a taxon as a wild tree where it is not known to grow wild. */
const NOT_WILD = 0.05;

/** Share of a town's trees that were planted, where nobody said of this one. Common practice, no source. */
const PLANTED_SHARE = 0.7;

/** How likely a taxon is by the district file alone, and for what it does not list, by how likely a kind is to stand at such a place. */
function byFile(taxon: Taxon, district: District | undefined, site: Site, wild: boolean): number {
  if (wild) return district?.wild.includes(taxon.name) ? 1 : (says(district?.wild) ? NOT_WILD : 1) * placeWeight(taxon, site, false);
  return district?.planted[taxon.name] ?? (says(district && Object.keys(district.planted)) ? UNLISTED : 1) * placeWeight(taxon, site, true);
}
/** Whether a district says anything: an empty list is one that nobody wrote, and no word on what it lacks. */
const says = (list: readonly string[] | undefined): boolean => list !== undefined && list.length > 0;

/** Weights of taxa as planted or wild trees before anything was seen: the district's file, and its record where there is one. */
function onGround(taxa: readonly Taxon[], district: District | undefined, site: Site, stock: Stock, wild: boolean): Float64Array {
  const weights = Float64Array.from(taxa, (taxon) => byFile(taxon, district, site, wild));
  return stock.length > 0 ? learnt(taxa, weights, stock, wild) : weights;
}

/**
 * Weights of taxa before anything was seen, above 0: what is planted and what grows wild at the place, mixed where nobody said which
 * of the two the tree is.
 */
export function priorsOf(
  taxa: readonly Taxon[],
  district: District | undefined,
  site: Site,
  { planted, stock = [] }: Pick<IdentifyRequest, 'planted' | 'stock'>,
): Float64Array {
  if (planted !== undefined) return onGround(taxa, district, site, stock, !planted);
  const asWild = onGround(taxa, district, site, stock, true);
  return onGround(taxa, district, site, stock, false).map(
    (asPlanted, t) => PLANTED_SHARE * asPlanted + (1 - PLANTED_SHARE) * (asWild[t] as number),
  );
}

/**
 * How much a taxon counts in a district before anything was seen, as a planted tree and as a wild one: 1 for what its file calls
 * common; more where its record shows it to be commoner still. What the page of a kind tells.
 */
export function countsIn(taxa: readonly Taxon[], taxon: Taxon, district: District, stock: Stock = []): { planted: number; wild: number } {
  const site = siteOf({}, district);
  const t = taxa.indexOf(taxon);
  return {
    planted: onGround(taxa, district, site, stock, false)[t] ?? 0,
    wild: onGround(taxa, district, site, stock, true)[t] ?? 0,
  };
}

/** What is known of the place: said in the request, else by the district, else read off the map. */
export function siteOf(
  request: Pick<IdentifyRequest, 'latitude' | 'longitude' | 'regions' | 'hardiness'>,
  district: District | undefined,
): Site {
  const { latitude, longitude } = request;
  const onMap = latitude === undefined || longitude === undefined ? null : { latitude, longitude };
  const zone = request.hardiness ?? district?.hardiness;
  return {
    regions: request.regions ?? (onMap ? regionsAt(onMap) : district ? regionsOf(district) : []),
    hardiness: zone === undefined ? null : zoneNumber(zone),
  };
}

/** Regions a district says it lies in, or its place on the map where it says none. */
const regionsOf = (district: District): readonly number[] => (district.regions.length > 0 ? district.regions : regionsAt(district));
