import { type KeyboardEvent, type PointerEvent, useRef, useState } from 'react';
import type { RosterPerson, RosterWeek, Shift } from '../api/model';
import { addDays } from '../time/days';
import { A_DAY, dayName, hours, inWords, movedTo, STEP, startOf } from './shifts';

const ROW = 22;
const HOURS_BETWEEN_MARKS = 3;

/** The part of the week that is drawn, in minutes from Monday 0:00. */
export interface Range {
  from: number;
  to: number;
}

export interface Target {
  from: Shift;
  to: Shift;
}

/** A person's day. */
export interface Cell {
  operator: string;
  day: number;
}

interface Props {
  view: RosterWeek;
  range: Range;
  canEdit: boolean;
  selected: Cell | null;
  onSelect: (cell: Cell) => void;
  /** Told while a shift is dragged, with null when it is let go of. */
  onDrag: (target: Target | null) => void;
  onMove: (target: Target) => void;
  onDelete: (shift: Shift) => void;
}

/** People by time: a bar for each shift, which can be dragged to another time, day or person. */
export function RosterGrid(props: Props) {
  const { view, range } = props;
  const days = (range.to - range.from) / A_DAY;
  const first = range.from / A_DAY;
  return (
    <div className="roster-grid" role="group" aria-label="Shifts">
      <div className="roster-row roster-days">
        <span>Paid of contract</span>
        <div className="roster-lane">
          {Array.from({ length: days }, (_, i) => (
            <span key={i} style={{ left: `${(i / days) * 100}%` }}>
              {dayName(first + i)} {Number(addDays(view.monday, first + i).slice(8))}
            </span>
          ))}
          {days === 1 &&
            Array.from({ length: 24 / HOURS_BETWEEN_MARKS - 1 }, (_, i) => (i + 1) * HOURS_BETWEEN_MARKS).map((hour) => (
              <span key={hour} aria-hidden="true" style={{ left: `${(hour / 24) * 100}%` }}>
                {hour}:00
              </span>
            ))}
        </div>
      </div>
      {view.people.map((person, row) => (
        <Row key={person.id} {...props} person={person} row={row} />
      ))}
    </div>
  );
}

function Row(props: Props & { person: RosterPerson; row: number }) {
  const { view, range, person, selected, onSelect } = props;
  const span = range.to - range.from;
  const days = Array.from({ length: span / A_DAY }, (_, i) => range.from / A_DAY + i);
  const outside = person.paidMinutes > person.mostMinutes || person.paidMinutes < person.leastMinutes;
  return (
    <div className="roster-row" role="group" aria-label={`Shifts of ${person.name}`}>
      <span className="roster-name" title={person.queues.join(', ') || 'Can serve no queue'}>
        <span>{person.name}</span>
        <span className={view.rostered && outside ? 'short' : 'soft'}>
          {view.rostered && outside ? '▾ ' : ''}
          {hours(person.paidMinutes).replace(' h', '')}/{hours(person.mostMinutes)}
        </span>
      </span>
      <div className="roster-lane">
        {days.map((day) => (
          <button
            key={day}
            type="button"
            tabIndex={person.shifts.some((shift) => Math.floor(startOf(shift, view.monday) / A_DAY) === day) ? -1 : 0}
            className={selected?.operator === person.id && selected.day === day ? 'roster-cell roster-cell-picked' : 'roster-cell'}
            style={{ left: `${((day * A_DAY - range.from) / span) * 100}%`, width: `${(A_DAY / span) * 100}%` }}
            aria-label={`${person.name}, ${dayName(day)}`}
            onClick={() => onSelect({ operator: person.id, day })}
          />
        ))}
        {person.shifts.map((shift) => (
          <Bar key={shift.date} {...props} shift={shift} />
        ))}
      </div>
    </div>
  );
}

