import { keepPreviousData, useMutation, useQuery } from '@tanstack/react-query';
import { call, untilConnected } from './client';
import type { ElementOf } from './model';
import { useRefresh } from './plan';
import type { components } from './schema';

type Schemas = components['schemas'];
export type Topic = ElementOf<'topics'>;
export type Bot = ElementOf<'bots'>;
export type BotQuality = Schemas['QualityDocument'];
export type TopicQuality = Schemas['TopicQuality'];
export type TriedUtterance = Schemas['Utterance'];
export type Confusion = Schemas['ConfusionDocument'];
export type LimitHours = Schemas['LimitHours'];
export type Replied = Schemas['Replied'];
export type Flips = Schemas['Flips'];
export type HeardGroup = Schemas['HeardGroup'];
export type TopicPreview = Schemas['TopicPreview'];

const CSV = 'text/csv';
const LOOKED_AGAIN = 2000;

/** How the draft's bot does on its test utterances. */
export function useQuality(plan: string, bot: string, mostWrong: number, on: BotQuality['source'] | null) {
  return useQuery({
    queryKey: [plan, 'bots', bot, 'quality', mostWrong, on],
    queryFn: () => call('GET', '/plans/{plan}/bots/{bot}/quality', { plan, bot, mostWrong, on }),
    placeholderData: keepPreviousData,
    refetchInterval: ({ state }) => (state.data?.learning && !state.data.learning.failure ? LOOKED_AGAIN : false),
  });
}

/** What limits take of people, which is another thing once the bot has learned. */
export function useLimitHours(plan: string, bot: string, learned: boolean) {
  return useQuery({
    queryKey: [plan, 'bots', bot, 'hours', learned],
    queryFn: () => call('GET', '/plans/{plan}/bots/{bot}/hours', { plan, bot }),
    placeholderData: keepPreviousData,
  });
}

/** How it did in live chats of the last days. */
export function useBotRecord(plan: string, bot: string, days: number) {
  return useQuery({
    queryKey: [plan, 'bots', bot, 'chats', days],
    queryFn: () => call('GET', '/plans/{plan}/bots/{bot}/chats', { plan, bot, days }),
    placeholderData: keepPreviousData,
  });
}

/** What visitors of live chats wrote that nobody has said the topic of yet. */
export function useHeard(plan: string, bot: string) {
  return useQuery({
    queryKey: [plan, 'bots', bot, 'heard'],
    queryFn: () => call('GET', '/plans/{plan}/bots/{bot}/heard', { plan, bot }),
    placeholderData: keepPreviousData,
  });
}

export function usePreviewTopics(plan: string) {
  return useMutation({
    mutationFn: (file: Blob) => call('POST', '/plans/{plan}/topics.csv/preview', { plan }, { file, type: CSV }),
  });
}

export function useTakeTopics(plan: string) {
  const refresh = useRefresh(plan);
  return useMutation({
    ...untilConnected,
    mutationFn: ({ file, change }: { file: Blob; change: number }) =>
      call('PUT', '/plans/{plan}/topics.csv', { plan, change }, { file, type: CSV }),
    onSettled: refresh,
  });
}

export function useTalk(plan: string, bot: string) {
  return useMutation({
    mutationFn: (said: { stands: Replied['stands'] | null; text: string }) =>
      call('POST', '/plans/{plan}/bots/{bot}/talk', { plan, bot }, said),
  });
}

/** Which test utterances flip if topics were as they are being edited; asked for only where something is. */
export function useFlips(plan: string, bot: string, change: number, topics: Topic[]) {
  return useQuery({
    queryKey: [plan, 'bots', bot, 'flips', change, topics],
    queryFn: () => call('POST', '/plans/{plan}/bots/{bot}/flips', { plan, bot }, { topics }),
    enabled: topics.length > 0,
    placeholderData: keepPreviousData,
  });
}
