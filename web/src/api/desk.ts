import { Client } from '@stomp/stompjs';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { call, untilConnected } from './client';
import type { components } from './schema';

type Schemas = components['schemas'];
export type PresenceState = Schemas['PresenceWish']['state'];
export type Desk = Schemas['Desk'];
export type Place = Schemas['Place'];
export type LeftMessage = Schemas['LeftMessage'];
export type DeskLine = Schemas['DeskLine'];
export type WaitingChat = Schemas['WaitingChat'];
export type Colleague = Schemas['Colleague'];

/** What the wire tells a desk. */
interface DeskNews {
  place: Place | null;
  changed: boolean;
  typing: { chat: number; text: string } | null;
}

/** Waiting chats and colleagues are looked at again and again; what concerns the operator comes at once. */
const AGAIN_MILLIS = 5_000;
const PULSE_MILLIS = 10_000;

const LEFT_AGAIN_MILLIS = 15_000;
const deskKey = (plan: string) => ['desk', plan];

export function useDesk(plan: string) {
  return useQuery({
    queryKey: deskKey(plan),
    queryFn: () => call('GET', '/plans/{plan}/desk', { plan }),
    refetchInterval: AGAIN_MILLIS,
    staleTime: 0,
  });
}

/** Hears what comes to a desk; whether it does, and what visitors are typing, by chat. */
export function useDeskWire(plan: string, operator: string | undefined) {
  const queries = useQueryClient();
  const [connected, setConnected] = useState(true);
  const [typing, setTyping] = useState<Record<number, string>>({});
  useEffect(() => {
    if (!operator) return;
    const again = () => void queries.invalidateQueries({ queryKey: deskKey(plan) });
    const client = new Client({
      brokerURL: `${window.location.origin.replace(/^http/, 'ws')}/live/desk`,
      connectHeaders: { plan },
      reconnectDelay: 1000,
      heartbeatIncoming: PULSE_MILLIS,
      heartbeatOutgoing: PULSE_MILLIS,
      onConnect: () => {
        setConnected(true);
        client.subscribe(`/topic/desk.${plan}.${operator}`, (frame) => {
          const news = JSON.parse(frame.body) as DeskNews;
          if (news.typing) {
            const { chat, text } = news.typing;
            setTyping((all) => ({ ...all, [chat]: text }));
          }
          const place = news.place;
          if (place) {
            if (place.lines.some(({ from }) => from === 'visitor')) setTyping(({ [place.chat]: _, ...others }) => others);
            let missed = false;
            queries.setQueryData<Desk>(deskKey(plan), (desk) => {
              const merged = desk && merge(desk, place);
              missed = !merged;
              return merged ?? desk;
            });
            if (missed) again();
          }
          if (news.changed) again();
        });
        again();
      },
      onWebSocketClose: () => setConnected(false),
    });
    client.activate();
    return () => void client.deactivate();
  }, [plan, operator, queries]);
  return { connected, typing };
}

/** A desk with what is new in one of its places; null where something was missed between, so that it has to be asked for whole. */
export function merge(desk: Desk, news: Place): Desk | null {
  const self = desk.self.id;
  const mine = news.stage !== 'none' && (news.holder === self || news.colleagues.includes(self));
  const known = desk.places.find(({ chat }) => chat === news.chat);
  const others = desk.places.filter(({ chat }) => chat !== news.chat);
  if (!mine) return known ? { ...desk, places: others } : desk;
  if (!known) return news.from === 0 ? { ...desk, places: [...desk.places, news] } : null;
  if (news.from > known.number) return null;
  const place: Place = {
    ...news,
    from: 0,
    number: Math.max(known.number, news.number),
    // what stands beside a chat is told where it may be new
    margin: news.margin ?? known.margin ?? null,
    tickets: news.tickets ?? known.tickets ?? null,
    lines: [...known.lines, ...news.lines.filter(({ number }) => number > known.number)],
    steps: [...known.steps, ...news.steps.filter(({ number }) => number > known.number)],
  };
  return { ...desk, places: desk.places.map((one) => (one.chat === news.chat ? place : one)) };
}

function useDeskCall<Wish>(plan: string, send: (wish: Wish) => Promise<unknown>) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: send,
    ...untilConnected,
    onSettled: () => queries.invalidateQueries({ queryKey: deskKey(plan) }),
  });
}

export const usePresence = (plan: string) =>
  useDeskCall(plan, (wish: { state: PresenceState; reason: string | null }) => call('POST', '/plans/{plan}/desk/presence', { plan }, wish));

/** Whether the operator takes chats of a queue, for as long as they are here. */
export const useTaking = (plan: string) =>
  useDeskCall(plan, ({ queue, takes }: { queue: string; takes: boolean }) =>
    call('POST', '/plans/{plan}/desk/queues/{queue}', { plan, queue }, { takes }),
  );

export type PlaceAct = 'accept' | 'take' | 'decline' | 'end' | 'wrap-up' | 'step-out' | 'take-back' | 'to-bot';

