import { useQuery } from '@tanstack/react-query';
import type { District } from '@dendrix/core/knowledge';
import type { Stock } from '@dendrix/core/record';
import { stockOfDistricts } from '@/data/keys';

const NONE: Stock = [];

/** The trees of a district counted by kind, as last fetched; none where this device never asked. */
export const useStock = (district: District): Stock => useQuery(stockOfDistricts).data?.[district.id] ?? NONE;

/** How many trees of a kind a record holds, planted and wild together. */
export function kindIn(stock: Stock, taxon: string): { confirmed: number; listed: number } {
  const kinds = stock.filter((kind) => kind.taxon === taxon);
  return { confirmed: kinds.reduce((sum, kind) => sum + kind.confirmed, 0), listed: kinds.reduce((sum, kind) => sum + kind.listed, 0) };
}
