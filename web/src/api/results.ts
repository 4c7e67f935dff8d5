import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { call } from './client';
import type {
  Against,
  BothWeeks,
  Causes,
  Foretold,
  Passage,
  Price,
  QueueGroup,
  QueueHalfHour,
  Simulated,
  SimulatedPassage,
  SkillGaps,
  Trial,
  TrialQuestion,
  Ways,
  Week,
  WhatIf,
  WhatIfAnswer,
  Workloads,
} from './model';

const REFINED_AFTER = 350;
const FORETOLD_AFTER = 2_000;

export function useWeek(plan: string, monday: string | undefined) {
  return useQuery({
    queryKey: [plan, 'week', monday],
    queryFn: () => call<Week>('GET', `/plans/${plan}/week${monday ? `?monday=${monday}` : ''}`),
    placeholderData: keepPreviousData,
  });
}

/** The week of draft and live plan in a few figures, by the staffing model. */
export function useBothWeeks(plan: string, monday: string) {
  return useQuery({
    queryKey: [plan, 'week', monday, 'both'],
    queryFn: () => call<BothWeeks>('GET', `/plans/${plan}/consequences?monday=${monday}`),
    placeholderData: keepPreviousData,
  });
}

/** Draft and live plan by simulation: asked again until it is known well enough. Until an edit is answered, what was before stays. */
export function useSimulated(plan: string, monday: string, detailed = false) {
  return useQuery({
    queryKey: [plan, 'simulated', monday, detailed],
    queryFn: () => call<Simulated>('GET', `/plans/${plan}/simulated?monday=${monday}&detailed=${detailed}`),
    placeholderData: keepPreviousData,
    refetchInterval: (query) => (query.state.data?.ended === false ? REFINED_AFTER : false),
  });
}

/** What each edit of the draft does by itself, asked for like the week itself. */
export function useCauses(plan: string, monday: string, enabled: boolean) {
  return useQuery({
    queryKey: [plan, 'simulated', monday, 'causes'],
    queryFn: () => call<Causes>('GET', `/plans/${plan}/simulated/causes?monday=${monday}`),
    enabled,
    refetchInterval: (query) => (query.state.data?.ended === false ? REFINED_AFTER : false),
  });
}

/** What the staffing model and a simulation say of each half-hour; asked for like the simulated week. */
export function useAgainst(plan: string, monday: string) {
  return useQuery({
    queryKey: [plan, 'simulated', monday, 'against-staffing'],
    queryFn: () => call<Against>('GET', `/plans/${plan}/simulated/against-staffing?monday=${monday}`),
    placeholderData: keepPreviousData,
    refetchInterval: (query) => (query.state.data?.ended === false ? REFINED_AFTER : false),
  });
}

/** What was foretold of a revision, and what came. */
export function useForetold(plan: string, revision: number | null) {
  return useQuery({
    queryKey: [plan, 'foretold', revision],
    queryFn: () => call<Foretold>('GET', `/plans/${plan}/revisions/${revision}/foretold`),
    enabled: revision !== null,
    refetchInterval: (query) => (query.state.data?.foretold ? false : FORETOLD_AFTER),
  });
}

export function usePassage(plan: string, at: string, enabled = true) {
  return useQuery({
    queryKey: [plan, 'passage', at],
    enabled,
    queryFn: () => call<Passage>('GET', `/plans/${plan}/passage?at=${encodeURIComponent(at)}`),
    placeholderData: keepPreviousData,
  });
}

/** The ways that simulated chats of the draft take at a moment; asked again until they are known well enough. */
export function usePassageSimulated(plan: string, at: string, enabled: boolean) {
  return useQuery({
    queryKey: [plan, 'simulated', 'passage', at],
    enabled,
    queryFn: () => call<SimulatedPassage>('GET', `/plans/${plan}/simulated/passage?at=${encodeURIComponent(at)}`),
    placeholderData: keepPreviousData,
    refetchInterval: (query) => (query.state.data?.ended === false ? REFINED_AFTER : false),
  });
}

const NOW_MILLIS = 2_000;

/** The ways that the chats of the last hour took through the live plan. */
export function usePassageNow(plan: string, enabled: boolean) {
  return useQuery({
    queryKey: [plan, 'passage', 'now'],
    queryFn: () => call<Passage>('GET', `/plans/${plan}/now/passage`),
    refetchInterval: NOW_MILLIS,
    staleTime: 0,
    enabled,
  });
}

export function useTrial(plan: string, question: TrialQuestion | undefined) {
  return useQuery({
    queryKey: [plan, 'trial', question],
    queryFn: () => call<Trial>('POST', `/plans/${plan}/trials`, question),
    enabled: question !== undefined,
    placeholderData: keepPreviousData,
    retry: false,
  });
}

/** A week as it would be; undefined asks nothing. */
export function useWhatIf(plan: string, question: WhatIf | undefined) {
  return useQuery({
    queryKey: [plan, 'what-if', question],
    queryFn: () => call<WhatIfAnswer>('POST', `/plans/${plan}/what-if`, question),
    enabled: question !== undefined,
    placeholderData: keepPreviousData,
    retry: false,
  });
}

/** What other shares of chats answered in time would cost. */
export function usePrices(plan: string, question: WhatIf) {
  return useQuery({
    queryKey: [plan, 'prices', question],
    queryFn: () => call<Price[]>('POST', `/plans/${plan}/what-if/prices`, question),
    placeholderData: keepPreviousData,
    retry: false,
  });
}

/** Every figure of the open queues of a half-hour, and what one person less or more changes. */
export function useHalfHour(plan: string, at: string) {
  return useQuery({
    queryKey: [plan, 'half-hour', at],
    queryFn: () => call<QueueHalfHour[]>('GET', `/plans/${plan}/half-hour?at=${encodeURIComponent(at)}`),
    placeholderData: keepPreviousData,
  });
}

/** The week by department and skill. */
export function useGroups(plan: string, monday: string) {
  return useQuery({
    queryKey: [plan, 'groups', monday],
    queryFn: () => call<QueueGroup[]>('GET', `/plans/${plan}/groups?monday=${monday}`),
    placeholderData: keepPreviousData,
  });
}

/** Which queues and skills the week lacks, and who could learn. */
export function useSkillGaps(plan: string, monday: string) {
  return useQuery({
    queryKey: [plan, 'skill-gaps', monday],
    queryFn: () => call<SkillGaps>('GET', `/plans/${plan}/skill-gaps?monday=${monday}`),
    placeholderData: keepPreviousData,
  });
}

/** Ways to have nothing short. */
export function useWays(plan: string, monday: string) {
  return useQuery({
    queryKey: [plan, 'ways', monday],
    queryFn: () => call<Ways>('GET', `/plans/${plan}/ways?monday=${monday}`),
    placeholderData: keepPreviousData,
  });
}

/** What the imported history says of each queue's chats. */
export function useWorkloads(plan: string) {
  return useQuery({
    queryKey: [plan, 'workloads'],
    queryFn: () => call<Workloads>('GET', `/plans/${plan}/workloads`),
  });
}
