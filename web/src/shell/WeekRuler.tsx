import { type KeyboardEvent, useEffect, useRef, useState } from 'react';
import { usePlace } from '../plan/place';
import { useWorkplace } from '../plan/workplace';
import { addMinutes, COVERED, formatDay, formatMoment, formatPeople, fromLocal, toLocal } from '../time/time';
import { useShownSimulation } from './useShownSimulation';

const HEIGHT = 64;
const LABELS = 14;
const BASELINE = 46;
const DEEPEST = HEIGHT - BASELINE - 2;
const HALF_HOUR = 30;
/** Lower bars could not be seen. */
const SEEN = 0.5;

/** The week in half-hours: chats as bars, those that are late by simulation at their top, under them those who answer against those required, closed times shaded. Picks the moment. */
export function WeekRuler({ anew }: { /** Whether what is shown is being worked out anew. */ anew: boolean }) {
  const { week, at, slot } = useWorkplace();
  const { pick } = usePlace();
  const late = useShownSimulation().data?.sides?.late ?? [];
  const [frame, width] = useWidth();
  const count = week.startsAt.length;
  const step = width / count;
  const mostChats = Math.max(1, ...week.chats);
  const mostGap = Math.max(1, ...week.startsAt.map((_, i) => Math.abs(gap(i))));

  function gap(i: number) {
    const lacking = week.shortOf[i] ?? 0;
    return lacking >= COVERED ? -lacking : Math.max(0, (week.available[i] ?? 0) - (week.required[i] ?? 0));
  }

  function pickAt(clientX: number, left: number) {
    const index = Math.min(count - 1, Math.max(0, Math.floor((clientX - left) / step)));
    const start = week.startsAt[index];
    if (start) pick(start);
  }

  function onKey(event: KeyboardEvent) {
    const minutes: Record<string, number> = {
      ArrowLeft: -HALF_HOUR,
      ArrowRight: HALF_HOUR,
      PageUp: -24 * 60,
      PageDown: 24 * 60,
    };
    const move = minutes[event.key];
    if (move !== undefined) {
      event.preventDefault();
      pick(addMinutes(at, move));
    } else if (event.key === 'Home' || event.key === 'End') {
      event.preventDefault();
      pick(week.startsAt[event.key === 'Home' ? 0 : count - 1] ?? at);
    }
  }

  const firstOfDay = week.startsAt
    .map((start, i) => ({ start, i, day: toLocal(start, week.timeZone).slice(0, 10) }))
    .filter((s, i, all) => i === 0 || all[i - 1]?.day !== s.day);

  return (
    <section className="ruler" aria-label="Week ruler">
      <Moment late={late[slot] ?? 0} anew={anew} />
      <div className="ruler-frame" ref={frame}>
        <svg
          width={width}
          height={HEIGHT}
          role="slider"
          tabIndex={0}
          aria-label="Moment"
          aria-valuemin={0}
          aria-valuemax={count - 1}
          aria-valuenow={Math.max(0, slot)}
          aria-valuetext={formatMoment(at, week.timeZone)}
          onKeyDown={onKey}
          onPointerDown={(event) => {
            event.currentTarget.setPointerCapture(event.pointerId);
            pickAt(event.clientX, event.currentTarget.getBoundingClientRect().left);
          }}
          onPointerMove={(event) => {
            if (event.buttons === 1) pickAt(event.clientX, event.currentTarget.getBoundingClientRect().left);
          }}
        >
          {week.open.map((open, i) =>
            open ? null : (
              <rect
                key={week.startsAt[i]}
                className="ruler-closed"
                x={i * step}
                y={LABELS}
                width={step + 0.5}
                height={HEIGHT - LABELS}
              />
            ),
          )}
          {week.chats.map((chats, i) => {
            const tall = (chats / mostChats) * (BASELINE - LABELS - 2);
            return (
              <rect
                key={week.startsAt[i]}
                className="ruler-chats"
                x={i * step + 0.3}
                y={BASELINE - tall}
                width={Math.max(0.5, step - 0.6)}
                height={tall}
              />
            );
          })}
          {week.chats.map((chats, i) => {
            const tall = (Math.min(chats, late[i] ?? 0) / mostChats) * (BASELINE - LABELS - 2);
            return tall < SEEN ? null : (
              <rect
                key={week.startsAt[i]}
                className="ruler-late"
                x={i * step + 0.3}
                y={BASELINE - (chats / mostChats) * (BASELINE - LABELS - 2)}
                width={Math.max(0.5, step - 0.6)}
                height={tall}
              />
            );
          })}
          <line className="ruler-base" x1={0} x2={width} y1={BASELINE} y2={BASELINE} />
          {week.startsAt.map((start, i) => {
            const people = gap(i);
            return people === 0 ? null : (
              <rect
                key={start}
                className={people < 0 ? 'ruler-short' : 'ruler-spare'}
                x={i * step + 0.3}
                y={BASELINE + 1}
                width={Math.max(0.5, step - 0.6)}
                height={Math.max(2, (Math.abs(people) / mostGap) * DEEPEST)}
              />
            );
          })}
          {firstOfDay.map(({ start, i }) => (
            <g key={start}>
              <line className="ruler-day" x1={i * step} x2={i * step} y1={0} y2={HEIGHT} />
              <text className="ruler-label" x={i * step + 4} y={10}>
                {formatDay(start, week.timeZone)}
              </text>
            </g>
          ))}
          {slot >= 0 && (
            <g className="ruler-moment" transform={`translate(${(slot + 0.5) * step} 0)`}>
              <path d="M-5 0h10l-5 7z" />
              <line y1={0} y2={HEIGHT} />
            </g>
          )}
        </svg>
      </div>
    </section>
  );
}

