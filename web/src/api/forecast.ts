import { keepPreviousData, useMutation, useQuery } from '@tanstack/react-query';
import { call } from './client';
import type {
  NewDaySum,
  NewLift,
  NewMark,
  SeriesKey,
  SeriesMethod,
} from './model';
import { useRefresh } from './plan';

/** A series, or the sum of those of a door, or of all. */
interface Selected {
  key: SeriesKey;
  sum: boolean;
}

const asked = ({ key, sum }: Selected) => ({ door: key.doorId, topic: key.topic, queue: key.queueId, sum });

/** The series of arrivals, those with most chats first, and their sums. */
export function useSeries(plan: string) {
  return useQuery({
    queryKey: [plan, 'forecast', 'series'],
    queryFn: () => call('GET', '/plans/{plan}/forecast/series', { plan }),
  });
}

/** The days of a series, past and to come, and how the methods did. */
export function useSeriesDays(plan: string, selected: Selected) {
  return useQuery({
    queryKey: [plan, 'forecast', 'days', asked(selected)],
    queryFn: () => call('GET', '/plans/{plan}/forecast/series/days', { plan, ...asked(selected) }),
  });
}

/** The week that the newest counts are of: what was expected, what came, what is expected now. */
export function useWeekAsItGoes(plan: string, selected: Selected) {
  return useQuery({
    queryKey: [plan, 'forecast', 'week', asked(selected)],
    queryFn: () => call('GET', '/plans/{plan}/forecast/week', { plan, ...asked(selected) }),
    placeholderData: keepPreviousData,
  });
}

/** What was counted day by day. */
export function useCalendar(plan: string, selected: Selected) {
  return useQuery({
    queryKey: [plan, 'forecast', 'calendar', asked(selected)],
    queryFn: () => call('GET', '/plans/{plan}/forecast/calendar', { plan, ...asked(selected) }),
    placeholderData: keepPreviousData,
  });
}

/** Wants a method for a series; null leaves it to the trials. */
export function useWantMethod(plan: string) {
  return useSend(plan, (wish: { series: SeriesKey; method: SeriesMethod | null }) =>
    call('PUT', '/plans/{plan}/forecast/methods', { plan }, wish),
  );
}

/** Has the methods tried anew on all series, by a job. */
export function useTryAnew(plan: string) {
  return useSend(plan, () => call('POST', '/plans/{plan}/forecast/trials', { plan }));
}

/** Unusual days, lasting changes, and days that somebody marked. */
export function useSpecialDays(plan: string) {
  return useQuery({
    queryKey: [plan, 'forecast', 'special'],
    queryFn: () => call('GET', '/plans/{plan}/forecast/days', { plan }),
  });
}

export function useMark(plan: string) {
  return useSend(plan, (mark: NewMark) => call('POST', '/plans/{plan}/forecast/days', { plan }, mark));
}

export function useUnmark(plan: string) {
  return useSend(plan, (id: number) => call('DELETE', '/plans/{plan}/forecast/days/{id}', { plan, id }));
}

/** What planners put on top of the models. */
export function useAdjustments(plan: string) {
  return useQuery({
    queryKey: [plan, 'forecast', 'adjustments'],
    queryFn: () => call('GET', '/plans/{plan}/forecast/adjustments', { plan }),
  });
}

export function useLift(plan: string) {
  return useSend(plan, (lift: NewLift) => call('POST', '/plans/{plan}/forecast/lifts', { plan }, lift));
}

export function useUnlift(plan: string) {
  return useSend(plan, (id: number) => call('DELETE', '/plans/{plan}/forecast/lifts/{id}', { plan, id }));
}

export function useSetDays(plan: string) {
  return useSend(plan, (days: NewDaySum) => call('POST', '/plans/{plan}/forecast/day-sums', { plan }, days));
}

export function useUnsetDays(plan: string) {
  return useSend(plan, (id: number) => call('DELETE', '/plans/{plan}/forecast/day-sums/{id}', { plan, id }));
}

/** Sends something that changes the forecasts. */
function useSend<Sent, Answer>(plan: string, send: (what: Sent) => Promise<Answer>) {
  const refresh = useRefresh(plan);
  // What follows takes seconds to compute; the next wish need not wait for it.
  return useMutation({ mutationFn: send, onSuccess: () => void refresh() });
}
