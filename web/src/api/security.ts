import { keepPreviousData, useInfiniteQuery } from '@tanstack/react-query';
import { call } from './client';
import type { SecurityEvent } from './model';

const PAGE = 200;

/** What is looked for in the security log; empty for anything. */
export interface EventsWanted {
  kind: SecurityEvent['kind'] | '';
  account: string;
  from: string;
  to: string;
}

/** As the parameters of a call. */
export function asParams({ kind, account, from, to }: EventsWanted) {
  return { kind: kind || null, account: account || null, from: from || null, to: to || null };
}

export function useSecurityLog(wanted: EventsWanted) {
  return useInfiniteQuery({
    queryKey: ['security-log', wanted],
    queryFn: ({ pageParam }) => call('GET', '/security-log', asParams({ ...wanted, to: pageParam })),
    initialPageParam: wanted.to,
    getNextPageParam: (page) => (page.length < PAGE ? undefined : page.at(-1)?.at),
    placeholderData: keepPreviousData,
    staleTime: 0,
  });
}