function Bar(props: Props & { person: RosterPerson; row: number; shift: Shift }) {
  const { view, range, canEdit, person, row, shift, selected, onSelect, onDrag, onMove, onDelete } = props;
  const grabbed = useRef<{ x: number; y: number; width: number } | null>(null);
  const [shown, setShown] = useState<{ x: number; y: number } | null>(null);
  const span = range.to - range.from;
  const from = startOf(shift, view.monday);
  if (from + shift.minutes <= range.from || from >= range.to) return null;
  const broken = person.breaches.filter((breach) => breach.dates.includes(shift.date));
  const binding = broken.filter((breach) => breach.rule !== 'WISH');
  const kind = view.kinds.find((one) => one.id === shift.kind);
  const words = `${person.name}, ${inWords(shift, view.monday)}, ${kind?.name ?? 'no kind'}${shift.fixed ? ', set by hand' : ''}${broken.map((breach) => `. ${breach.words}`).join('')}`;

  function target(x: number, y: number, width: number): Target | null {
    const minutes = Math.round(((x / width) * span) / STEP) * STEP;
    const other = view.people[row + Math.round(y / ROW)];
    const minute = from + minutes;
    if (!other || minute < 0 || minute >= 7 * A_DAY || (minutes === 0 && other.id === person.id)) return null;
    return { from: shift, to: movedTo(shift, other.id, minute, view.monday) };
  }

  function grab(event: PointerEvent<HTMLButtonElement>) {
    const lane = event.currentTarget.parentElement;
    if (!canEdit || event.button !== 0 || !lane) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    grabbed.current = { x: event.clientX, y: event.clientY, width: lane.clientWidth };
  }

  function drag(event: PointerEvent<HTMLButtonElement>) {
    const start = grabbed.current;
    if (!start) return;
    const [x, y] = [event.clientX - start.x, event.clientY - start.y];
    setShown({ x, y });
    onDrag(target(x, y, start.width));
  }

  function letGo(event: PointerEvent<HTMLButtonElement>) {
    const start = grabbed.current;
    grabbed.current = null;
    setShown(null);
    onDrag(null);
    const to = start && target(event.clientX - start.x, event.clientY - start.y, start.width);
    if (to) onMove(to);
    else onSelect({ operator: person.id, day: Math.floor(from / A_DAY) });
  }

  function giveUp() {
    grabbed.current = null;
    setShown(null);
    onDrag(null);
  }

  function press(event: KeyboardEvent) {
    if (!canEdit) return;
    const step = { ArrowLeft: -STEP, ArrowRight: STEP }[event.key];
    if (step && from + step >= 0) {
      event.preventDefault();
      event.stopPropagation();
      onMove({ from: shift, to: movedTo(shift, person.id, from + step, view.monday) });
    } else if (event.key === 'Delete') {
      onDelete(shift);
    }
  }

  return (
    <button
      type="button"
      className={[
        'shift',
        binding.length > 0 ? 'shift-broken' : '',
        shift.fixed ? 'shift-fixed' : '',
        selected?.operator === person.id && selected.day === Math.floor(from / A_DAY) ? 'shift-picked' : '',
        shown ? 'shift-dragged' : '',
      ].join(' ')}
      style={{
        left: `${((from - range.from) / span) * 100}%`,
        width: `${(shift.minutes / span) * 100}%`,
        transform: shown ? `translate(${shown.x}px, ${shown.y}px)` : undefined,
      }}
      title={words}
      aria-label={words}
      onPointerDown={grab}
      onPointerMove={drag}
      onPointerUp={letGo}
      onPointerCancel={giveUp}
      onClick={(event) => event.detail === 0 && onSelect({ operator: person.id, day: Math.floor(from / A_DAY) })}
      onKeyDown={press}
    >
      {shift.pauses.map((pause) => (
        <span
          key={pause.afterMinutes}
          className="shift-pause"
          style={{
            left: `${(pause.afterMinutes / shift.minutes) * 100}%`,
            width: `${(pause.minutes / shift.minutes) * 100}%`,
          }}
        />
      ))}
      {binding.length > 0 && <span className="shift-sign">▾</span>}
      {span === A_DAY && <span className="shift-words">{inWords(shift, view.monday).slice(4)}</span>}
    </button>
  );
}
