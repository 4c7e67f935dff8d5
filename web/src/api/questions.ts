import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { call } from './client';
import type { Asked, PlanQuestion } from './model';

const path = (plan: string) => `/plans/${plan}/questions`;
const key = (plan: string) => [plan, 'questions'];

/** What was asked of a plan, the newest first. Whatever a job has answered is asked for anew when it ends. */
export function useQuestions(plan: string) {
  return useQuery({ queryKey: key(plan), queryFn: () => call<PlanQuestion[]>('GET', path(plan)) });
}

/** Asks something; the answer is its number. */
export function useAsk(plan: string) {
  const refresh = useAnew(plan);
  return useMutation({ mutationFn: (asked: Asked) => call<{ id: number }>('POST', path(plan), asked), onSuccess: refresh });
}

export function useAskAgain(plan: string) {
  const refresh = useAnew(plan);
  return useMutation({ mutationFn: (id: number) => call('POST', `${path(plan)}/${id}/answer`), onSuccess: refresh });
}

export function useForget(plan: string) {
  const refresh = useAnew(plan);
  return useMutation({ mutationFn: (id: number) => call('DELETE', `${path(plan)}/${id}`), onSuccess: refresh });
}

function useAnew(plan: string) {
  const queries = useQueryClient();
  return () => Promise.all([key(plan), ['jobs', plan]].map((queryKey) => queries.invalidateQueries({ queryKey })));
}
