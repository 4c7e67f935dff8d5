import { Button, Input } from 'antd';
import { useState } from 'react';
import type { Mark, UnusualRun } from '../api/model';
import { useMark, useSpecialDays, useUnmark } from '../api/forecast';
import { ErrorNote } from '../shell/ErrorNote';
import { useWorkplace } from '../shell/plan';

/** Days that were unusual and what they were, so that the forecast does not take them for ordinary ones. */
export function SpecialDaysPanel() {
  const { draft, canEdit } = useWorkplace();
  const { data, error } = useSpecialDays(draft.id);
  const unmark = useUnmark(draft.id);
  if (!data) return <ErrorNote error={error} />;
  return (
    <section aria-label="Unusual days">
      <h3>Unusual days</h3>
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
          <li key={mark.id}>
            <span>
              <strong>{days(mark)}</strong> {mark.kind === 'EVENT' ? mark.name : mark.kind === 'ERROR' ? 'error, left out' : 'normal'}
            </span>
            {canEdit && (
              <Button size="small" aria-label={`Take the mark of ${days(mark)} away`} onClick={() => unmark.mutate(mark.id)}>
                Undo
              </Button>
            )}
          </li>
        ))}
      </ul>
      {canEdit && <NewEvent />}
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
    <li aria-label={days(run)}>
      <span>
        <strong>{days(run)}</strong> <span className="warns">◆ × {run.factor.toFixed(1)}</span>{' '}
        <span className="soft">
          {run.strongest}
          {run.series > 1 && ` and ${run.series - 1} more`}
        </span>
      </span>
      {canEdit && (
        <span className="unusual-marks">
          <Input
            size="small"
            aria-label={`Name of the event of ${days(run)}`}
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

/** An event to come, or one that nobody noticed. */
function NewEvent() {
  const { draft } = useWorkplace();
  const mark = useMark(draft.id);
  const [firstDay, setFirstDay] = useState('');
  const [lastDay, setLastDay] = useState('');
  const [name, setName] = useState('');
  const last = lastDay || firstDay;
  return (
    <form
      className="new-event"
      aria-label="Mark an event"
      onSubmit={(event) => {
        event.preventDefault();
        mark.mutate({ firstDay, lastDay: last, kind: 'EVENT', name });
      }}
    >
      <h3>Mark an event, past or to come</h3>
      <label>
        From
        <Input type="date" value={firstDay} onChange={(event) => setFirstDay(event.target.value)} />
      </label>
      <label>
        To
        <Input type="date" value={last} min={firstDay} onChange={(event) => setLastDay(event.target.value)} />
      </label>
      <label>
        Name
        <Input list="event-names" value={name} onChange={(event) => setName(event.target.value)} />
      </label>
      <ErrorNote error={mark.error} />
      <Button htmlType="submit" disabled={!firstDay || !name.trim()} loading={mark.isPending}>
        Mark
      </Button>
    </form>
  );
}

const names = (marks: Mark[]) => [...new Set(marks.map(({ name }) => name).filter(Boolean))];

/** The days of a mark or a run, such as 3–9 Nov 2025. */
export function days({ firstDay, lastDay }: { firstDay: string; lastDay: string }) {
  const format = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', year: 'numeric', timeZone: 'UTC' });
  const range = format.formatRange(new Date(`${firstDay}T00:00:00Z`), new Date(`${lastDay}T00:00:00Z`));
  return range.replaceAll(/\s/g, ' '); // browsers set thin spaces or plain ones
}
