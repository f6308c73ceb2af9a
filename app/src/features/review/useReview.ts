import { useQuery } from '@tanstack/react-query';
import { reviewQueue } from '@/data/keys';

/** Visits that wait for a second pair of eyes; only reviewers and coordinators are asked. */
export const useReviewQueue = (allowed: boolean) => useQuery({ ...reviewQueue, enabled: allowed });
