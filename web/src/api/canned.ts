import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { call } from './client';
import type { components } from './schema';

type Schemas = components['schemas'];
export type CannedReply = Schemas['CannedReply'];
export type CannedAtHand = Schemas['CannedAtHand'];
export type CannedWish = Schemas['CannedWish'];
export type CannedTaken = Schemas['CannedTaken'];

const key = (plan: string) => ['canned', plan];
const path = (plan: string) => `/plans/${plan}/canned`;

/** Replies that are kept ready for whoever is signed in. */
export function useCanned(plan: string) {
  return useQuery({ queryKey: key(plan), queryFn: () => call('GET', '/plans/{plan}/canned', { plan }) });
}

function useCannedCall<Wish, Answer>(plan: string, send: (wish: Wish) => Promise<Answer>) {
  const queries = useQueryClient();
  return useMutation({ mutationFn: send, onSettled: () => queries.invalidateQueries({ queryKey: key(plan) }) });
}

/** Makes a reply, or changes the one that is given. */
export const useKeepCanned = (plan: string) =>
  useCannedCall(plan, ({ known, wish }: { known: CannedReply | null; wish: CannedWish }) =>
    known
      ? call('PUT', '/plans/{plan}/canned/{id}', { plan, id: known.id, version: known.version }, wish)
      : call('POST', '/plans/{plan}/canned', { plan }, wish),
  );

export const useRemoveCanned = (plan: string) => useCannedCall(plan, (id: number) => call('DELETE', '/plans/{plan}/canned/{id}', { plan, id }));

/** Where those of all and of departments can be had as a table. */
export const cannedFile = (plan: string) => `/api/v1${path(plan)}/replies.csv`;

export const useTakeCanned = (plan: string) =>
  useCannedCall(plan, (file: File) => call('PUT', '/plans/{plan}/canned/replies.csv', { plan }, { file, type: 'text/csv' }));
