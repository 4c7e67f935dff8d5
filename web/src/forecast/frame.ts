import type { EChartsCoreOption } from 'echarts/core';
import { chartText, tokens } from '../theme/tokens';

export const rounded = (value: number | null | undefined) => (value == null ? null : Math.round(value * 10) / 10);

/** What all charts over time have in common: axes, a tooltip in words, and a slider to look closer. */
export function frame(times: string[], shownFrom: number, words: (index: number) => string): EChartsCoreOption {
  return {
    animation: false,
    textStyle: chartText,
    grid: { left: 44, right: 14, top: 14, bottom: 62 },
    tooltip: {
      trigger: 'axis',
      formatter: (points: { dataIndex: number }[]) => words(points[0]?.dataIndex ?? 0),
    },
    dataZoom: [
      {
        type: 'slider',
        startValue: Math.max(0, shownFrom),
        endValue: times.length - 1,
        height: 22,
        bottom: 8,
        borderColor: tokens.line,
        fillerColor: `${tokens.band}44`,
        handleStyle: { color: tokens.surface, borderColor: tokens.soft },
        moveHandleStyle: { color: tokens.band },
        dataBackground: { lineStyle: { color: tokens.soft }, areaStyle: { color: tokens.band } },
        selectedDataBackground: { lineStyle: { color: tokens.ink }, areaStyle: { color: tokens.band } },
        textStyle: chartText,
      },
    ],
    xAxis: { type: 'category', data: times, axisLabel: chartText, axisLine: { lineStyle: { color: tokens.line } } },
    yAxis: { type: 'value', axisLabel: chartText, splitLine: { lineStyle: { color: tokens.line } } },
  };
}

/** A line through values; gaps where nothing is known. */
export const line = (name: string, data: (number | null)[], color: string, width: number, type = 'solid') => ({
  name,
  type: 'line',
  symbol: 'none',
  lineStyle: { color, width, type },
  data,
});
