import { keepPreviousData, useInfiniteQuery, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { call, fromAddress } from './client';
import type { Retention } from './model';

const path = (plan: string) => `/plans/${plan}/records`;

/** Finished chats that are looked for, the newest first, page by page; `search` as parameters of the address. */
export function useRecords(plan: string, search: string) {
  return useInfiniteQuery({
    queryKey: [plan, 'records', 'of', search],
    queryFn: ({ pageParam }) => {
      return call('GET', '/plans/{plan}/records', { plan, ...fromAddress(search), before: pageParam || null });
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
export function useMailRecord(plan: string, chat: number) {
  return useMutation({ mutationFn: (email: string) => call('POST', '/plans/{plan}/records/{chat}/mail', { plan, chat }, { email }) });
}

/** What would go if what is looked for were erased. */
export function useErasurePreview(plan: string, search: string, enabled: boolean) {
  return useQuery({
    queryKey: [plan, 'records', 'erase', search],
    queryFn: () => call('GET', '/plans/{plan}/records/erase', { plan, ...fromAddress(search) }),
    enabled,
    retry: false,
    staleTime: 0,
    gcTime: 0,
  });
}

export function useErase(plan: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ search, chats }: { search: string; chats: number }) => call('POST', '/plans/{plan}/records/erase', { plan, ...fromAddress(search) }, { chats }),
    onSuccess: () => client.invalidateQueries({ queryKey: [plan, 'records'] }),
  });
}

/** How long what was said is kept. */
export function useRetention(plan: string, enabled: boolean) {
  return useQuery({ queryKey: [plan, 'records', 'retention'], queryFn: () => call('GET', '/plans/{plan}/records/erase/retention', { plan }), enabled, staleTime: 0 });
}

export function useKeepFor(plan: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (rules: Retention[]) => call('PUT', '/plans/{plan}/records/erase/retention', { plan }, rules),
    onSuccess: () => client.invalidateQueries({ queryKey: [plan, 'records', 'retention'] }),
  });
}

/** Who read, took out or erased; of one chat or of all. */
export function useReadings(plan: string, chat: number | null) {
  return useQuery({
    queryKey: [plan, 'records', 'readings', chat],
    queryFn: () => call('GET', '/plans/{plan}/records/readings', { plan, chat }),
    staleTime: 0,
  });
}

export function useRecord(plan: string, chat: number) {
  return useQuery({
    queryKey: [plan, 'records', chat],
    queryFn: () => call('GET', '/plans/{plan}/records/{chat}', { plan, chat }),
  });
}
