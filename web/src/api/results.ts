import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { call } from './client';
import type { Consequences, OnePersonView, Passage, Price, Trial, TrialQuestion, Week, WhatIf, WhatIfAnswer } from './model';

export function useWeek(plan: string, monday: string | undefined) {
  return useQuery({
    queryKey: [plan, 'week', monday],
    queryFn: () => call<Week>('GET', `/plans/${plan}/week${monday ? `?monday=${monday}` : ''}`),
    placeholderData: keepPreviousData,
  });
}

export function useConsequences(plan: string, monday: string | undefined) {
  return useQuery({
    queryKey: [plan, 'consequences', monday],
    queryFn: () => call<Consequences>('GET', `/plans/${plan}/consequences${monday ? `?monday=${monday}` : ''}`),
    placeholderData: keepPreviousData,
  });
}

export function usePassage(plan: string, at: string) {
  return useQuery({
    queryKey: [plan, 'passage', at],
    queryFn: () => call<Passage>('GET', `/plans/${plan}/passage?at=${encodeURIComponent(at)}`),
    placeholderData: keepPreviousData,
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

/** What one person less or more changes in each open queue of a half-hour. */
export function useOnePerson(plan: string, at: string) {
  return useQuery({
    queryKey: [plan, 'one-person', at],
    queryFn: () => call<OnePersonView[]>('GET', `/plans/${plan}/one-person?at=${encodeURIComponent(at)}`),
    placeholderData: keepPreviousData,
  });
}
