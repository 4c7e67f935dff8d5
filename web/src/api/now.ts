import { keepPreviousData, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { call } from './client';

const key = (plan: string) => [plan, 'now'];
/** Figures move within two seconds of what happens. */
const EVERY = 1500;

/** The live plan as it stands, looked at again and again for as long as somebody does. */
export function useNow(plan: string) {
  return useQuery({ queryKey: key(plan), queryFn: () => call('GET', '/plans/{plan}/now', { plan }), refetchInterval: EVERY, staleTime: 0 });
}

/** A running chat, read along in. */
export function useRunningChat(plan: string, chat: number) {
  return useQuery({
    queryKey: [...key(plan), chat],
    queryFn: () => call('GET', '/plans/{plan}/now/chats/{chat}', { plan, chat }),
    refetchInterval: EVERY,
    staleTime: 0,
    placeholderData: keepPreviousData,
  });
}

/** Puts a person into a queue for today, or takes them out of it. */
export function useMovePerson(plan: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ person, queue, takes }: { person: string; queue: string; takes: boolean }) =>
      call('POST', '/plans/{plan}/now/people/{operator}/queues', { plan, operator: person }, { queue, takes }),
    onSettled: () => client.invalidateQueries({ queryKey: key(plan) }),
  });
}

/** Gives a waiting chat to somebody. */
export function useAssign(plan: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ chat, operator }: { chat: number; operator: string }) => call('POST', '/plans/{plan}/now/chats/{chat}/assign', { plan, chat }, { operator }),
    onSettled: () => client.invalidateQueries({ queryKey: key(plan) }),
  });
}

/** Says how urgent a chat is, 0 to 9. */
export function useUrgency(plan: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ chat, priority }: { chat: number; priority: number }) => call('POST', '/plans/{plan}/now/chats/{chat}/priority', { plan, chat }, { priority }),
    onSettled: () => client.invalidateQueries({ queryKey: key(plan) }),
  });
}

/** Sends a chat to one's own desk. */
export function useTakeOver(plan: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (chat: number) => call('POST', '/plans/{plan}/now/chats/{chat}/take-over', { plan, chat }),
    onSettled: () => client.invalidateQueries({ queryKey: key(plan) }),
  });
}
