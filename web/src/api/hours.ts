import { keepPreviousData, useMutation, useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { call } from './client';
import type { HoursYear, OpeningHours } from './model';

/** Hours under edit over a year; while an edit is refused, as they were before. */
export function useHoursYear(wish: { hours: OpeningHours; from: string; monday: string }) {
  const query = useQuery({
    queryKey: ['hours-year', wish],
    queryFn: () => call('POST', '/calc/hours/year', {}, wish),
    placeholderData: keepPreviousData,
    gcTime: 10_000,
  });
  const [accepted, setAccepted] = useState<HoursYear>();
  useEffect(() => {
    if (query.data) setAccepted(query.data);
  }, [query.data]);
  return { year: query.data ?? accepted, error: query.error };
}

/** Open or closed at a moment, and why. */
export function useHoursAt(hours: OpeningHours, at: string) {
  return useQuery({
    queryKey: ['hours-at', hours, at],
    queryFn: () =>
      call('POST', '/calc/hours', {}, { hours, at: [at] }).then(([answer]) => answer),
    placeholderData: keepPreviousData,
    gcTime: 10_000,
  });
}

/** The time zones that the server knows; they change with its release only. */
export function useTimeZones() {
  return useQuery({ queryKey: ['time-zones'], queryFn: () => call('GET', '/time-zones'), staleTime: Infinity });
}

export function useReadCalendar(plan: string, hours: string) {
  return useMutation({
    mutationFn: (file: Blob) =>
      call('POST', '/plans/{plan}/hours/{hours}/calendar', { plan, hours }, { file, type: 'text/calendar' }),
  });
}
