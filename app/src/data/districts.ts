import type { QueryClient } from '@tanstack/react-query';
import type { District } from '@dendrix/core/knowledge';
import { townDistricts } from './keys';
import { holdDistricts } from './library';

/** Whenever the districts of the town are known, from the device or from the server, they stand in the library. */
export function takeUpDistricts(client: QueryClient): void {
  const [name] = townDistricts.queryKey;
  client.getQueryCache().subscribe(({ type, query }) => {
    if ((type !== 'added' && type !== 'updated') || query.queryKey[0] !== name || query.queryKey.length !== 1) return;
    const districts = query.state.data as District[] | undefined;
    if (districts && districts.length > 0) holdDistricts(districts);
  });
}
