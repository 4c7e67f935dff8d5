import { keepPreviousData, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { call } from './client';
import type { components } from './schema';

type Schemas = components['schemas'];
export type PlayedRehearsal = Schemas['PlayedRehearsal'];
export type RehearsalHead = Schemas['RehearsalHead'];
export type RehearsalWish = Schemas['RehearsalWish'];
export type RehearsalScene = Schemas['Scene'];
export type CheckStep = Schemas['CheckStep'];
export type CheckExpectation = Schemas['CheckExpectation'];
export type StandIn = Schemas['StandInDocument'];
export type Traced = Schemas['TracedDocument'];
export type BotReading = Schemas['BotReading'];
export type CheckResult = Schemas['CheckResult'];

/** Others may be at the same rehearsal: what they do is looked for so often. */
const LOOK_MILLIS = 4_000;

const listKey = (plan: string) => ['rehearsals', plan];
const oneKey = (plan: string, id: string) => ['rehearsals', plan, id];

export function useRehearsals(plan: string) {
  return useQuery({ queryKey: listKey(plan), queryFn: () => call('GET', '/plans/{plan}/rehearsals', { plan }), staleTime: 0 });
}

export function useBegin(plan: string) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (wish: RehearsalWish) => call('POST', '/plans/{plan}/rehearsals', { plan }, wish),
    onSuccess: (rehearsal) => {
      queries.setQueryData(oneKey(plan, rehearsal.id), rehearsal);
      void queries.invalidateQueries({ queryKey: listKey(plan), exact: true });
    },
  });
}

export function useRemoveRehearsal(plan: string) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (id: string) => call('DELETE', '/plans/{plan}/rehearsals/{rehearsal}', { plan, rehearsal: id }),
    onSettled: () => queries.invalidateQueries({ queryKey: listKey(plan), exact: true }),
  });
}

export function useRehearsal(plan: string, id: string) {
  return useQuery({
    queryKey: oneKey(plan, id),
    queryFn: () => call('GET', '/plans/{plan}/rehearsals/{rehearsal}', { plan, rehearsal: id }),
    refetchInterval: LOOK_MILLIS,
  });
}

/** What visitors and operators see at an instant; it stays the same until something happens. */
export function useScene(plan: string, { id, change }: PlayedRehearsal, millis: number) {
  return useQuery({
    queryKey: [...oneKey(plan, id), 'scene', change, millis],
    queryFn: () => call('GET', '/plans/{plan}/rehearsals/{rehearsal}/scene', { plan, rehearsal: id, millis: Math.round(millis) }),
    placeholderData: keepPreviousData,
    staleTime: Infinity,
  });
}

export function useRehearsedDoor(plan: string, { id, change }: PlayedRehearsal, door: string, language: string) {
  return useQuery({
    queryKey: [...oneKey(plan, id), 'door', change, door, language],
    queryFn: () => call('GET', '/plans/{plan}/rehearsals/{rehearsal}/doors/{door}', { plan, rehearsal: id, door, language }),
    placeholderData: keepPreviousData,
    staleTime: Infinity,
  });
}

/** What can be done in a rehearsal. */
export type RehearsalWork =
  | { do: 'acts'; cut: boolean; steps: CheckStep[] }
  | { do: 'stand-ins'; standIns: StandIn[] }
  | { do: 'undo' }
  | { do: 'plan' };

export function useRehearse(plan: string, id: string) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: ({ do: what, ...wish }: RehearsalWork) => {
      const change = queries.getQueryData<PlayedRehearsal>(oneKey(plan, id))?.change ?? 0;
      return call('POST', `/plans/{plan}/rehearsals/{rehearsal}/${what}`, { plan, rehearsal: id }, { change, ...wish });
    },
    onSuccess: (rehearsal) => queries.setQueryData(oneKey(plan, id), rehearsal),
    onError: () => queries.invalidateQueries({ queryKey: oneKey(plan, id), exact: true }),
  });
}

/** What comes of the checks of the draft, or of the live plan. */
export function useChecks(plan: string, of: 'draft' | 'live', enabled = true) {
  return useQuery({
    queryKey: [plan, 'checks', of],
    queryFn: () => call('GET', '/plans/{plan}/checks', { plan, of }),
    enabled,
    placeholderData: keepPreviousData,
  });
}
