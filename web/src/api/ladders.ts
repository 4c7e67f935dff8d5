import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { call } from './client';

/** The ladders of the draft over the waits expected in a week. */
export function useLadders(plan: string, monday: string) {
  return useQuery({
    queryKey: [plan, 'ladders', monday],
    queryFn: () => call('GET', '/plans/{plan}/ladders', { plan, monday }),
    placeholderData: keepPreviousData,
  });
}
