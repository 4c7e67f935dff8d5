import { keepPreviousData, useMutation, useQueries, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { call } from './client';
import type { ClosedLink, ClosedQuestion, DoorLine, DoorPreview, Embedding, FrontDoor, Plan } from './model';
import type { components } from './schema';

type Schemas = components['schemas'];

export function useDoors(plan: string, at: string) {
  return useQuery({
    queryKey: [plan, 'doors', at],
    queryFn: () => call<DoorLine[]>('GET', `/plans/${plan}/doors?at=${encodeURIComponent(at)}`),
    placeholderData: keepPreviousData,
  });
}

/** A door under edit as visitors would meet it; while an edit is refused, as it was before. */
export function useDoorPreview(plan: string, wish: { door: FrontDoor; language: string; at: string }) {
  const query = useQuery({
    queryKey: [plan, 'door-preview', wish],
    queryFn: () => call<DoorPreview>('POST', `/plans/${plan}/doors/preview`, wish),
    placeholderData: keepPreviousData,
    gcTime: 10_000,
  });
  const [accepted, setAccepted] = useState<DoorPreview>();
  useEffect(() => {
    if (query.data) setAccepted(query.data);
  }, [query.data]);
  return { preview: query.data ?? accepted, error: query.error };
}

/** What came of a door's invitations. */
export function useInvitationCounts(plan: string, door: string) {
  return useQuery({
    queryKey: [plan, 'invitations', door],
    queryFn: () => call<Schemas['InvitationCount'][]>('GET', `/plans/${plan}/doors/${door}/invitations`),
  });
}

export function useEmbedding(plan: string, door: string, language: string) {
  return useQuery({
    queryKey: [plan, 'embedding', door, language],
    queryFn: () => call<Embedding>('GET', `/plans/${plan}/doors/${door}/embedding?language=${encodeURIComponent(language)}`),
  });
}

const PAUSES_AGAIN_MILLIS = 10_000;

/** The doors of the live plan that are paused now. */
export function usePauses(plan: string) {
  return useQuery({
    queryKey: [plan, 'pauses'],
    queryFn: () => call<string[]>('GET', `/plans/${plan}/doors/pauses`),
    refetchInterval: PAUSES_AGAIN_MILLIS,
  });
}

/** Pauses a door of the live plan, or opens it again. */
export function usePause(plan: string) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: ({ door, paused }: { door: string; paused: boolean }) =>
      call('POST', `/plans/${plan}/doors/${door}/pause`, { paused }),
    onSettled: () => queries.invalidateQueries({ queryKey: [plan, 'pauses'] }),
  });
}

/** How long what is asked about this minute stays true. */
const LIVE_MILLIS = 5_000;

/** The doors of the live plan. */
export function useLiveDoors(plan: string) {
  return useQuery({
    queryKey: [plan, 'live-doors'],
    queryFn: () => call<Plan>('GET', `/plans/${plan}/document?of=live`),
    select: ({ doors }) => doors,
    staleTime: 0,
  });
}

const whyClosed = (plan: string, door: string, question: ClosedQuestion) => ({
  queryKey: [plan, 'why-closed', door, question],
  queryFn: () => call<ClosedLink[]>('POST', `/plans/${plan}/doors/${door}/why-closed`, question),
  retry: false,
  refetchInterval: question.now ? LIVE_MILLIS : (false as const),
});

/** Why a visitor on a page would not get a chat through a door of the draft, or of the live plan now. */
export function useWhyClosed(plan: string, door: string, question: ClosedQuestion) {
  return useQuery({ ...whyClosed(plan, door, question), placeholderData: keepPreviousData });
}

/** The same of several pages. */
export function useWaysIn(plan: string, door: string, questions: ClosedQuestion[]) {
  return useQueries({ queries: questions.map((question) => whyClosed(plan, door, question)) });
}
