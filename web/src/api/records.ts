import { keepPreviousData, useInfiniteQuery, useQuery } from '@tanstack/react-query';
import { call } from './client';
import type { KeptChat, RecordPage } from './model';

const path = (plan: string) => `/plans/${plan}/records`;

/** Finished chats that are looked for, the newest first, page by page; `search` as parameters of the address. */
export function useRecords(plan: string, search: string) {
  return useInfiniteQuery({
    queryKey: [plan, 'records', 'of', search],
    queryFn: ({ pageParam }) => {
      const query = new URLSearchParams(search);
      if (pageParam) query.set('before', pageParam);
      return call<RecordPage>('GET', `${path(plan)}?${query}`);
    },
    initialPageParam: '',
    placeholderData: keepPreviousData,
    getNextPageParam: (last) => last.next ?? undefined,
    staleTime: 0,
  });
}

/** Where what is looked for can be had as a table. */
export const recordsFile = (plan: string, search: string) => `/api/v1${path(plan)}/records.csv?${search}`;

export function useRecord(plan: string, chat: string | null) {
  return useQuery({
    queryKey: [plan, 'records', chat],
    queryFn: () => call<KeptChat>('GET', `${path(plan)}/${chat}`),
    enabled: chat !== null,
  });
}
