import { useMutation, useQuery } from '@tanstack/react-query';
import { useEffect, useRef } from 'react';
import { call } from './client';
import type { Job } from './model';
import { useRefresh } from './plan';

const WHILE_RUNNING = 600;

export const isActive = (job: Job) => job.state === 'WAITING' || job.state === 'RUNNING';

/** The newest jobs of a plan; the feed tells when one begins, and each is watched closely while it runs. What a job has changed is asked anew when it ends. */
export function useJobs(plan: string) {
  const refresh = useRefresh(plan);
  const query = useQuery({
    queryKey: ['jobs', plan],
    queryFn: () => call('GET', '/plans/{plan}/jobs', { plan }),
    refetchInterval: ({ state }) => (state.data?.some(isActive) ? WHILE_RUNNING : false),
  });
  const active = query.data?.some(isActive) ?? false;
  const wasActive = useRef(false);
  useEffect(() => {
    if (wasActive.current && !active) void refresh();
    wasActive.current = active;
  }, [active, refresh]);
  return query;
}

export function useCancelJob(plan: string) {
  return useMutation({ mutationFn: (id: number) => call('POST', '/plans/{plan}/jobs/{id}/cancellation', { plan, id }) });
}
