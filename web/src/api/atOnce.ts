import { keepPreviousData, skipToken, useMutation, useQuery } from '@tanstack/react-query';
import { call, untilConnected } from './client';
import type { AtOnceWish } from './model';
import { useRefresh } from './plan';

/** What would have so many of a queue's chats held at once; undefined asks nothing. */
export function useAtOnceWays(plan: string, queue: string, wanted: number | undefined, monday: string) {
  return useQuery({
    queryKey: [plan, 'at-once', queue, wanted, monday],
    queryFn: wanted === undefined ? skipToken : () => call('GET', '/plans/{plan}/queues/{queue}/chats-at-once', { plan, queue, wanted, monday }),
    placeholderData: keepPreviousData,
    retry: false,
  });
}

export function useChangeAtOnce(plan: string) {
  const refresh = useRefresh(plan);
  return useMutation({
    mutationFn: (wish: AtOnceWish) => call('POST', '/plans/{plan}/draft/chats-at-once', { plan }, wish),
    onSettled: refresh,
    ...untilConnected,
    mutationKey: [plan, 'change'],
  });
}
