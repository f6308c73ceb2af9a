import { useQuery } from '@tanstack/react-query';
import type { District } from '@dendrix/core/knowledge';
import type { Stock } from '@dendrix/core/record';
import { stockOfDistricts } from '@/data/keys';

const NONE: Stock = [];

/** The trees of a district counted by kind, as last fetched; none where this device never asked. */
export const useStock = (district: District): Stock => useQuery(stockOfDistricts).data?.[district.id] ?? NONE;
