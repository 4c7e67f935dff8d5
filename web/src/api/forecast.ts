import { useMutation, useQuery } from '@tanstack/react-query';
import { call } from './client';
import type { DaysView, Mark, NewMark, SeriesForecast, SeriesHead, SeriesKey, SeriesMethod } from './model';
import { useRefresh } from './plan';

const keyQuery = ({ doorId, topic, queueId }: SeriesKey) =>
  new URLSearchParams({ door: doorId, topic, queue: queueId }).toString();

/** The series of arrivals, those with most chats first. */
export function useSeries(plan: string) {
  return useQuery({
    queryKey: [plan, 'forecast', 'series'],
    queryFn: () => call<SeriesHead[]>('GET', `/plans/${plan}/forecast/series`),
  });
}

/** The days of a series, past and to come, and how the methods did. */
export function useSeriesDays(plan: string, key: SeriesKey) {
  return useQuery({
    queryKey: [plan, 'forecast', 'days', keyQuery(key)],
    queryFn: () => call<SeriesForecast>('GET', `/plans/${plan}/forecast/series/days?${keyQuery(key)}`),
  });
}

/** Wants a method for a series; null leaves it to the trials. */
export function useWantMethod(plan: string) {
  const refresh = useRefresh(plan);
  return useMutation({
    mutationFn: (wish: { series: SeriesKey; method: SeriesMethod | null }) =>
      call('PUT', `/plans/${plan}/forecast/methods`, wish),
    onSuccess: refresh,
  });
}

/** Unusual days, and days that somebody marked. */
export function useSpecialDays(plan: string) {
  return useQuery({
    queryKey: [plan, 'forecast', 'special'],
    queryFn: () => call<DaysView>('GET', `/plans/${plan}/forecast/days`),
  });
}

export function useMark(plan: string) {
  const refresh = useRefresh(plan);
  return useMutation({
    mutationFn: (mark: NewMark) => call<Mark>('POST', `/plans/${plan}/forecast/days`, mark),
    onSuccess: refresh,
  });
}

export function useUnmark(plan: string) {
  const refresh = useRefresh(plan);
  return useMutation({
    mutationFn: (id: number) => call('DELETE', `/plans/${plan}/forecast/days/${id}`),
    onSuccess: refresh,
  });
}
