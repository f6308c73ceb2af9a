import { useQuery } from '@tanstack/react-query';
import type { QueueItem } from '@dendrix/core/contracts';
import { get } from '@/offline/api';

/** Visits that wait for a second pair of eyes; only reviewers and coordinators are asked. */
export const useReviewQueue = (allowed: boolean) =>
  useQuery({
    queryKey: ['review-queue'],
    queryFn: async () => (await get<{ items: QueueItem[] }>('/review-queue')).items,
    enabled: allowed,
  });
