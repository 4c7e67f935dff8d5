import { useMutation, useQuery } from '@tanstack/react-query';
import { useEffect, useRef } from 'react';
import { call } from './client';
import type { Job } from './model';
import { useRefresh } from './plan';

const WHILE_RUNNING = 600;
const AT_REST = 5000;

export const isActive = (job: Job) => job.state === 'WAITING' || job.state === 'RUNNING';

/** The newest jobs of a plan, watched closely while one runs; what a job has changed is asked anew when it ends. */
export function useJobs(plan: string) {
  const refresh = useRefresh(plan);
  const query = useQuery({
    queryKey: ['jobs', plan],
    queryFn: () => call<Job[]>('GET', `/plans/${plan}/jobs`),
    refetchInterval: ({ state }) => (state.data?.some(isActive) ? WHILE_RUNNING : AT_REST),
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
  return useMutation({ mutationFn: (id: number) => call('POST', `/plans/${plan}/jobs/${id}/cancellation`) });
}
