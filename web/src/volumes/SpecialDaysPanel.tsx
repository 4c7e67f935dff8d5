import { Button, Input, Segmented } from 'antd';
import { useEffect, useState } from 'react';
import type { LevelShift, Mark, UnusualRun } from '../api/model';
import { useMark, useSpecialDays, useUnmark } from '../api/forecast';
import { BusyButton } from '../ui/BusyButton';
import { ErrorNote } from '../ui/ErrorNote';
import { useWorkplace } from '../plan/workplace';
import { formatDays } from '../time/time';
import { type Picked, range } from './HistoryCalendar';

/** Days that were unusual and what they were, so that the forecast does not take them for ordinary ones. */
export function SpecialDaysPanel({ picked = null }: { picked?: Picked | null }) {
  const { draft, canEdit } = useWorkplace();
  const { data, error } = useSpecialDays(draft.id);
  const unmark = useUnmark(draft.id);
  if (!data) return <ErrorNote error={error} />;
  return (
    <section aria-label="Unusual days">
      {canEdit && <MarkDays picked={picked} />}
      {data.unusual.length === 0 ? (
        <p className="soft">No day without a mark is far from what was to be expected.</p>
      ) : (
        <p className="soft">
          Far from what was to be expected. Give them a meaning: an event returns under its name, an error is left out.
        </p>
      )}
      <ul className="unusual">
        {data.unusual.map((run) => (
          <Unusual key={run.firstDay} run={run} />
        ))}
      </ul>
      {data.marks.length > 0 && <h3>Marked days</h3>}
      <ErrorNote error={unmark.error} />
      <ul className="unusual">
        {data.marks.map((mark) => (
          <li key={mark.id} className="unusual-mark">
            <span>
              <strong>{formatDays(mark)}</strong> {mark.kind === 'EVENT' ? mark.name : mark.kind === 'ERROR' ? 'error, left out' : 'normal'}
            </span>
            {canEdit && (
              <Button size="small" aria-label={`Take the mark of ${formatDays(mark)} away`} onClick={() => unmark.mutate(mark.id)}>
                Undo
              </Button>
            )}
          </li>
        ))}
      </ul>
      {data.shifts.length > 0 && <Shifts shifts={data.shifts} />}
      <datalist id="event-names">
        {names(data.marks).map((name) => (
          <option key={name} value={name} />
        ))}
      </datalist>
    </section>
  );
}

function Unusual({ run }: { run: UnusualRun }) {
  const { draft, canEdit } = useWorkplace();
  const mark = useMark(draft.id);
  const [name, setName] = useState('');
  const as = (kind: Mark['kind'], called: string) =>
    mark.mutate({ firstDay: run.firstDay, lastDay: run.lastDay, kind, name: called });
  return (
    <li aria-label={formatDays(run)}>
      <span>
        <strong>{formatDays(run)}</strong> <span className="warns">◆ × {run.factor.toFixed(1)}</span>{' '}
        <span className="soft">
          {run.strongest}
          {run.series > 1 && ` and ${run.series - 1} more`}
        </span>
      </span>
      {canEdit && (
        <span className="unusual-marks">
          <Input
            size="small"
            aria-label={`Name of the event of ${formatDays(run)}`}
            placeholder="name of the event"
            list="event-names"
            value={name}
            onChange={(event) => setName(event.target.value)}
            onPressEnter={() => as('EVENT', name)}
          />
          <Button size="small" disabled={!name.trim()} onClick={() => as('EVENT', name)}>
            Event
          </Button>
          <Button size="small" onClick={() => as('ERROR', '')}>
            Error
          </Button>
          <Button size="small" onClick={() => as('NORMAL', '')}>
            Normal
          </Button>
        </span>
      )}
      <ErrorNote error={mark.error} />
    </li>
  );
}

/** Lasting changes: nothing has to be said of them, but who looks at a year before should know. */
function Shifts({ shifts }: { shifts: LevelShift[] }) {
  return (
    <>
      <h3>New levels</h3>
      <ul className="unusual" aria-label="New levels">
        {shifts.map((shift) => (
          <li key={`${shift.from} ${shift.label}`}>
            <span>
              <strong>since about {formatDays({ firstDay: shift.from, lastDay: shift.from })}</strong>{' '}
              <span className="enough">
                {shift.factor > 1 ? '⇡' : '⇣'} × {shift.factor.toFixed(2)}
              </span>{' '}
              <span className="soft">{shift.label}</span>
            </span>
          </li>
        ))}
      </ul>
    </>
  );
}

const MEANINGS = [
  { value: 'EVENT', label: 'Event' },
  { value: 'ERROR', label: 'Error' },
  { value: 'NORMAL', label: 'Normal' },
] as const;

/** Days that one picked in the calendar or names: an event past or to come, an error, or nothing unusual after all. */
function MarkDays({ picked }: { picked: Picked | null }) {
  const { draft } = useWorkplace();
  const mark = useMark(draft.id);
  const [kind, setKind] = useState<Mark['kind']>('EVENT');
  const [firstDay, setFirstDay] = useState('');
  const [lastDay, setLastDay] = useState('');
  const [name, setName] = useState('');
  const last = lastDay || firstDay;
  useEffect(() => {
    if (!picked) return;
    setFirstDay(range(picked).firstDay);
    setLastDay(range(picked).lastDay);
  }, [picked]);
  return (
    <form
      className="mark-days"
      aria-label="Mark days"
      onSubmit={(event) => {
        event.preventDefault();
        mark.mutate({ firstDay, lastDay: last, kind, name: kind === 'EVENT' ? name : '' });
      }}
    >
      <label>
        From
        <Input type="date" value={firstDay} onChange={(event) => setFirstDay(event.target.value)} />
      </label>
      <label>
        To
        <Input type="date" value={last} min={firstDay} onChange={(event) => setLastDay(event.target.value)} />
      </label>
      <Segmented block className="mark-kind" aria-label="What they are" options={[...MEANINGS]} value={kind} onChange={setKind} />
      <Input
        aria-label="Name"
        placeholder={kind === 'EVENT' ? 'its name' : kind === 'ERROR' ? 'not learnt from' : 'like any other day'}
        list="event-names"
        disabled={kind !== 'EVENT'}
        value={name}
        onChange={(event) => setName(event.target.value)}
      />
      <ErrorNote error={mark.error} />
      <BusyButton
        htmlType="submit"
        disabled={!firstDay || (kind === 'EVENT' && !name.trim())}
        busy={mark.isPending}
      >
        Mark
      </BusyButton>
    </form>
  );
}

const names = (marks: Mark[]) => [...new Set(marks.map(({ name }) => name).filter(Boolean))];
