import type { EChartsCoreOption } from 'echarts/core';
import type { WeekAsItGoes } from '../api/model';
import { formatMoment } from '../time/time';
import { tokens } from '../theme/tokens';
import { frame, line, rounded } from './frame';

/** What the chart library needs to draw a week as it goes. */
export function weekOption(week: WeekAsItGoes, timeZone: string): EChartsCoreOption {
  const times = week.startsAt.map((at) => formatMoment(at, timeZone));
  return {
    ...frame(times, 0, (index) => wordsOf(week, index, times[index] ?? '')),
    series: [
      line('expected before the week', week.expected.map(rounded), tokens.soft, 1, 'dotted'),
      line('came', week.came.map(rounded), tokens.ink, 1.4),
      line('expected now', week.now.map(rounded), tokens.petrol, 2, 'dashed'),
    ],
  };
}

function wordsOf(week: WeekAsItGoes, index: number, time: string) {
  const came = week.came[index];
  const now = week.now[index];
  const before = week.expected[index];
  return [
    time,
    came != null && `${came.toFixed(0)} came`,
    now != null && `${now.toFixed(1)} expected now`,
    before !== undefined && `${before.toFixed(1)} expected before the week`,
  ]
    .filter(Boolean)
    .join('<br>');
}

/** Some of a week, added up: what was expected of it and what came, or is expected now. */
export interface Sums {
  expected: number | null;
  came: number;
  now: number;
}

/** What has come so far, against what was expected of the same half-hours. */
export function soFar(week: WeekAsItGoes): Sums {
  return sums(week, (i) => week.came[i] != null);
}

/** The rest of the day that the newest counts are of; null where that day is over. */
export function restOfDay(week: WeekAsItGoes, timeZone: string): Sums | null {
  const past = week.now.findIndex((value) => value != null);
  if (past <= 0) return null;
  const day = (i: number) => new Date(week.startsAt[i] ?? 0).toLocaleDateString('en-CA', { timeZone });
  if (day(past) !== day(past - 1)) return null;
  return sums(week, (i) => i >= past && day(i) === day(past));
}

function sums(week: WeekAsItGoes, holds: (index: number) => boolean): Sums {
  let expected = 0;
  let came = 0;
  let now = 0;
  week.startsAt.forEach((_, i) => {
    if (!holds(i)) return;
    expected += week.expected[i] ?? 0;
    came += week.came[i] ?? 0;
    now += week.now[i] ?? 0;
  });
  return { expected: week.expected.length === 0 ? null : expected, came, now };
}
