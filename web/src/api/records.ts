import { useInfiniteQuery, useQuery } from '@tanstack/react-query';
import { call } from './client';
import type { KeptChat, RecordPage } from './model';

const path = (plan: string) => `/plans/${plan}/records`;

/** Finished chats, the newest first, page by page. */
export function useRecords(plan: string) {
  return useInfiniteQuery({
    queryKey: [plan, 'records'],
    queryFn: ({ pageParam }) =>
      call<RecordPage>('GET', `${path(plan)}${pageParam ? `?before=${encodeURIComponent(pageParam)}` : ''}`),
    initialPageParam: '',
    getNextPageParam: (last) => last.next ?? undefined,
    staleTime: 0,
  });
}

export function useRecord(plan: string, chat: string | null) {
  return useQuery({
    queryKey: [plan, 'records', chat],
    queryFn: () => call<KeptChat>('GET', `${path(plan)}/${chat}`),
    enabled: chat !== null,
  });
}
