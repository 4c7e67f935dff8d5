import { type KeyboardEvent, type PointerEvent, useRef } from 'react';
import type { PlayedRehearsal, Traced } from '../api/rehearsals';
import { eventWords, millisOf, nextAfter, lastBy } from './moments';
import { clockOf } from '../time/duration';

const SHORTEST_MILLIS = 6 * 60_000;
const STEPS = [15, 30, 60, 120, 300, 600, 1800, 3600, 7200, 21_600, 86_400];
const MOST_TICKS = 12;

/** How an event is marked: a shape and a colour, and its words beside the pointer. */
const SIGNS: Record<string, { sign: string; kind: string }> = {
  arrived: { sign: '●', kind: 'visitor' },
  'to-bot': { sign: '◈', kind: 'bot' },
  asked: { sign: '?', kind: 'plan' },
  queued: { sign: '◦', kind: 'plan' },
  moved: { sign: '↓', kind: 'plan' },
  offered: { sign: '▷', kind: 'offer' },
  declined: { sign: '✕', kind: 'bad' },
  lapsed: { sign: '◌', kind: 'bad' },
  assigned: { sign: '▶', kind: 'operator' },
  rung: { sign: '▤', kind: 'rung' },
  said: { sign: '“', kind: 'said' },
  'way-offered': { sign: '◁', kind: 'rung' },
  transferred: { sign: '→', kind: 'operator' },
  'called-in': { sign: '+', kind: 'operator' },
  'set-aside': { sign: '‖', kind: 'operator' },
  prioritized: { sign: '↑', kind: 'operator' },
  reminded: { sign: '!', kind: 'rung' },
  'set-away': { sign: '◇', kind: 'bad' },
  refused: { sign: '✕', kind: 'bad' },
  ended: { sign: '■', kind: 'end' },
};

export const signOf = (event: string) => SIGNS[event] ?? { sign: '·', kind: 'plan' };

interface ScoreProps {
  rehearsal: PlayedRehearsal;
  millis: number;
  instants: number[];
  /** Which chat and which operator are looked at below. */
  chat: string | null;
  operator: string | null;
  operatorName: (id: string) => string;
  onMillis: (millis: number) => void;
  onChat: (chat: string) => void;
  onOperator: (operator: string) => void;
}

interface Lane {
  key: string;
  name: string;
  kind: 'chat' | 'operator';
  marks: Traced[];
}