export const usePlaceAct = (plan: string) =>
  useDeskCall(plan, ({ chat, act }: { chat: number; act: PlaceAct }) => call('POST', `/plans/{plan}/desk/chats/{chat}/${act}`, { plan, chat }));

/** Sets a chat aside until an instant, or until its visitor writes. */
export const useSetAside = (plan: string) =>
  useDeskCall(plan, ({ chat, until }: { chat: number; until: string }) => call('POST', '/plans/{plan}/desk/chats/{chat}/aside', { plan, chat }, { until }));

export const usePrioritize = (plan: string) =>
  useDeskCall(plan, ({ chat, priority }: { chat: number; priority: number }) =>
    call('POST', '/plans/{plan}/desk/chats/{chat}/priority', { plan, chat }, { priority }),
  );

/** Says that the operator who is signed in is there. */
export function useBePresent(plan: string) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: () => call('POST', '/plans/{plan}/desk/presence', { plan }, { state: 'present', reason: null }),
    onSuccess: () => Promise.all([queries.invalidateQueries({ queryKey: deskKey(plan) }), queries.invalidateQueries({ queryKey: [plan, 'why-closed'] })]),
  });
}

/** What the visitor of a chat said in chats before; asked for once somebody wants to know. */
export function useEarlierChats(plan: string, chat: number, enabled: boolean) {
  return useQuery({
    queryKey: ['earlier', plan, chat],
    queryFn: () => call('GET', '/plans/{plan}/desk/chats/{chat}/earlier', { plan, chat }),
    enabled,
  });
}

/** The operator's own day so far. */
export function useOwnDay(plan: string, enabled: boolean) {
  return useQuery({ queryKey: ['own-day', plan], queryFn: () => call('GET', '/plans/{plan}/desk/day', { plan }), enabled, staleTime: 0 });
}

/** A note for whoever is at the desk has been seen. */
export const useSeen = (plan: string) => useDeskCall(plan, (note: number) => call('POST', '/plans/{plan}/desk/mentions/{note}/seen', { plan, note }));

export const useReply = (plan: string) =>
  useDeskCall(plan, ({ chat, key, text, canned }: { chat: number; key: string; text: string; canned: number | null }) =>
    call('POST', '/plans/{plan}/desk/chats/{chat}/messages', { plan, chat }, { key, text, canned }),
  );

export const useSendFile = (plan: string) =>
  useDeskCall(plan, ({ chat, key, file }: { chat: number; key: string; file: File }) =>
    call('POST', '/plans/{plan}/desk/chats/{chat}/files', { plan, chat, key, name: file.name }, {
      file,
      type: 'application/octet-stream',
    }),
  );

/** Where a chat is sent. */
export type Transfer = { queue: string } | { operator: string } | { skill: string };

export const useTransfer = (plan: string) =>
  useDeskCall(plan, ({ chat, to }: { chat: number; to: Transfer }) => call('POST', '/plans/{plan}/desk/chats/{chat}/transfer', { plan, chat }, to));

export const useCallIn = (plan: string) =>
  useDeskCall(plan, ({ chat, operator }: { chat: number; operator: string }) =>
    call('POST', '/plans/{plan}/desk/chats/{chat}/call-in', { plan, chat }, { operator }),
  );

const leftKey = (plan: string) => ['left-behind', plan];

function useLeftCall<Wish>(plan: string, send: (wish: Wish) => Promise<unknown>) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: send,
    ...untilConnected,
    onSettled: () => queries.invalidateQueries({ queryKey: leftKey(plan) }),
  });
}

/** What visitors left behind and nobody has answered; asked for now and then, since it comes while nobody looks. */
export function useLeftBehind(plan: string) {
  return useQuery({
    queryKey: leftKey(plan),
    queryFn: () => call('GET', '/plans/{plan}/desk/left-behind', { plan }),
    refetchInterval: LEFT_AGAIN_MILLIS,
  });
}

export const useAnswerLeft = (plan: string) =>
  useLeftCall(plan, ({ chat, key, text }: { chat: number; key: string; text: string }) =>
    call('POST', '/plans/{plan}/desk/left-behind/{chat}/answer', { plan, chat }, { key, text }),
  );

export const useCloseLeft = (plan: string) =>
  useLeftCall(plan, (chat: number) => call('POST', '/plans/{plan}/desk/left-behind/{chat}/close', { plan, chat }));

export const useMarkWrong = (plan: string) =>
  useDeskCall(plan, ({ chat, entry, wrong }: { chat: number; entry: number; wrong: boolean }) =>
    call('POST', '/plans/{plan}/desk/chats/{chat}/entries/{entry}/wrong', { plan, chat, entry }, { wrong }),
  );

/** Passing signs are sent once: the next one says it too. */
export const tellTyping = (plan: string, chat: number) => {
  call('POST', '/plans/{plan}/desk/chats/{chat}/typing', { plan, chat }).catch(() => undefined);
};

export const tellMarks = (plan: string, chat: number, got: number, read: number) => {
  call('POST', '/plans/{plan}/desk/chats/{chat}/marks', { plan, chat }, { got, read }).catch(() => undefined);
};
