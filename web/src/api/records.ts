import { keepPreviousData, useInfiniteQuery, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { call } from './client';
import type { ErasurePreview, KeptChat, RecordPage, RecordReading, Retention } from './model';

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

/** Where everything that is kept of what is looked for can be had. */
export const wholeRecords = (plan: string, search: string) => `/api/v1${path(plan)}/records.json?${search}`;

/** Sends what was said in a chat by mail. */
export function useMailRecord(plan: string, chat: string) {
  return useMutation({ mutationFn: (email: string) => call('POST', `${path(plan)}/${chat}/mail`, { email }) });
}

/** What would go if what is looked for were erased. */
export function useErasurePreview(plan: string, search: string, enabled: boolean) {
  return useQuery({
    queryKey: [plan, 'records', 'erase', search],
    queryFn: () => call<ErasurePreview>('GET', `${path(plan)}/erase?${search}`),
    enabled,
    retry: false,
    staleTime: 0,
    gcTime: 0,
  });
}

export function useErase(plan: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ search, chats }: { search: string; chats: number }) => call<ErasurePreview>('POST', `${path(plan)}/erase?${search}`, { chats }),
    onSuccess: () => client.invalidateQueries({ queryKey: [plan, 'records'] }),
  });
}

/** How long what was said is kept. */
export function useRetention(plan: string, enabled: boolean) {
  return useQuery({ queryKey: [plan, 'records', 'retention'], queryFn: () => call<Retention[]>('GET', `${path(plan)}/erase/retention`), enabled, staleTime: 0 });
}

export function useKeepFor(plan: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (rules: Retention[]) => call<Retention[]>('PUT', `${path(plan)}/erase/retention`, rules),
    onSuccess: () => client.invalidateQueries({ queryKey: [plan, 'records', 'retention'] }),
  });
}

/** Who read, took out or erased; of one chat or of all. */
export function useReadings(plan: string, chat: string | null) {
  return useQuery({
    queryKey: [plan, 'records', 'readings', chat],
    queryFn: () => call<RecordReading[]>('GET', `${path(plan)}/readings${chat === null ? '' : `?chat=${chat}`}`),
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
