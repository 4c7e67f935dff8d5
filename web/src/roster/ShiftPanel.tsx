import { Button, Select } from 'antd';
import { useState } from 'react';
import type { DayChange, RosterWeek, Shift, ShiftKind } from '../api/model';
import { useEffectOf } from '../api/roster';
import { useWorkplace } from '../plan/workplace';
import { CoverTable } from './CoverTable';
import { EffectWords, names } from './Effect';
import type { Cell } from './RosterGrid';
import { addDays } from '../time/days';
import { dayName, hours, inWords, ofKind } from './shifts';
import { minutesOf, timeOf } from '../time/timeOfDay';

interface Props {
  view: RosterWeek;
  selected: Cell | null;
  onChange: (days: DayChange[]) => void;
}

/** One person's day: what it is, what it could be, and what that would break. */
export function ShiftPanel({ view, selected, onChange }: Props) {
  const { canEdit } = useWorkplace();
  const person = view.people.find((one) => one.id === selected?.operator);
  if (!selected || !person) {
    return (
      <>
        <p className="soft">Pick a shift or a free day. Drag a shift to another time or person; arrow keys move it by half-hours.</p>
        <CoverTable view={view} />
      </>
    );
  }
  const date = addDays(view.monday, selected.day);
  const shift = person.shifts.find((one) => one.date === date) ?? null;
  const broken = person.breaches.filter((breach) => breach.dates.includes(date));
  return (
    <>
      <h2>
        {person.name}, {dayName(selected.day)}
      </h2>
      <p className="soft">Can serve: {person.queues.join(', ') || 'nothing'}.</p>
      <dl className="sums">
        <dt>Paid this week</dt>
        <dd>{hours(person.paidMinutes)}</dd>
        <dt>Contract</dt>
        <dd>
          {person.leastMinutes === person.mostMinutes ? '' : `${hours(person.leastMinutes)} to `}
          {hours(person.mostMinutes)}
        </dd>
      </dl>
      {broken.length > 0 && (
        <ul className="roster-effects">
          {broken.map((breach) => (
            <li key={breach.words} className={breach.rule === 'WISH' ? 'warns' : 'short'}>
              {breach.rule === 'WISH' ? '◆' : '▾'} {breach.words}
            </li>
          ))}
        </ul>
      )}
      {!view.rostered ? (
        <p className="soft">Begin a roster to set shifts.</p>
      ) : (
        canEdit && (
          <Editor key={`${person.id} ${date} ${JSON.stringify(shift)}`} view={view} operator={person.id} date={date} shift={shift} onChange={onChange} />
        )
      )}
    </>
  );
}

/** Another kind begins when the shift began, as far as the kind allows it. */
function startOf(kind: ShiftKind, before: Shift | null) {
  const [earliest, latest] = [kind.earliestStart.slice(0, 5), kind.latestStart.slice(0, 5)];
  const start = before?.start.slice(0, 5) ?? earliest;
  return start < earliest ? earliest : start > latest ? latest : start;
}

interface EditorProps {
  view: RosterWeek;
  operator: string;
  date: string;
  shift: Shift | null;
  onChange: (days: DayChange[]) => void;
}

function Editor({ view, operator, date, shift, onChange }: EditorProps) {
  const { draft } = useWorkplace();
  const [wanted, setWanted] = useState<Shift | null>(shift);
  const kind = view.kinds.find((one) => one.id === wanted?.kind);
  const changed = JSON.stringify(wanted) !== JSON.stringify(shift);
  const days: DayChange[] = [{ operator, day: date, before: shift, after: wanted }];
  const effect = useEffectOf(draft.id, view.monday, changed ? days : null);

  function become(id: string) {
    const next = view.kinds.find((one) => one.id === id);
    setWanted(next ? ofKind(next, operator, date, startOf(next, wanted)) : null);
  }

  return (
    <div className="editor roster-editor">
      <label>
        Kind
        <Select
          aria-label="Kind"
          value={wanted ? (wanted.kind ?? 'NONE') : 'OFF'}
          onChange={become}
          options={[
            { value: 'OFF', label: 'Day off' },
            ...view.kinds.map((one) => ({ value: one.id, label: `${one.name}, ${hours(one.minutes)}` })),
            ...(wanted && !wanted.kind ? [{ value: 'NONE', label: 'Of no kind' }] : []),
          ]}
        />
      </label>
      {wanted && (
        <label>
          Start
          <Select
            aria-label="Start"
            value={wanted.start.slice(0, 5)}
            onChange={(start) => setWanted({ ...wanted, start, fixed: true })}
            options={starts(kind, wanted.start).map((start) => ({ value: start, label: start }))}
          />
        </label>
      )}
      {wanted?.pauses.map((pause, i) => (
        <label key={i}>
          Break of {pause.minutes} min{pause.paid ? '' : ', unpaid'}
          <Select
            aria-label={`Break ${i + 1}`}
            value={pause.afterMinutes}
            onChange={(afterMinutes) =>
              setWanted({
                ...wanted,
                fixed: true,
                pauses: wanted.pauses.map((one, k) => (k === i ? { ...one, afterMinutes } : one)),
              })
            }
            options={breakStarts(kind, i, pause.afterMinutes).map((after) => ({
              value: after,
              label: timeOf(minutesOf(wanted.start) + after),
            }))}
          />
        </label>
      ))}
      {wanted && (
        <p className="soft">
          {inWords(wanted, view.monday)}
          {wanted.fixed ? ', set by hand: a search does not move it.' : ', found by the search.'}
        </p>
      )}
      {changed && effect.data && <EffectWords effect={effect.data} names={names(view)} />}
      <div className="editor-buttons">
        <Button type="primary" disabled={!changed} onClick={() => onChange(days)}>
          Set
        </Button>
        {shift && !changed && (
          <Button onClick={() => onChange([{ ...days[0], operator, day: date, before: shift, after: { ...shift, fixed: !shift.fixed } }])}>
            {shift.fixed ? 'Let a search move it' : 'Keep it as it is'}
          </Button>
        )}
      </div>
    </div>
  );
}

/** The starts a kind allows, and the one there is. */
function starts(kind: ShiftKind | undefined, now: string) {
  const found = new Set([now.slice(0, 5)]);
  if (kind) {
    for (let at = minutesOf(kind.earliestStart); at <= minutesOf(kind.latestStart); at += kind.stepMinutes) found.add(timeOf(at));
  }
  return [...found].sort();
}

function breakStarts(kind: ShiftKind | undefined, index: number, now: number) {
  const found = new Set([now]);
  const window = kind?.breaks[index];
  if (window) {
    for (let at = window.fromMinutes; at + window.minutes <= window.untilMinutes; at += 30) found.add(at);
  }
  return [...found].sort((a, b) => a - b);
}
