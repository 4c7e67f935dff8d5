import { keepPreviousData, skipToken, useMutation, useQuery } from '@tanstack/react-query';
import { call } from './client';
import type { DayChange, FileFault, RosterRules } from './model';
import { useRefresh } from './plan';


export function useRoster(plan: string, monday: string) {
  return useQuery({
    queryKey: [plan, 'roster', monday],
    queryFn: () => call('GET', '/plans/{plan}/roster', { plan, monday }),
    placeholderData: keepPreviousData,
  });
}

export function useRosterRules(plan: string) {
  return useQuery({
    queryKey: [plan, 'roster', 'rules'],
    queryFn: () => call('GET', '/plans/{plan}/roster/rules', { plan }),
  });
}

export function usePutRosterRules(plan: string) {
  const refresh = useRefresh(plan);
  return useMutation({
    mutationFn: (sent: { version: number; rules: RosterRules }) => call('PUT', '/plans/{plan}/roster/rules', { plan }, sent),
    onSettled: refresh,
  });
}

/** Searches a roster as a job; what it finds is asked for when the job has ended. */
export function useSearchRoster(plan: string, monday: string) {
  const refresh = useRefresh(plan);
  return useMutation({
    mutationFn: () => call('POST', '/plans/{plan}/roster/search', { plan, monday }),
    onSettled: refresh,
  });
}

export type From = 'USUAL' | 'WEEK_BEFORE' | 'EMPTY';

export function useBeginRoster(plan: string, monday: string) {
  const refresh = useRefresh(plan);
  return useMutation({
    mutationFn: (from: From) => call('POST', '/plans/{plan}/roster', { plan, monday, from }),
    onSettled: refresh,
  });
}

export function useDeleteRoster(plan: string, monday: string) {
  const refresh = useRefresh(plan);
  return useMutation({ mutationFn: () => call('DELETE', '/plans/{plan}/roster', { plan, monday }), onSettled: refresh });
}

export function useChangeDays(plan: string, monday: string) {
  const refresh = useRefresh(plan);
  return useMutation({
    mutationFn: (days: DayChange[]) => call('PUT', '/plans/{plan}/roster/days', { plan }, { monday, days }),
    onSettled: refresh,
  });
}

/** What changes of days would break, mend and cover; null asks nothing. */
export function useEffectOf(plan: string, monday: string, days: DayChange[] | null) {
  return useQuery({
    queryKey: [plan, 'roster', monday, 'effect', days],
    queryFn: days === null ? skipToken : () => call('POST', '/plans/{plan}/roster/days/check', { plan }, { monday, days }),
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
    mutationFn: ({ file, operator }: { file: File; operator?: string }): Promise<Taken> =>
      operator
        ? call('PUT', '/plans/{plan}/roster/people/{operator}.ics', { plan, operator, monday }, { file, type: 'text/calendar' })
        : call('PUT', '/plans/{plan}/roster/shifts.csv', { plan, monday }, { file, type: 'text/csv' }),
    onSettled: refresh,
  });
}
