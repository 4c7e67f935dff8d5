import type { EChartsCoreOption } from 'echarts/core';
import type { LevelShift, SeriesDay } from '../api/model';
import { tokens } from '../theme/tokens';
import { frame, line, rounded } from './frame';

const SHOWN_DAYS = 150;
/** Smaller differences are those of rounding, and of what has come of today. */
const MOVED = 0.01;

/** Whether planners' numbers stand on top of what the model expects of a day. */
export const isMoved = ({ mean, model }: SeriesDay) =>
  mean != null && model != null && Math.abs(mean - model) > MOVED * Math.max(1, model);

/** What the chart library needs to draw the days of a series. */
export function dayOption(days: SeriesDay[], shifts: LevelShift[] = []): EChartsCoreOption {
  const dates = days.map(({ day }) => day);
  const named = days.filter(({ names }) => names.length > 0);
  // A range is drawn as its lower edge, unseen, and its width stacked upon it.
  const band = (name: string, low: 'lower80' | 'lower95', high: 'upper80' | 'upper95', opacity: number) => [
    {
      type: 'line',
      stack: name,
      symbol: 'none',
      silent: true,
      lineStyle: { opacity: 0 },
      data: days.map((day) => day[low] ?? null),
    },
    {
      type: 'line',
      stack: name,
      symbol: 'none',
      silent: true,
      lineStyle: { opacity: 0 },
      areaStyle: { color: tokens.petrol, opacity },
      data: days.map((day) => (day[low] == null || day[high] == null ? null : day[high] - day[low])),
    },
  ];
  return {
    ...frame(dates, dates.length - SHOWN_DAYS, (index) => words(days[index])),
    series: [
      {
        ...line('came', days.map(({ came }) => rounded(came)), tokens.ink, 1.2),
        markLine: {
          silent: true,
          symbol: 'none',
          label: { show: false },
          lineStyle: { color: tokens.ochre, width: 2, type: 'solid', opacity: 0.3 },
          data: [
            ...named.map(({ day }) => ({ xAxis: day })),
            ...shifts.map(({ from, factor }) => ({
              xAxis: from,
              lineStyle: { color: tokens.petrol, type: 'dashed', opacity: 1, width: 1 },
              label: {
                show: true,
                formatter: `${factor > 1 ? '⇡' : '⇣'} × ${factor.toFixed(2)}`,
                color: tokens.petrol,
                fontFamily: tokens.sans,
              },
            })),
          ],
        },
      },
      line('expected', days.map(({ mean }) => rounded(mean)), tokens.petrol, 2, 'dashed'),
      line('model alone', days.map((day) => (days.some(isMoved) ? rounded(day.model) : null)), tokens.soft, 1, 'dotted'),
      ...band('95', 'lower95', 'upper95', 0.12),
      ...band('80', 'lower80', 'upper80', 0.2),
    ],
  };
}

/** What is known of a day, in words. */
export function words(day: SeriesDay | undefined) {
  if (!day) return '';
  const known =
    day.mean == null
      ? day.came == null
        ? 'not known'
        : `${day.came.toFixed(0)} came`
      : `${day.mean.toFixed(0)} expected, ${day.lower80?.toFixed(0)} to ${day.upper80?.toFixed(0)} with 80 %`;
  const model = isMoved(day) ? [`the model alone expects ${day.model?.toFixed(0)}`] : [];
  const date = new Date(`${day.day}T12:00:00Z`).toLocaleDateString('en-GB', {
    weekday: 'short',
    day: 'numeric',
    month: 'short',
    year: 'numeric',
    timeZone: 'UTC',
  });
  return [date, known, ...model, ...day.names.map(escaped)].join('<br>');
}

const escaped = (name: string) => name.replaceAll('&', '&amp;').replaceAll('<', '&lt;');
