import type { KeyboardEvent } from 'react';
import { useEffect, useRef } from 'react';
import type { CountedDay, DaysView } from '../api/model';
import { type Day, dayAfter, inWords, months, scale } from './months';

/** Some days in a row: from where the pick began to where it is. */
export interface Picked {
  anchor: string;
  focus: string;
}

export const range = ({ anchor, focus }: Picked) =>
  anchor < focus ? { firstDay: anchor, lastDay: focus } : { firstDay: focus, lastDay: anchor };

interface HistoryCalendarProps {
  label: string;
  counted: CountedDay[];
  special: DaysView;
  picked: Picked | null;
  onPick: (picked: Picked) => void;
}

const STEPS: Record<string, number> = { ArrowLeft: -1, ArrowRight: 1, PageUp: -7, PageDown: 7 };

/** A column for each day of the history, a row for each month: what came, what is not known, what was unlike other days. */
export function HistoryCalendar({ label, counted, special, picked, onPick }: HistoryCalendarProps) {
  const list = useRef<HTMLDivElement>(null);
  const most = scale(counted);
  const first = counted[0]?.day ?? '';
  const last = counted.at(-1)?.day ?? '';
  const chosen = picked && range(picked);
  const isPicked = ({ day }: Day) => chosen !== null && chosen.firstDay <= day && day <= chosen.lastDay;
  useEffect(() => {
    if (list.current) list.current.scrollTop = list.current.scrollHeight; // the newest is what one looks for
  }, [first, last]);

  function onKeyDown(event: KeyboardEvent) {
    const from = picked?.focus ?? last;
    const to =
      event.key === 'Home'
        ? first
        : event.key === 'End'
          ? last
          : event.key === 'ArrowUp' || event.key === 'ArrowDown'
            ? monthsAfter(from, event.key === 'ArrowUp' ? -1 : 1)
            : event.key in STEPS
              ? dayAfter(from, STEPS[event.key] ?? 0)
              : null;
    if (to === null) return;
    event.preventDefault();
    const focus = to < first ? first : to > last ? last : to;
    onPick({ anchor: event.shiftKey ? (picked?.anchor ?? from) : focus, focus });
    document.getElementById(`day-${focus}`)?.scrollIntoView({ block: 'nearest' });
  }

  return (
    <div
      ref={list}
      className="calendar"
      role="listbox"
      aria-label={`Days of ${label}`}
      aria-multiselectable
      aria-activedescendant={picked ? `day-${picked.focus}` : undefined}
      tabIndex={0}
      onKeyDown={onKeyDown}
    >
      {months(counted, special).map((month) => (
        <div key={month.name} role="group" aria-label={month.name} className="calendar-month">
          <span className="calendar-name" aria-hidden>
            {month.name}
          </span>
          {month.days.map((day, i) =>
            day ? (
              <DayColumn
                key={day.day}
                day={day}
                most={most}
                picked={isPicked(day)}
                onPick={(extend) => onPick({ anchor: extend && picked ? picked.anchor : day.day, focus: day.day })}
              />
            ) : (
              <span key={i} />
            ),
          )}
        </div>
      ))}
    </div>
  );
}

interface DayColumnProps {
  day: Day;
  most: number;
  picked: boolean;
  onPick: (extend: boolean) => void;
}

function DayColumn({ day, most, picked, onPick }: DayColumnProps) {
  const sign =
    day.mark?.kind === 'ERROR' ? '×' : day.mark?.kind === 'EVENT' ? '◆' : day.unusual ? (day.unusual.factor > 1 ? '▴' : '▾') : '';
  const kind = day.mark ? day.mark.kind.toLowerCase() : day.unusual ? 'unusual' : undefined;
  return (
    <div
      role="option"
      id={`day-${day.day}`}
      aria-selected={picked}
      aria-label={inWords(day)}
      title={inWords(day)}
      className="calendar-day"
      data-weekend={day.weekend || undefined}
      data-gap={day.known < 1 || undefined}
      data-kind={kind}
      data-shift={day.shift ? '' : undefined}
      onMouseDown={(event) => onPick(event.shiftKey)}
      onMouseEnter={(event) => event.buttons === 1 && onPick(true)}
    >
      <span className="calendar-bar" style={{ height: `${Math.min(100, (100 * (day.chats ?? 0)) / most)}%` }} />
      <span className="calendar-sign" aria-hidden>
        {day.shift ? (day.shift.factor > 1 ? '⇡' : '⇣') : sign}
      </span>
      {day.names.length > 0 && !day.mark && <span className="calendar-holiday" aria-hidden />}
    </div>
  );
}

function monthsAfter(day: string, by: number) {
  const date = new Date(`${day}T00:00:00Z`);
  const wanted = date.getUTCDate();
  date.setUTCDate(1);
  date.setUTCMonth(date.getUTCMonth() + by);
  const longest = new Date(Date.UTC(date.getUTCFullYear(), date.getUTCMonth() + 1, 0)).getUTCDate();
  date.setUTCDate(Math.min(wanted, longest));
  return date.toISOString().slice(0, 10);
}
