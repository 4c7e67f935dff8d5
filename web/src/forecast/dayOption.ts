import type { EChartsCoreOption } from 'echarts/core';
import type { SeriesDay } from '../api/model';
import { tokens } from '../theme/tokens';

const SHOWN_DAYS = 150;

/** What the chart library needs to draw the days of a series. */
export function dayOption(days: SeriesDay[]): EChartsCoreOption {
  const dates = days.map(({ day }) => day);
  const named = days.filter(({ names }) => names.length > 0);
  const text = { color: tokens.soft, fontFamily: tokens.sans };
  const rounded = (value: number | null | undefined) => (value == null ? null : Math.round(value * 10) / 10);
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
    animation: false,
    textStyle: text,
    grid: { left: 44, right: 14, top: 14, bottom: 62 },
    tooltip: {
      trigger: 'axis',
      formatter: (points: { dataIndex: number }[]) => words(days[points[0]?.dataIndex ?? 0]),
    },
    dataZoom: [
      {
        type: 'slider',
        startValue: Math.max(0, dates.length - SHOWN_DAYS),
        endValue: dates.length - 1,
        height: 22,
        bottom: 8,
        borderColor: tokens.line,
        fillerColor: `${tokens.band}44`,
        handleStyle: { color: tokens.surface, borderColor: tokens.soft },
        moveHandleStyle: { color: tokens.band },
        dataBackground: { lineStyle: { color: tokens.soft }, areaStyle: { color: tokens.band } },
        selectedDataBackground: { lineStyle: { color: tokens.ink }, areaStyle: { color: tokens.band } },
        textStyle: text,
      },
    ],
    xAxis: { type: 'category', data: dates, axisLabel: text, axisLine: { lineStyle: { color: tokens.line } } },
    yAxis: { type: 'value', axisLabel: text, splitLine: { lineStyle: { color: tokens.line } } },
    series: [
      {
        name: 'came',
        type: 'line',
        symbol: 'none',
        lineStyle: { color: tokens.ink, width: 1.2 },
        data: days.map(({ came }) => rounded(came)),
        markLine: {
          silent: true,
          symbol: 'none',
          label: { show: false },
          lineStyle: { color: tokens.ochre, width: 2, type: 'solid', opacity: 0.3 },
          data: named.map(({ day }) => ({ xAxis: day })),
        },
      },
      {
        name: 'expected',
        type: 'line',
        symbol: 'none',
        lineStyle: { color: tokens.petrol, width: 2, type: 'dashed' },
        data: days.map(({ mean }) => rounded(mean)),
      },
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
  const date = new Date(`${day.day}T12:00:00Z`).toLocaleDateString('en-GB', {
    weekday: 'short',
    day: 'numeric',
    month: 'short',
    year: 'numeric',
    timeZone: 'UTC',
  });
  return [date, known, ...day.names.map(escaped)].join('<br>');
}

const escaped = (name: string) => name.replaceAll('&', '&amp;').replaceAll('<', '&lt;');
