import { scaleLinear } from 'd3-scale';
import { line } from 'd3-shape';
import type { KeyboardEvent, PointerEvent } from 'react';
import type { BotQuality, LimitHours } from '../api/bot';

const WIDTH = 560;
const HEIGHT = 210;
const EDGE = { top: 14, right: 96, bottom: 26, left: 40 };

interface LimitCurveProps {
  quality: BotQuality;
  hours: LimitHours[];
  limit: number;
  onLimit: (limit: number) => void;
}

/** What becomes of the test utterances as the limit moves, and what it takes of people on the same axis. The limit is dragged. */
export function LimitCurve({ quality, hours, limit, onLimit }: LimitCurveProps) {
  const x = scaleLinear([0, 1], [EDGE.left, WIDTH - EDGE.right]);
  const y = scaleLinear([0, 1], [HEIGHT - EDGE.bottom, EDGE.top]);
  const most = Math.max(1, ...hours.map(({ requiredHours }) => requiredHours));
  const top = scaleLinear([0, most], [0, 1]).nice().domain()[1] ?? most;
  const people = scaleLinear([0, top], [HEIGHT - EDGE.bottom, EDGE.top]);
  const share = (of: 'answered' | 'wrong') =>
    line<BotQuality['curve'][number]>(
      (one) => x(one.limit),
      (one) => y(one[of]),
    )(quality.curve) ?? '';
  const needed =
    line<LimitHours>(
      (one) => x(one.limit),
      (one) => people(one.requiredHours),
    )(hours) ?? '';
  const last = hours.at(-1);
  const end = labels([
    { key: 'answered', text: 'answered', at: y(quality.curve.at(-12)?.answered ?? 0) },
    { key: 'wrong', text: '▾ wrong', at: y(quality.curve.at(-12)?.wrong ?? 0) },
    ...(last ? [{ key: 'hours', text: `${Math.round(last.requiredHours)} operator-h`, at: people(last.requiredHours) }] : []),
  ]);
  function drag(event: PointerEvent<SVGSVGElement>) {
    if (event.buttons === 0 && event.type === 'pointermove') return;
    const box = event.currentTarget.getBoundingClientRect();
    const at = x.invert(((event.clientX - box.left) / box.width) * WIDTH);
    onLimit(clamp(Math.round(at * 100) / 100));
  }
  function onKey(event: KeyboardEvent) {
    const step = { ArrowLeft: -0.01, ArrowRight: 0.01, PageDown: -0.1, PageUp: 0.1 }[event.key];
    if (step === undefined) return;
    event.preventDefault();
    onLimit(clamp(Math.round((limit + step) * 100) / 100));
  }
  return (
    <svg
      className="limit-curve"
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="slider"
      tabIndex={0}
      aria-label="Certainty from which the bot answers by itself"
      aria-valuemin={0}
      aria-valuemax={1}
      aria-valuenow={limit}
      onPointerDown={drag}
      onPointerMove={drag}
      onKeyDown={onKey}
    >
      {[0, 0.25, 0.5, 0.75, 1].map((tick) => (
        <g key={tick}>
          <line className="curve-grid" x1={EDGE.left} x2={WIDTH - EDGE.right} y1={y(tick)} y2={y(tick)} />
          <text className="curve-tick" x={EDGE.left - 6} y={y(tick) + 4} textAnchor="end">
            {100 * tick} %
          </text>
        </g>
      ))}
      {[0, 0.2, 0.4, 0.6, 0.8, 1].map((tick) => (
        <text key={tick} className="curve-tick" x={x(tick)} y={HEIGHT - 8} textAnchor="middle">
          {tick}
        </text>
      ))}
      <path className="curve-answered" d={share('answered')} />
      <path className="curve-wrong" d={share('wrong')} />
      <path className="curve-hours" d={needed} />
      {end.map(({ key, text, at }) => (
        <text key={key} className={`curve-label curve-label-${key}`} x={WIDTH - EDGE.right + 8} y={at + 4}>
          {text}
        </text>
      ))}
      <line className="curve-today" x1={x(quality.limit)} x2={x(quality.limit)} y1={EDGE.top} y2={HEIGHT - EDGE.bottom} />
      <line className="curve-limit" x1={x(limit)} x2={x(limit)} y1={EDGE.top - 6} y2={HEIGHT - EDGE.bottom} />
      <path className="curve-handle" d={`M${x(limit) - 6} ${EDGE.top - 10}h12l-6 9z`} />
    </svg>
  );
}

const clamp = (value: number) => Math.min(1, Math.max(0, value));

/** Labels at the ends of lines, moved apart where they would lie on each other. */
function labels<T extends { at: number }>(all: T[]): T[] {
  const apart = 15;
  const sorted = [...all].sort((a, b) => a.at - b.at);
  sorted.forEach((label, i) => {
    const above = sorted[i - 1];
    if (above && label.at - above.at < apart) label.at = above.at + apart;
  });
  return sorted;
}
