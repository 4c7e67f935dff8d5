import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { call, untilConnected } from './client';
import type { components } from './schema';

type Schemas = components['schemas'];
export type Margin = Schemas['Margin'];
export type Ticket = Schemas['Ticket'];

/** The margin of a chat: at the desk for those in the chat, in its record for others. */
export interface MarginPlace {
  plan: string;
  chat: number;
  at: 'desk/chats' | 'records';
}

export const atDesk = (plan: string, chat: number): MarginPlace => ({ plan, chat, at: 'desk/chats' });
export const inRecord = (plan: string, chat: number): MarginPlace => ({ plan, chat, at: 'records' });

/** What shows it, and so is asked for anew after a change. */
const shownIn = ({ plan, at }: MarginPlace) => (at === 'records' ? [plan, 'records'] : ['desk', plan]);

const chatOf = ({ plan, chat }: MarginPlace) => ({ plan, chat });

const AGAIN_MILLIS = 5000;

/** The margin of a running chat that somebody reads along in; it changes while it is looked at. */
export function useMargin({ plan, chat }: MarginPlace) {
  return useQuery({
    queryKey: [plan, 'records', 'margin', chat],
    queryFn: () => call('GET', '/plans/{plan}/records/{chat}/margin', { plan, chat }),
    refetchInterval: AGAIN_MILLIS,
  });
}

export function useTickets({ plan, chat }: MarginPlace) {
  return useQuery({
    queryKey: [plan, 'records', 'tickets', chat],
    queryFn: () => call('GET', '/plans/{plan}/records/{chat}/tickets', { plan, chat }),
    refetchInterval: AGAIN_MILLIS,
  });
}

/** The labels that chats of the plan have, the most used first, from where whoever is there may list them. */
export function useLabels(plan: string, listed: 'desk' | 'records', enabled: boolean) {
  return useQuery({ queryKey: ['labels', plan, listed], queryFn: () => call('GET', `/plans/{plan}/${listed}/labels`, { plan }), enabled, staleTime: 0 });
}

function useMarginCall<Wish>(place: MarginPlace, send: (wish: Wish) => Promise<unknown>) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: send,
    ...untilConnected,
    onSettled: () => queries.invalidateQueries({ queryKey: shownIn(place) }),
  });
}

export const useLabel = (place: MarginPlace) =>
  useMarginCall(place, ({ label, on }: { label: string; on: boolean }) =>
    on
      ? call('POST', `/plans/{plan}/${place.at}/{chat}/labels`, chatOf(place), { label })
      : call('DELETE', `/plans/{plan}/${place.at}/{chat}/labels`, { ...chatOf(place), label }),
  );

export const useNote = (place: MarginPlace) =>
  useMarginCall(place, ({ key, text }: { key: string; text: string }) =>
    call('POST', `/plans/{plan}/${place.at}/{chat}/notes`, chatOf(place), { key, text }),
  );

/** What a new ticket would be; asked for once one is to be made. */
export function useTicketProposal(place: MarginPlace, enabled: boolean) {
  return useQuery({
    queryKey: [...shownIn(place), 'ticket', place.chat],
    queryFn: () => call('GET', `/plans/{plan}/${place.at}/{chat}/ticket`, chatOf(place)),
    enabled,
    staleTime: 0,
    gcTime: 0,
  });
}

export const useMakeTicket = (place: MarginPlace) =>
  useMarginCall(place, (wish: { key: string; subject: string; recipient: string }) =>
    call('POST', `/plans/{plan}/${place.at}/{chat}/tickets`, chatOf(place), wish),
  );

/** The number of a ticket that was answered by mail; whoever may read the record writes it. */
export const useTicketNumber = (place: MarginPlace) =>
  useMarginCall(place, ({ ticket, number }: { ticket: number; number: string }) =>
    call('PUT', '/plans/{plan}/records/{chat}/tickets/{ticket}/number', { ...chatOf(place), ticket }, { number }),
  );

const addressesKey = (plan: string) => ['ticket-addresses', plan];

/** The mail addresses to which tickets may go. */
export function useTicketAddresses(plan: string) {
  return useQuery({ queryKey: addressesKey(plan), queryFn: () => call('GET', '/plans/{plan}/ticket-addresses', { plan }), staleTime: 0 });
}

export function useKeepTicketAddresses(plan: string) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (addresses: string[]) => call('PUT', '/plans/{plan}/ticket-addresses', { plan }, addresses),
    onSettled: () => queries.invalidateQueries({ queryKey: addressesKey(plan) }),
  });
}
