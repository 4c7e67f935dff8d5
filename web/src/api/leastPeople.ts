import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { call } from './client';
import type { LeastPeople } from './model';

const path = (plan: string, monday: string) => `/plans/${plan}/least-people?monday=${monday}`;

/** The fewest people that a week needs by simulation, as last searched. */
export function useLeastPeople(plan: string, monday: string, wanted: boolean) {
  return useQuery({
    queryKey: [plan, 'least people', monday],
    queryFn: () => call<LeastPeople>('GET', path(plan, monday)),
    enabled: wanted,
  });
}

/** Has them searched, as a job; what it finds is asked for when it has ended. */
export function useSearchLeastPeople(plan: string, monday: string) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: () => call('POST', path(plan, monday)),
    onSuccess: () => queries.invalidateQueries({ queryKey: ['jobs', plan] }),
  });
}
