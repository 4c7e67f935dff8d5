import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { call } from './client';
import type { LadderView } from './model';

/** The ladders of the draft over the waits expected in a week. */
export function useLadders(plan: string, monday: string) {
  return useQuery({
    queryKey: [plan, 'ladders', monday],
    queryFn: () => call<LadderView[]>('GET', `/plans/${plan}/ladders?monday=${monday}`),
    placeholderData: keepPreviousData,
  });
}
