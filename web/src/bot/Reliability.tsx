import { scaleLinear } from 'd3-scale';
import type { BotQuality } from '../api/bot';

const SIZE = 200;
const EDGE = 30;

/** What is said with a certainty against how often it is right: on the diagonal, certainty means what it says. */
export function Reliability({ bins }: { bins: BotQuality['reliability'] }) {
  const x = scaleLinear([0, 1], [EDGE, SIZE - 8]);
  const y = scaleLinear([0, 1], [SIZE - EDGE, 8]);
  const most = Math.max(1, ...bins.map(({ count }) => count));
  return (
    <svg
      className="reliability"
      viewBox={`0 0 ${SIZE} ${SIZE}`}
      role="img"
      aria-label={bins.map(({ certainty, right, count }) => `said with ${certainty.toFixed(2)}, right ${right.toFixed(2)} of ${count}`).join('; ')}
    >
      <line className="curve-grid" x1={x(0)} y1={y(0)} x2={x(1)} y2={y(1)} />
      {[0, 0.5, 1].map((tick) => (
        <g key={tick}>
          <text className="curve-tick" x={x(tick)} y={SIZE - 14} textAnchor="middle">
            {tick}
          </text>
          <text className="curve-tick" x={EDGE - 5} y={y(tick) + 4} textAnchor="end">
            {tick}
          </text>
        </g>
      ))}
      {bins.map(({ certainty, right, count }) => (
        <g key={certainty}>
          <line className={right < certainty ? 'gap-over' : 'gap-under'} x1={x(certainty)} x2={x(certainty)} y1={y(certainty)} y2={y(right)} />
          <circle className="bin" cx={x(certainty)} cy={y(right)} r={2.5 + 5 * Math.sqrt(count / most)} />
        </g>
      ))}
      <text className="curve-tick" x={SIZE / 2 + 8} y={SIZE - 1} textAnchor="middle">
        certainty said
      </text>
      <text className="curve-tick" transform={`translate(8 ${SIZE / 2}) rotate(-90)`} textAnchor="middle">
        was right
      </text>
    </svg>
  );
}
