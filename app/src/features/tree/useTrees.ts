import { useQuery } from '@tanstack/react-query';
import type { TreeBrief, TreeDetail } from '@dendrix/core/contracts';
import { get } from '@/offline/api';

interface TreePage {
  items: TreeBrief[];
  next: string | null;
}

const PAGE = 2000;

/** Every tree of the district in brief; kept on the device, so lists and the map work without a signal. */
export const useTrees = () =>
  useQuery({
    queryKey: ['trees'],
    queryFn: async () => {
      const all: TreeBrief[] = [];
      let after: string | null = null;
      do {
        const page: TreePage = await get(`/trees?limit=${PAGE}${after === null ? '' : `&after=${encodeURIComponent(after)}`}`);
        all.push(...page.items);
        after = page.next;
      } while (after !== null);
      return all;
    },
  });

/** One tree with its whole record. */
export const useTree = (id: string) => useQuery({ queryKey: ['tree', id], queryFn: () => get<TreeDetail>(`/trees/${id}`) });