/** The time axis with a lane for each party: what has happened, and, fainter, what will if nobody does more. */
export function Score({ rehearsal, millis, instants, chat, operator, operatorName, onMillis, onChat, onOperator }: ScoreProps) {
  const axis = useRef<HTMLDivElement>(null);
  const lanes = lanesOf(rehearsal, operatorName);
  const happened = rehearsal.trace.filter(({ chat: about }) => about !== null).map(({ at }) => millisOf(rehearsal, at));
  const last = Math.max(SHORTEST_MILLIS, millis, ...happened.filter((at) => at <= rehearsal.untilSeconds * 1000));
  const end = last * 1.06;
  const share = (at: number) => `${(100 * at) / end}%`;
  const step = STEPS.find((seconds) => end / 1000 / seconds <= MOST_TICKS) ?? 86_400;
  function seek(event: PointerEvent) {
    const box = axis.current?.getBoundingClientRect();
    if (box) onMillis(Math.max(0, Math.min(end, ((event.clientX - box.left) / box.width) * end)));
  }
  function onKey(event: KeyboardEvent) {
    const to =
      event.key === 'ArrowRight' ? millis + (event.shiftKey ? 10_000 : 1000)
      : event.key === 'ArrowLeft' ? millis - (event.shiftKey ? 10_000 : 1000)
      : event.key === 'PageDown' ? (nextAfter(instants, millis) ?? millis)
      : event.key === 'PageUp' ? lastBy(instants, millis - 1)
      : event.key === 'Home' ? 0
      : null;
    if (to === null) return;
    event.preventDefault();
    onMillis(Math.max(0, to));
  }
  return (
    <div className="score" aria-label="Score" role="group">
      <div className="score-names">
        <span className="score-axis-name soft">{clockOf(millis)}</span>
        {lanes.map((lane) => (
          <button
            type="button"
            key={lane.key}
            className={lane.key === (lane.kind === 'chat' ? chat : operator) ? 'score-name score-chosen' : 'score-name'}
            onClick={() => (lane.kind === 'chat' ? onChat(lane.key) : onOperator(lane.key))}
          >
            {lane.kind === 'chat' ? '● ' : '▲ '}
            {lane.name}
          </button>
        ))}
      </div>
      <div
        className="score-lanes"
        ref={axis}
        role="slider"
        tabIndex={0}
        aria-label="Time of the rehearsal"
        aria-valuemin={0}
        aria-valuemax={Math.round(end / 1000)}
        aria-valuenow={Math.round(millis / 1000)}
        aria-valuetext={clockOf(millis)}
        onKeyDown={onKey}
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture(event.pointerId);
          seek(event);
        }}
        onPointerMove={(event) => event.buttons === 1 && seek(event)}
      >
        <div className="score-ticks">
          {Array.from({ length: Math.floor(end / 1000 / step) + 1 }, (_, i) => i * step * 1000).map((at) => (
            <span key={at} style={{ left: share(at) }}>
              {clockOf(at)}
            </span>
          ))}
        </div>
        {lanes.map((lane) => (
          <div key={lane.key} className="score-lane">
            {stretches(rehearsal, lane, end).map(({ from, until, kind }) => (
              <i
                key={`${from} ${kind}`}
                className={`stretch stretch-${kind}`}
                style={{ left: share(from), width: share(until - from) }}
              />
            ))}
            {lane.marks.map((mark, i) => {
              const at = millisOf(rehearsal, mark.at);
              // What falls on one instant stands side by side.
              const before = lane.marks.slice(0, i).filter((one) => one.at === mark.at).length;
              const { sign, kind } = signOf(mark.event);
              return (
                <span
                  key={`${mark.at} ${i}`}
                  className={`score-mark mark-${kind}${at > millis ? ' score-future' : ''}`}
                  style={{ left: `calc(${share(at)} + ${11 * before}px)` }}
                  title={`${clockOf(at)} ${eventWords(mark)}${mark.because ? `: ${mark.because}` : ''}`}
                >
                  {sign}
                </span>
              );
            })}
          </div>
        ))}
        {rehearsal.partsSeconds !== null && rehearsal.partsSeconds !== undefined && (
          <span className="score-parts" style={{ left: share(rehearsal.partsSeconds * 1000) }}>
            the plans part
          </span>
        )}
        <span className="score-playhead" style={{ left: share(millis) }} />
      </div>
    </div>
  );
}

/** Chats in the order of their arrival, then the operators who had to do with one. */
function lanesOf(rehearsal: PlayedRehearsal, operatorName: (id: string) => string): Lane[] {
  const chats = [...new Set(rehearsal.trace.flatMap(({ chat }) => (chat ? [chat] : [])))];
  const operators = [...new Set(rehearsal.trace.flatMap(({ operator }) => (operator ? [operator] : [])))];
  return [
    ...chats.map((chat) => ({ key: chat, name: chat, kind: 'chat' as const, marks: rehearsal.trace.filter((one) => one.chat === chat) })),
    ...operators.map((id) => ({
      key: id,
      name: operatorName(id),
      kind: 'operator' as const,
      marks: rehearsal.trace.filter((one) => one.operator === id && one.event !== 'said'),
    })),
  ];
}

interface Stretch {
  from: number;
  until: number;
  kind: 'bot' | 'queue' | 'operator';
}

const BECOMES: Record<string, Stretch['kind'] | null> = {
  'to-bot': 'bot',
  queued: 'queue',
  moved: 'queue',
  transferred: 'queue',
  assigned: 'operator',
  'set-aside': null,
  ended: null,
};

/** Who has a chat, for how long. */
function stretches(rehearsal: PlayedRehearsal, lane: Lane, end: number): Stretch[] {
  if (lane.kind !== 'chat') return [];
  const all: Stretch[] = [];
  let open: { from: number; kind: Stretch['kind'] } | null = null;
  for (const mark of lane.marks) {
    const next = BECOMES[mark.event];
    if (next === undefined) continue;
    const at = millisOf(rehearsal, mark.at);
    if (open) all.push({ ...open, until: at });
    open = next && { from: at, kind: next };
  }
  if (open) all.push({ ...open, until: end });
  return all;
}
