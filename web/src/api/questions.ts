import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { call } from './client';
import type { Asked } from './model';

const key = (plan: string) => [plan, 'questions'];

/** What was asked of a plan, the newest first. Whatever a job has answered is asked for anew when it ends. */
export function useQuestions(plan: string) {
  return useQuery({ queryKey: key(plan), queryFn: () => call('GET', '/plans/{plan}/questions', { plan }) });
}

/** Asks something; the answer is its number. */
export function useAsk(plan: string) {
  const refresh = useAnew(plan);
  return useMutation({ mutationFn: (asked: Asked) => call('POST', '/plans/{plan}/questions', { plan }, asked), onSuccess: refresh });
}

export function useAskAgain(plan: string) {
  const refresh = useAnew(plan);
  return useMutation({ mutationFn: (id: number) => call('POST', '/plans/{plan}/questions/{id}/answer', { plan, id }), onSuccess: refresh });
}

export function useForget(plan: string) {
  const refresh = useAnew(plan);
  return useMutation({ mutationFn: (id: number) => call('DELETE', '/plans/{plan}/questions/{id}', { plan, id }), onSuccess: refresh });
}

function useAnew(plan: string) {
  const queries = useQueryClient();
  return () => Promise.all([key(plan), ['jobs', plan]].map((queryKey) => queries.invalidateQueries({ queryKey })));
}
