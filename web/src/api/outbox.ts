import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { call, untilConnected } from './client';
import type { components } from './schema';

export type Out = components['schemas']['Out'];

const AGAIN_MILLIS = 5_000;
const key = (plan: string) => [plan, 'outbox'];

/** What goes out to others, and what has gone. */
export function useOutbox(plan: string) {
  return useQuery({
    queryKey: key(plan),
    queryFn: () => call('GET', '/plans/{plan}/outbox', { plan }),
    refetchInterval: AGAIN_MILLIS,
    staleTime: 0,
  });
}

export function useSendAgain(plan: string) {
  const queries = useQueryClient();
  return useMutation({
    ...untilConnected,
    mutationFn: ({ sort, id }: Pick<Out, 'sort' | 'id'>) => call('POST', '/plans/{plan}/outbox/{sort}/{id}/again', { plan, sort, id }),
    onSettled: () => queries.invalidateQueries({ queryKey: key(plan) }),
  });
}
