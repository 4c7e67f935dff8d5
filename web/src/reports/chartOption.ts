import type { EChartsCoreOption } from 'echarts/core';
import type { Report } from '../api/model';
import { chartText, tokens } from '../theme/tokens';
import { ENDS } from './ends';

/** A report as a picture: chats by how they ended, and the service level over them. */
export function chartOption(report: Report): EChartsCoreOption {
  return {
    animation: false,
    textStyle: chartText,
    grid: { left: 48, right: 48, top: 34, bottom: 28 },
    legend: { top: 0, textStyle: chartText, itemWidth: 12, itemHeight: 8 },
    tooltip: { trigger: 'axis' },
    xAxis: {
      type: 'category',
      data: report.lines.map(({ name }) => name),
      axisLabel: { ...chartText, hideOverlap: true },
      axisLine: { lineStyle: { color: tokens.line } },
    },
    yAxis: [
      { type: 'value', axisLabel: chartText, splitLine: { lineStyle: { color: tokens.line } } },
      { type: 'value', min: 0, max: 100, axisLabel: { ...chartText, formatter: '{value} %' }, splitLine: { show: false } },
    ],
    series: [
      ...ENDS.map(({ name, of, color }) => ({
        name,
        type: 'bar',
        stack: 'chats',
        itemStyle: { color },
        data: report.lines.map(({ now }) => of(now)),
      })),
      {
        name: 'service level',
        type: 'line',
        yAxisIndex: 1,
        symbolSize: 6,
        // Queues and people have no order that a line could follow.
        lineStyle: { color: tokens.ink, width: ['DAY', 'WEEKDAY', 'HOUR'].includes(report.by) ? 1.6 : 0 },
        itemStyle: { color: tokens.ink },
        data: report.lines.map(({ now }) => (now.serviceLevel == null ? null : Math.round(now.serviceLevel * 1000) / 10)),
      },
    ],
  };
}
