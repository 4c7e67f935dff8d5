import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { call } from './client';


/** The fewest people that a week needs by simulation, as last searched. */
export function useLeastPeople(plan: string, monday: string, wanted: boolean) {
  return useQuery({
    queryKey: [plan, 'least people', monday],
    queryFn: () => call('GET', '/plans/{plan}/least-people', { plan, monday }),
    enabled: wanted,
  });
}

/** Has them searched, as a job; what it finds is asked for when it has ended. */
export function useSearchLeastPeople(plan: string, monday: string) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: () => call('POST', '/plans/{plan}/least-people', { plan, monday }),
    onSuccess: () => queries.invalidateQueries({ queryKey: ['jobs', plan] }),
  });
}
