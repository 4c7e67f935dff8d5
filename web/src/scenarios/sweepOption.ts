import type { EChartsCoreOption } from 'echarts/core';
import type { Answer } from '../api/model';
import type { Measure } from '../plan/measures';
import { chartText, tokens } from '../theme/tokens';

/** A value of the swept number, and the figure there. */
interface Point {
  value: number;
  low: number;
  mean: number;
  high: number;
}

const points = (answer: Answer, measure: Measure): Point[] =>
  answer.rows.slice(1).flatMap(({ value, figures }) => {
    const { mean, halfWidth95 } = measure.of(figures);
    const half = halfWidth95 ?? 0;
    return value == null || mean == null ? [] : [{ value, mean, low: mean - half, high: mean + half }];
  });

interface Wish {
  answer: Answer;
  measure: Measure;
  /** What the number is. */
  name: string;
  best: { at: number; from: number; to: number } | undefined;
}

/** A curve with the band that holds the true one, the best range, and where the plan stands. */
export function sweepOption({ answer, measure, name, best }: Wish): EChartsCoreOption {
  const all = points(answer, measure);
  const planned = answer.rows[0]?.value;
  const band = { type: 'line', symbol: 'none', stack: 'band', lineStyle: { opacity: 0 }, silent: true };
  return {
    animation: false,
    textStyle: chartText,
    grid: { left: 60, right: 24, top: 30, bottom: 44 },
    tooltip: {
      trigger: 'axis',
      formatter: (hit: { dataIndex: number }[]) => words(all[hit[0]?.dataIndex ?? 0], measure, name),
    },
    xAxis: {
      type: 'value',
      min: 'dataMin',
      max: 'dataMax',
      name,
      nameLocation: 'middle',
      nameGap: 28,
      axisLabel: chartText,
      splitLine: { show: false },
    },
    yAxis: {
      type: 'value',
      scale: true,
      axisLabel: { ...chartText, formatter: (value: number) => measure.show(value) },
      splitLine: { lineStyle: { color: tokens.line } },
    },
    series: [
      { ...band, data: all.map(({ value, low }) => [value, low]) },
      {
        ...band,
        areaStyle: { color: tokens.band, opacity: 0.5 },
        data: all.map(({ value, low, high }) => [value, high - low]),
      },
      {
        type: 'line',
        itemStyle: { color: tokens.petrol },
        lineStyle: { color: tokens.petrol, width: 2 },
        data: all.map(({ value, mean }) => ({ value: [value, mean], symbolSize: value === best?.at ? 13 : 7 })),
        markArea: best && best.from < best.to && {
          silent: true,
          itemStyle: { color: tokens['petrol-soft'], opacity: 0.55 },
          label: { show: true, position: 'insideTop', color: tokens.petrol, formatter: 'best' },
          data: [[{ xAxis: best.from }, { xAxis: best.to }]],
        },
        markLine: planned != null && {
          silent: true,
          symbol: 'none',
          lineStyle: { color: tokens.ink, type: 'dashed' },
          label: { formatter: 'as planned', color: tokens.ink },
          data: [{ xAxis: planned }],
        },
      },
    ],
  };
}

function words(point: Point | undefined, measure: Measure, name: string) {
  if (!point) return '';
  return [`${name}: ${point.value}`, `${measure.name}: ${measure.show(point.mean)} ± ${measure.show(point.high - point.mean)}`].join('<br>');
}