/** The moment in words, and as a field to type a date into. */
function Moment({ late, anew }: { late: number; anew: boolean }) {
  const { week, at, slot } = useWorkplace();
  const { pick } = usePlace();
  const [typing, setTyping] = useState(false);
  const chats = slot < 0 ? 0 : 2 * (week.chats[slot] ?? 0);
  const lacking = slot < 0 ? 0 : (week.shortOf[slot] ?? 0);
  const open = slot >= 0 && week.open[slot];
  return (
    <div className="ruler-words">
      {typing ? (
        <input
          className="ruler-type"
          type="datetime-local"
          step={1800}
          aria-label="Go to date and time"
          autoFocus
          defaultValue={toLocal(at, week.timeZone)}
          onBlur={() => setTyping(false)}
          onKeyDown={(event) => {
            if (event.key === 'Escape') setTyping(false);
            if (event.key === 'Enter' && event.currentTarget.value) {
              pick(fromLocal(event.currentTarget.value, week.timeZone));
              setTyping(false);
            }
          }}
        />
      ) : (
        <button className="ruler-title" type="button" title="Type a date to go to" onClick={() => setTyping(true)}>
          {formatMoment(at, week.timeZone)}
        </button>
      )}
      {anew ? (
        <div className="soft" role="status">
          being worked out anew …
        </div>
      ) : Math.round(2 * late) > 0 ? (
        <div className="soft" title="Chats that come in an hour, and how many of them are not answered in time by simulation">
          {Math.round(chats)} chats an hour, ▾ {Math.round(2 * late)} late
        </div>
      ) : (
        <div className="soft">{Math.round(chats)} chats an hour expected</div>
      )}
      {!open ? (
        <div className="soft">▪ everything closed</div>
      ) : week.totals.chats === 0 ? (
        <div className="soft">no volumes are known</div>
      ) : lacking >= COVERED ? (
        <div className="short">
          ▾ {formatPeople(lacking)} {formatPeople(lacking) === '1' ? 'operator' : 'operators'} short
        </div>
      ) : (
        <div className="enough">▴ enough operators</div>
      )}
    </div>
  );
}

function useWidth() {
  const ref = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(1000);
  useEffect(() => {
    const element = ref.current;
    if (!element) return;
    const observer = new ResizeObserver(([entry]) => entry && setWidth(entry.contentRect.width));
    observer.observe(element);
    return () => observer.disconnect();
  }, []);
  return [ref, width] as const;
}
