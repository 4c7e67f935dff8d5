import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { call, untilConnected } from './client';
import type { components } from './schema';

type Schemas = components['schemas'];
export type Margin = Schemas['Margin'];
export type Ticket = Schemas['Ticket'];

/** Where the margin of a chat is kept, and what else shows it. */
export interface MarginPlace {
  /** Of the chat in the interface: below the desk for those in it, below the records for others. */
  path: string;
  /** Where the labels are listed that chats have. */
  labels: string;
  /** What is asked for anew after a change. */
  shownIn: unknown[];
}

export const atDesk = (plan: string, chat: number): MarginPlace => ({
  path: `/plans/${plan}/desk/chats/${chat}`,
  labels: `/plans/${plan}/desk/labels`,
  shownIn: ['desk', plan],
});

/** Where those are listed for whoever may read records. */
export const recordLabels = (plan: string) => `/plans/${plan}/records/labels`;

export const inRecord = (plan: string, chat: number): MarginPlace => ({
  path: `/plans/${plan}/records/${chat}`,
  labels: recordLabels(plan),
  shownIn: [plan, 'records'],
});

const AGAIN_MILLIS = 5000;

/** The margin of a running chat that somebody reads along in; it changes while it is looked at. */
export function useMargin(place: MarginPlace) {
  return useQuery({
    queryKey: [...place.shownIn, 'margin', place.path],
    queryFn: () => call<Margin>('GET', `${place.path}/margin`),
    refetchInterval: AGAIN_MILLIS,
  });
}

export function useTickets(place: MarginPlace) {
  return useQuery({
    queryKey: [...place.shownIn, 'tickets', place.path],
    queryFn: () => call<Ticket[]>('GET', `${place.path}/tickets`),
    refetchInterval: AGAIN_MILLIS,
  });
}

/** The labels that chats of the plan have, the most used first, from where they are listed. */
export function useLabels(listed: string, enabled: boolean) {
  return useQuery({ queryKey: ['labels', listed], queryFn: () => call<string[]>('GET', listed), enabled, staleTime: 0 });
}

function useMarginCall<Wish>(place: MarginPlace, send: (wish: Wish) => Promise<unknown>) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: send,
    ...untilConnected,
    onSettled: () => queries.invalidateQueries({ queryKey: place.shownIn }),
  });
}

export const useLabel = (place: MarginPlace) =>
  useMarginCall(place, ({ label, on }: { label: string; on: boolean }) =>
    on
      ? call('POST', `${place.path}/labels`, { label })
      : call('DELETE', `${place.path}/labels?label=${encodeURIComponent(label)}`),
  );

export const useNote = (place: MarginPlace) =>
  useMarginCall(place, ({ key, text }: { key: string; text: string }) => call('POST', `${place.path}/notes`, { key, text }));

/** What a new ticket would be; asked for once one is to be made. */
export function useTicketProposal(place: MarginPlace, enabled: boolean) {
  return useQuery({
    queryKey: [...place.shownIn, 'ticket', place.path],
    queryFn: () => call<Schemas['TicketProposal']>('GET', `${place.path}/ticket`),
    enabled,
    staleTime: 0,
    gcTime: 0,
  });
}

export const useMakeTicket = (place: MarginPlace) =>
  useMarginCall(place, (wish: { key: string; subject: string; recipient: string }) => call('POST', `${place.path}/tickets`, wish));

/** The number of a ticket that was answered by mail. */
export const useTicketNumber = (place: MarginPlace) =>
  useMarginCall(place, ({ ticket, number }: { ticket: number; number: string }) =>
    call('PUT', `${place.path}/tickets/${ticket}/number`, { number }),
  );

const addressesKey = (plan: string) => ['ticket-addresses', plan];

/** The mail addresses to which tickets may go. */
export function useTicketAddresses(plan: string) {
  return useQuery({ queryKey: addressesKey(plan), queryFn: () => call<string[]>('GET', `/plans/${plan}/ticket-addresses`), staleTime: 0 });
}

export function useKeepTicketAddresses(plan: string) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (addresses: string[]) => call<string[]>('PUT', `/plans/${plan}/ticket-addresses`, addresses),
    onSettled: () => queries.invalidateQueries({ queryKey: addressesKey(plan) }),
  });
}
