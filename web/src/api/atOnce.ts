import { keepPreviousData, useMutation, useQuery } from '@tanstack/react-query';
import { call, untilConnected } from './client';
import type { AtOnce, AtOnceWish, Edited } from './model';
import { useRefresh } from './plan';

/** What would have so many of a queue's chats held at once; undefined asks nothing. */
export function useAtOnceWays(plan: string, queue: string, wanted: number | undefined, monday: string) {
  return useQuery({
    queryKey: [plan, 'at-once', queue, wanted, monday],
    queryFn: () => call<AtOnce>('GET', `/plans/${plan}/queues/${queue}/chats-at-once?wanted=${wanted}&monday=${monday}`),
    enabled: wanted !== undefined,
    placeholderData: keepPreviousData,
    retry: false,
  });
}

export function useChangeAtOnce(plan: string) {
  const refresh = useRefresh(plan);
  return useMutation({
    mutationFn: (wish: AtOnceWish) => call<Edited>('POST', `/plans/${plan}/draft/chats-at-once`, wish),
    onSettled: refresh,
    ...untilConnected,
    mutationKey: [plan, 'change'],
  });
}
