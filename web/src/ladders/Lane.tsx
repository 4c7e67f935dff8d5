import { area, line } from 'd3-shape';
import { type KeyboardEvent, type PointerEvent, useRef, useState } from 'react';
import type { LadderView, Queue, Rung } from '../api/model';
import { useWorkplace } from '../plan/workplace';
import { formatSeconds, formatShare } from '../time/time';
import { actionWords, shareAt, signOf } from './rungs';

const WIDTH = 760;
const LEFT = 16;
const RIGHT = 12;
const TOP = 16;
const BASE = 74;
const HEIGHT = 92;
/** Rungs move by this many seconds at a time, by pointer and by keys. */
const STEP = 5;

/** A queue's ladder on a time axis, over the share of chats that still wait; rungs are dragged, or moved with the arrow keys. */
export function Lane({
  queue,
  ladder,
  view,
  onMove,
}: {
  queue: Queue;
  ladder: Rung[];
  view: LadderView;
  /** A rung was let go at another time. */
  onMove: (index: number, seconds: number) => void;
}) {
  const { draft, canEdit } = useWorkplace();
  const svg = useRef<SVGSVGElement>(null);
  const [dragged, setDragged] = useState<{ index: number; seconds: number } | null>(null);
  const perSecond = (WIDTH - LEFT - RIGHT) / view.untilSeconds;
  const x = (seconds: number) => LEFT + seconds * perSecond;
  const y = (share: number) => BASE - share * (BASE - TOP);
  const shape = (shares: number[]) =>
    area<number>()
      .x((_, i) => x(i * view.stepSeconds))
      .y0(BASE)
      .y1((share) => y(share))(shares) ?? '';
  const edge =
    line<number>()
      .x((_, i) => x(i * view.stepSeconds))
      .y((share) => y(share))(view.patient) ?? '';
  const limit = Math.floor(view.untilSeconds);
  const rounded = (seconds: number) => Math.min(limit, Math.max(0, Math.round(seconds / STEP) * STEP));

  function secondsAt(event: PointerEvent) {
    const box = svg.current?.getBoundingClientRect();
    return box ? rounded((((event.clientX - box.left) / box.width) * WIDTH - LEFT) / perSecond) : 0;
  }

  function onKey(event: KeyboardEvent, index: number, seconds: number) {
    const by = { ArrowLeft: -STEP, ArrowDown: -STEP, ArrowRight: STEP, ArrowUp: STEP, PageDown: -30, PageUp: 30 }[event.key];
    if (by === undefined || !canEdit) return;
    event.preventDefault();
    onMove(index, rounded(seconds + by));
  }

  return (
    <svg
      ref={svg}
      className="lane"
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="group"
      aria-label={`Ladder of ${queue.name}`}
      onPointerMove={(event) => dragged && setDragged({ ...dragged, seconds: secondsAt(event) })}
      onPointerUp={() => {
        if (dragged && dragged.seconds !== ladder[dragged.index]?.seconds) onMove(dragged.index, dragged.seconds);
        setDragged(null);
      }}
    >
      <path className="lane-waiting" d={shape(view.waiting)} />
      <path className="lane-patient" d={edge} />
      <line className="lane-axis" x1={LEFT} x2={WIDTH - RIGHT} y1={BASE} y2={BASE} />
      {ticks(view.untilSeconds).map((seconds) => (
        <g key={seconds} className="lane-tick">
          <line x1={x(seconds)} x2={x(seconds)} y1={BASE} y2={BASE + 4} />
          <text x={x(seconds)} y={BASE + 15} textAnchor="middle">
            {formatSeconds(seconds)}
          </text>
        </g>
      ))}
      {ladder.map((rung, i) => {
        const seconds = dragged?.index === i ? dragged.seconds : rung.seconds;
        const share = shareAt(view.waiting, view.stepSeconds, seconds);
        const words = `${formatSeconds(seconds)} ${actionWords(draft.plan, rung.action)}`;
        const seen = `${formatShare(share, share < 0.1 ? 1 : 0)} of chats, ${Math.round(share * view.chats)} a week`;
        return (
          <g key={i} className={dragged?.index === i ? 'lane-rung lane-dragged' : 'lane-rung'}>
            <line x1={x(seconds)} x2={x(seconds)} y1={TOP - 2} y2={BASE} />
            <g
              className="lane-handle"
              role="slider"
              tabIndex={0}
              aria-label={`Rung ${i + 1} of ${queue.name}: ${actionWords(draft.plan, rung.action)}`}
              aria-valuemin={0}
              aria-valuemax={limit}
              aria-valuenow={seconds}
              aria-valuetext={`after ${formatSeconds(seconds)}, seen by ${seen}`}
              aria-readonly={!canEdit}
              onKeyDown={(event) => onKey(event, i, rung.seconds)}
              onPointerDown={(event) => {
                if (!canEdit) return;
                event.currentTarget.setPointerCapture(event.pointerId);
                setDragged({ index: i, seconds: rung.seconds });
              }}
            >
              <title>{`${words}\nseen by ${seen}`}</title>
              <circle cx={x(seconds)} cy={TOP - 4} r={9} />
              <text x={x(seconds)} y={TOP} textAnchor="middle">
                {signOf(rung.action)}
              </text>
            </g>
            <text className="lane-share" x={x(seconds) + 4} y={TOP + 18 + (i % 2) * 14}>
              {formatShare(share, share < 0.1 ? 1 : 0)}
            </text>
          </g>
        );
      })}
    </svg>
  );
}

/** Whole minutes, few enough to be read. */
function ticks(until: number) {
  const minutes = [1, 2, 5, 10, 15, 30, 60].find((step) => until / 60 / step <= 11) ?? 120;
  const every = minutes * 60;
  return Array.from({ length: Math.floor(until / every) + 1 }, (_, i) => i * every);
}
