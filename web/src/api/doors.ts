import { keepPreviousData, useMutation, useQueries, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { call } from './client';
import type { ClosedQuestion, DoorPreview, FrontDoor } from './model';


export function useDoors(plan: string, at: string) {
  return useQuery({
    queryKey: [plan, 'doors', at],
    queryFn: () => call('GET', '/plans/{plan}/doors', { plan, at }),
    placeholderData: keepPreviousData,
  });
}

/** A door under edit as visitors would meet it; while an edit is refused, as it was before. */
export function useDoorPreview(plan: string, wish: { door: FrontDoor; language: string; at: string }) {
  const query = useQuery({
    queryKey: [plan, 'door-preview', wish],
    queryFn: () => call('POST', '/plans/{plan}/doors/preview', { plan }, wish),
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
    queryFn: () => call('GET', '/plans/{plan}/doors/{door}/invitations', { plan, door }),
  });
}

export function useEmbedding(plan: string, door: string, language: string) {
  return useQuery({
    queryKey: [plan, 'embedding', door, language],
    queryFn: () => call('GET', '/plans/{plan}/doors/{door}/embedding', { plan, door, language }),
  });
}

const PAUSES_AGAIN_MILLIS = 10_000;

/** The doors of the live plan that are paused now. */
export function usePauses(plan: string) {
  return useQuery({
    queryKey: [plan, 'pauses'],
    queryFn: () => call('GET', '/plans/{plan}/doors/pauses', { plan }),
    refetchInterval: PAUSES_AGAIN_MILLIS,
  });
}

/** Pauses a door of the live plan, or opens it again. */
export function usePause(plan: string) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: ({ door, paused }: { door: string; paused: boolean }) =>
      call('POST', '/plans/{plan}/doors/{door}/pause', { plan, door }, { paused }),
    onSettled: () => queries.invalidateQueries({ queryKey: [plan, 'pauses'] }),
  });
}

/** How long what is asked about this minute stays true. */
const LIVE_MILLIS = 5_000;

/** The doors of the live plan. */
export function useLiveDoors(plan: string) {
  return useQuery({
    queryKey: [plan, 'live-doors'],
    queryFn: () => call('GET', '/plans/{plan}/document', { plan, of: 'live' }),
    select: ({ doors }) => doors,
    staleTime: 0,
  });
}

const whyClosed = (plan: string, door: string, question: ClosedQuestion) => ({
  queryKey: [plan, 'why-closed', door, question],
  queryFn: () => call('POST', '/plans/{plan}/doors/{door}/why-closed', { plan, door }, question),
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
