import { keepPreviousData, useMutation, useQuery } from '@tanstack/react-query';
import { call } from './client';
import type { DayChange, FileFault, RosterEffect, RosterRules, RosterRulesView, RosterWeek } from './model';
import { useRefresh } from './plan';

const path = (plan: string, rest = '') => `/plans/${plan}/roster${rest}`;

export function useRoster(plan: string, monday: string) {
  return useQuery({
    queryKey: [plan, 'roster', monday],
    queryFn: () => call<RosterWeek>('GET', path(plan, `?monday=${monday}`)),
    placeholderData: keepPreviousData,
  });
}

export function useRosterRules(plan: string) {
  return useQuery({
    queryKey: [plan, 'roster', 'rules'],
    queryFn: () => call<RosterRulesView>('GET', path(plan, '/rules')),
  });
}

export function usePutRosterRules(plan: string) {
  const refresh = useRefresh(plan);
  return useMutation({
    mutationFn: (sent: { version: number; rules: RosterRules }) => call<RosterRulesView>('PUT', path(plan, '/rules'), sent),
    onSettled: refresh,
  });
}

/** Searches a roster as a job; what it finds is asked for when the job has ended. */
export function useSearchRoster(plan: string, monday: string) {
  const refresh = useRefresh(plan);
  return useMutation({
    mutationFn: () => call('POST', path(plan, `/search?monday=${monday}`)),
    onSettled: refresh,
  });
}

export type From = 'USUAL' | 'WEEK_BEFORE' | 'EMPTY';

export function useBeginRoster(plan: string, monday: string) {
  const refresh = useRefresh(plan);
  return useMutation({
    mutationFn: (from: From) => call<RosterWeek>('POST', path(plan, `?monday=${monday}&from=${from}`)),
    onSettled: refresh,
  });
}

export function useDeleteRoster(plan: string, monday: string) {
  const refresh = useRefresh(plan);
  return useMutation({ mutationFn: () => call('DELETE', path(plan, `?monday=${monday}`)), onSettled: refresh });
}

export function useChangeDays(plan: string, monday: string) {
  const refresh = useRefresh(plan);
  return useMutation({
    mutationFn: (days: DayChange[]) => call<RosterWeek>('PUT', path(plan, '/days'), { monday, days }),
    onSettled: refresh,
  });
}

/** What changes of days would break, mend and cover; null asks nothing. */
export function useEffectOf(plan: string, monday: string, days: DayChange[] | null) {
  return useQuery({
    queryKey: [plan, 'roster', monday, 'effect', days],
    queryFn: () => call<RosterEffect>('POST', path(plan, '/days/check'), { monday, days }),
    enabled: days !== null,
    placeholderData: keepPreviousData,
    retry: false,
  });
}

/** What a file did: how many shifts were taken, and what could not be. */
export interface Taken {
  shifts: number;
  faults?: FileFault[];
  unused?: { what: string; why: string }[];
}

/** Takes a roster from a CSV, or one person's week from an iCalendar file. */
export function useTakeRoster(plan: string, monday: string) {
  const refresh = useRefresh(plan);
  return useMutation({
    mutationFn: ({ file, operator }: { file: File; operator?: string }) =>
      operator
        ? call<Taken>('PUT', path(plan, `/people/${operator}.ics?monday=${monday}`), { file, type: 'text/calendar' })
        : call<Taken>('PUT', path(plan, `/shifts.csv?monday=${monday}`), { file, type: 'text/csv' }),
    onSettled: refresh,
  });
}
