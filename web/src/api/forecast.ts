import { keepPreviousData, useMutation, useQuery } from '@tanstack/react-query';
import { call } from './client';
import type {
  AdjustmentList,
  CountedDay,
  DaysView,
  Mark,
  NewDaySum,
  NewLift,
  NewMark,
  SeriesForecast,
  SeriesKey,
  SeriesMethod,
  SeriesView,
  WeekAsItGoes,
} from './model';
import { useRefresh } from './plan';

/** A series, or the sum of those of a door, or of all. */
interface Selected {
  key: SeriesKey;
  sum: boolean;
}

const query = ({ key, sum }: Selected) =>
  new URLSearchParams({ door: key.doorId, topic: key.topic, queue: key.queueId, sum: String(sum) }).toString();

/** The series of arrivals, those with most chats first, and their sums. */
export function useSeries(plan: string) {
  return useQuery({
    queryKey: [plan, 'forecast', 'series'],
    queryFn: () => call<SeriesView>('GET', `/plans/${plan}/forecast/series`),
  });
}

/** The days of a series, past and to come, and how the methods did. */
export function useSeriesDays(plan: string, selected: Selected) {
  return useQuery({
    queryKey: [plan, 'forecast', 'days', query(selected)],
    queryFn: () => call<SeriesForecast>('GET', `/plans/${plan}/forecast/series/days?${query(selected)}`),
  });
}

/** The week that the newest counts are of: what was expected, what came, what is expected now. */
export function useWeekAsItGoes(plan: string, selected: Selected) {
  return useQuery({
    queryKey: [plan, 'forecast', 'week', query(selected)],
    queryFn: () => call<WeekAsItGoes>('GET', `/plans/${plan}/forecast/week?${query(selected)}`),
    placeholderData: keepPreviousData,
  });
}

/** What was counted day by day. */
export function useCalendar(plan: string, selected: Selected) {
  return useQuery({
    queryKey: [plan, 'forecast', 'calendar', query(selected)],
    queryFn: () => call<CountedDay[]>('GET', `/plans/${plan}/forecast/calendar?${query(selected)}`),
    placeholderData: keepPreviousData,
  });
}

/** Wants a method for a series; null leaves it to the trials. */
export function useWantMethod(plan: string) {
  return useSend(plan, (wish: { series: SeriesKey; method: SeriesMethod | null }) =>
    call('PUT', `/plans/${plan}/forecast/methods`, wish),
  );
}

/** Has the methods tried anew on all series, by a job. */
export function useTryAnew(plan: string) {
  return useSend(plan, () => call('POST', `/plans/${plan}/forecast/trials`));
}

/** Unusual days, lasting changes, and days that somebody marked. */
export function useSpecialDays(plan: string) {
  return useQuery({
    queryKey: [plan, 'forecast', 'special'],
    queryFn: () => call<DaysView>('GET', `/plans/${plan}/forecast/days`),
  });
}

export function useMark(plan: string) {
  return useSend(plan, (mark: NewMark) => call<Mark>('POST', `/plans/${plan}/forecast/days`, mark));
}

export function useUnmark(plan: string) {
  return useSend(plan, (id: number) => call('DELETE', `/plans/${plan}/forecast/days/${id}`));
}

/** What planners put on top of the models. */
export function useAdjustments(plan: string) {
  return useQuery({
    queryKey: [plan, 'forecast', 'adjustments'],
    queryFn: () => call<AdjustmentList>('GET', `/plans/${plan}/forecast/adjustments`),
  });
}

export function useLift(plan: string) {
  return useSend(plan, (lift: NewLift) => call('POST', `/plans/${plan}/forecast/lifts`, lift));
}

export function useUnlift(plan: string) {
  return useSend(plan, (id: number) => call('DELETE', `/plans/${plan}/forecast/lifts/${id}`));
}

export function useSetDays(plan: string) {
  return useSend(plan, (days: NewDaySum) => call('POST', `/plans/${plan}/forecast/day-sums`, days));
}

export function useUnsetDays(plan: string) {
  return useSend(plan, (id: number) => call('DELETE', `/plans/${plan}/forecast/day-sums/${id}`));
}

/** Sends something that changes the forecasts. */
function useSend<Sent, Answer>(plan: string, send: (what: Sent) => Promise<Answer>) {
  const refresh = useRefresh(plan);
  // What follows takes seconds to compute; the next wish need not wait for it.
  return useMutation({ mutationFn: send, onSuccess: () => void refresh() });
}
