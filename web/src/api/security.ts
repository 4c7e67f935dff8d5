import { keepPreviousData, useInfiniteQuery } from '@tanstack/react-query';
import { call } from './client';
import type { SecurityEvent } from './model';

const PAGE = 200;

/** What is looked for in the security log; empty for anything. */
export interface EventsWanted {
  kind: string;
  account: string;
  from: string;
  to: string;
}

/** As the parameters of an address. */
export function eventQuery({ kind, account, from, to }: EventsWanted) {
  const query = new URLSearchParams();
  if (kind) query.set('kind', kind);
  if (account) query.set('account', account);
  if (from) query.set('from', from);
  if (to) query.set('to', to);
  return query;
}

export function useSecurityLog(wanted: EventsWanted) {
  return useInfiniteQuery({
    queryKey: ['security-log', wanted],
    queryFn: ({ pageParam }) => call<SecurityEvent[]>('GET', `/security-log?${eventQuery({ ...wanted, to: pageParam })}`),
    initialPageParam: wanted.to,
    getNextPageParam: (page) => (page.length < PAGE ? undefined : page.at(-1)?.at),
    placeholderData: keepPreviousData,
    staleTime: 0,
  });
}
