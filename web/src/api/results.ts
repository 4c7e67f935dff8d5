import { keepPreviousData, skipToken, useQuery } from '@tanstack/react-query';
import { call } from './client';
import type {
  TrialQuestion,
  WhatIf,
} from './model';

const REFINED_AFTER = 350;
const FORETOLD_AFTER = 2_000;

export function useWeek(plan: string, monday: string | undefined) {
  return useQuery({
    queryKey: [plan, 'week', monday],
    queryFn: () => call('GET', '/plans/{plan}/week', { plan, monday }),
    placeholderData: keepPreviousData,
  });
}

/** The week of draft and live plan in a few figures, by the staffing model. */
export function useBothWeeks(plan: string, monday: string) {
  return useQuery({
    queryKey: [plan, 'week', monday, 'both'],
    queryFn: () => call('GET', '/plans/{plan}/consequences', { plan, monday }),
    placeholderData: keepPreviousData,
  });
}

/** Draft and live plan by simulation: asked again until it is known well enough. Until an edit is answered, what was before stays. */
export function useSimulated(plan: string, monday: string, detailed = false) {
  return useQuery({
    queryKey: [plan, 'simulated', monday, detailed],
    queryFn: () => call('GET', '/plans/{plan}/simulated', { plan, monday, detailed }),
    placeholderData: keepPreviousData,
    refetchInterval: (query) => (query.state.data?.ended === false ? REFINED_AFTER : false),
  });
}

/** What each edit of the draft does by itself, asked for like the week itself. */
export function useCauses(plan: string, monday: string, enabled: boolean) {
  return useQuery({
    queryKey: [plan, 'simulated', monday, 'causes'],
    queryFn: () => call('GET', '/plans/{plan}/simulated/causes', { plan, monday }),
    enabled,
    refetchInterval: (query) => (query.state.data?.ended === false ? REFINED_AFTER : false),
  });
}

/** What the staffing model and a simulation say of each half-hour; asked for like the simulated week. */
export function useAgainst(plan: string, monday: string) {
  return useQuery({
    queryKey: [plan, 'simulated', monday, 'against-staffing'],
    queryFn: () => call('GET', '/plans/{plan}/simulated/against-staffing', { plan, monday }),
    placeholderData: keepPreviousData,
    refetchInterval: (query) => (query.state.data?.ended === false ? REFINED_AFTER : false),
  });
}

/** What was foretold of a revision, and what came. */
export function useForetold(plan: string, revision: number | null) {
  return useQuery({
    queryKey: [plan, 'foretold', revision],
    queryFn: revision === null ? skipToken : () => call('GET', '/plans/{plan}/revisions/{revision}/foretold', { plan, revision }),
    refetchInterval: (query) => (query.state.data?.foretold ? false : FORETOLD_AFTER),
  });
}

export function usePassage(plan: string, at: string, enabled = true) {
  return useQuery({
    queryKey: [plan, 'passage', at],
    enabled,
    queryFn: () => call('GET', '/plans/{plan}/passage', { plan, at }),
    placeholderData: keepPreviousData,
  });
}

/** The ways that simulated chats of the draft take at a moment; asked again until they are known well enough. */
export function usePassageSimulated(plan: string, at: string, enabled: boolean) {
  return useQuery({
    queryKey: [plan, 'simulated', 'passage', at],
    enabled,
    queryFn: () => call('GET', '/plans/{plan}/simulated/passage', { plan, at }),
    placeholderData: keepPreviousData,
    refetchInterval: (query) => (query.state.data?.ended === false ? REFINED_AFTER : false),
  });
}

const NOW_MILLIS = 2_000;

/** The ways that the chats of the last hour took through the live plan. */
export function usePassageNow(plan: string, enabled: boolean) {
  return useQuery({
    queryKey: [plan, 'passage', 'now'],
    queryFn: () => call('GET', '/plans/{plan}/now/passage', { plan }),
    refetchInterval: NOW_MILLIS,
    staleTime: 0,
    enabled,
  });
}

export function useTrial(plan: string, question: TrialQuestion | undefined) {
  return useQuery({
    queryKey: [plan, 'trial', question],
    queryFn: question ? () => call('POST', '/plans/{plan}/trials', { plan }, question) : skipToken,
    placeholderData: keepPreviousData,
    retry: false,
  });
}

/** A week as it would be; undefined asks nothing. */
export function useWhatIf(plan: string, question: WhatIf | undefined) {
  return useQuery({
    queryKey: [plan, 'what-if', question],
    queryFn: question ? () => call('POST', '/plans/{plan}/what-if', { plan }, question) : skipToken,
    placeholderData: keepPreviousData,
    retry: false,
  });
}

/** What other shares of chats answered in time would cost. */
export function usePrices(plan: string, question: WhatIf) {
  return useQuery({
    queryKey: [plan, 'prices', question],
    queryFn: () => call('POST', '/plans/{plan}/what-if/prices', { plan }, question),
    placeholderData: keepPreviousData,
    retry: false,
  });
}

/** Every figure of the open queues of a half-hour, and what one person less or more changes. */
export function useHalfHour(plan: string, at: string) {
  return useQuery({
    queryKey: [plan, 'half-hour', at],
    queryFn: () => call('GET', '/plans/{plan}/half-hour', { plan, at }),
    placeholderData: keepPreviousData,
  });
}

/** The week by department and skill. */
export function useGroups(plan: string, monday: string) {
  return useQuery({
    queryKey: [plan, 'groups', monday],
    queryFn: () => call('GET', '/plans/{plan}/groups', { plan, monday }),
    placeholderData: keepPreviousData,
  });
}

/** Which queues and skills the week lacks, and who could learn. */
export function useSkillGaps(plan: string, monday: string) {
  return useQuery({
    queryKey: [plan, 'skill-gaps', monday],
    queryFn: () => call('GET', '/plans/{plan}/skill-gaps', { plan, monday }),
    placeholderData: keepPreviousData,
  });
}

/** Ways to have nothing short. */
export function useWays(plan: string, monday: string) {
  return useQuery({
    queryKey: [plan, 'ways', monday],
    queryFn: () => call('GET', '/plans/{plan}/ways', { plan, monday }),
    placeholderData: keepPreviousData,
  });
}

/** What the imported history says of each queue's chats. */
export function useWorkloads(plan: string) {
  return useQuery({
    queryKey: [plan, 'workloads'],
    queryFn: () => call('GET', '/plans/{plan}/workloads', { plan }),
  });
}
