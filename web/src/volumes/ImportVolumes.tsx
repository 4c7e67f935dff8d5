import { Button, Select } from 'antd';
import { Fragment, useState } from 'react';
import type { Stranger, VolumesPreview } from '../api/model';
import { type Said, useAcceptVolumes, useDiscardVolumes, useReadVolumes } from '../api/volumes';
import { BusyButton } from '../ui/BusyButton';
import { ErrorNote } from '../ui/ErrorNote';
import { Faults } from '../ui/Faults';
import { TimeZoneSelect } from '../ui/TimeZoneSelect';
import { useWorkplace } from '../plan/workplace';
import { formatMoment } from '../time/time';
import { Strangers } from './Strangers';

/** Reads a CSV, shows what is in it, and makes it count only when it is accepted. */
export function ImportVolumes() {
  const { draft, week, canEdit } = useWorkplace();
  const read = useReadVolumes(draft.id);
  const accept = useAcceptVolumes(draft.id);
  const discard = useDiscardVolumes(draft.id);
  const [said, setSaid] = useState<Said>({});
  const [file, setFile] = useState<File | null>(null);
  /** Reads the file anew as is said now; what was read before is forgotten. */
  function readAs(more: Said) {
    const all = { ...said, ...more };
    setSaid(all);
    if (!file || !read.data) return;
    if (read.data.id) discard.mutate(read.data.id);
    read.mutate({ file, ...all });
  }
  function means(stranger: Stranger, meaning: string) {
    const { column, name } = stranger;
    readAs({ names: [...(said.names ?? []).filter((one) => one.name !== name || one.column !== column), { column, name, meaning }] });
  }
  if (!canEdit) return <p className="soft">Importing needs the planner role.</p>;
  return (
    <div className="import">
      <h3>Import a CSV or spreadsheet</h3>
      <p className="soft">
        Time, queue or door, and chats; topic, language, answered, left and handling if you have them; by the quarter,
        half-hour, hour or day. What the file says of a queue’s or a door’s half-hour replaces what was known of it.
      </p>
      <label>
        Time zone of its date-times
        <TimeZoneSelect
          value={said.timeZone ?? read.data?.timeZone ?? null}
          placeholder={`as the last such file, else ${week.timeZone}`}
          onChange={(timeZone) => readAs({ timeZone })}
        />
      </label>
      <label>
        File
        <input
          type="file"
          accept=".csv,.txt,.xlsx,text/csv"
          onChange={(event) => {
            setFile(event.target.files?.[0] ?? null);
            setSaid({ timeZone: said.timeZone });
            read.reset();
            accept.reset();
          }}
        />
      </label>
      {!read.data && (
        <div className="editor-actions">
          <BusyButton
            type="primary"
            disabled={!file}
            busy={read.isPending}
            onClick={() => file && read.mutate({ file, ...said })}
          >
            {read.isPending && file ? `Reading ${(file.size / 1e6).toFixed(1)} MB…` : 'Read the file'}
          </BusyButton>
          {read.isPending && <Button onClick={read.giveUp}>Stop</Button>}
        </div>
      )}
      <ErrorNote error={read.error ?? accept.error ?? discard.error} />
      {read.data && !accept.data && (
        <>
          {read.data.asBefore && (
            <p className="soft">
              Its header is that of {read.data.asBefore.fileName}, accepted on{' '}
              {formatMoment(read.data.asBefore.acceptedAt, week.timeZone)}; it was read the same way.
            </p>
          )}
          <ColumnsOfFile preview={read.data} onChange={(columns) => readAs({ columns })} />
          <Strangers strangers={read.data.strangers} onSay={means} />
          {read.data.missing.map((missing) => (
            <p key={missing} className="short">
              ▾ No column is known for {missing}.
            </p>
          ))}
          {read.data.id && <Contents preview={read.data} />}
          <div className="editor-actions">
            <BusyButton
              type="primary"
              disabled={read.data.lines === 0}
              busy={accept.isPending}
              onClick={() => read.data.id && accept.mutate(read.data.id)}
            >
              Accept {halfHours(read.data.lines)}
            </BusyButton>
            <Button
              onClick={() => {
                if (read.data.id) discard.mutate(read.data.id);
                read.reset();
              }}
            >
              Discard
            </Button>
          </div>
        </>
      )}
      {accept.data && (
        <p role="status" className="enough">
          ▴ {halfHours(accept.data.stored)} stored,{' '}
          {accept.data.replaced.toLocaleString('en')} replaced. The forecast follows them now.
        </p>
      )}
    </div>
  );
}

const COLUMNS: Record<string, string> = {
  TIME: 'date and time',
  DATE: 'date',
  TIME_OF_DAY: 'time of day',
  QUEUE: 'queue',
  CHATS: 'chats offered',
  WAIT: 'wait',
  CHATS_AT_ONCE: 'chats at once',
  ANSWERED: 'answered',
  LEFT: 'left',
  HANDLING: 'handling time',
  DOOR: 'door',
  LANGUAGE: 'language',
  TOPIC: 'topic',
};
const ASIDE = '';

/** What each column of the file is taken for, with its first values; any of it can be said otherwise. */
function ColumnsOfFile({ preview, onChange }: { preview: VolumesPreview; onChange: (columns: VolumesPreview['columns']) => void }) {
  const holds = (place: number) => Object.entries(preview.columns).find(([, at]) => at === place)?.[0] ?? ASIDE;
  function say(place: number, column: string) {
    const others = Object.entries(preview.columns).filter(([known, at]) => at !== place && known !== column);
    onChange(Object.fromEntries(column === ASIDE ? others : [...others, [column, place]]));
  }
  return (
    <table className="file-columns" aria-label="Columns of the file">
      <tbody>
        {preview.header.map((name, place) => (
          <tr key={place}>
            <th scope="row">{name || `column ${place + 1}`}</th>
            <td className="soft">{preview.sample.map((line) => line[place]).find(Boolean)}</td>
            <td>
              <Select
                size="small"
                aria-label={`What ${name || `column ${place + 1}`} holds`}
                value={holds(place)}
                onChange={(column: string) => say(place, column)}
                options={[
                  { value: ASIDE, label: 'left aside' },
                  ...Object.entries(COLUMNS).map(([value, label]) => ({ value, label })),
                ]}
              />
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

const halfHours = (count: number) => `${count.toLocaleString('en')} ${count === 1 ? 'half-hour' : 'half-hours'}`;

const INTERVALS: Record<number, string> = { 15: 'quarters of an hour', 60: 'hours', 1440: 'days' };

function Contents({ preview }: { preview: VolumesPreview }) {
  const { draft, week } = useWorkplace();
  const name = (list: { id: string; name: string }[], id: string) => list.find((element) => element.id === id)?.name ?? id;
  const { overlap } = preview;
  return (
    <section aria-label="What the file holds">
      <dl className="sums">
        <dt>It counts</dt>
        <dd>{INTERVALS[preview.intervalMinutes] ?? 'half-hours'}</dd>
        <dt>Columns separated by</dt>
        <dd>{preview.separator}</dd>
        <dt>Decimal mark</dt>
        <dd>{preview.decimalMark}</dd>
        {preview.first && preview.last && (
          <>
            <dt>From</dt>
            <dd>{formatMoment(preview.first, week.timeZone)}</dd>
            <dt>To</dt>
            <dd>{formatMoment(preview.last, week.timeZone)}</dd>
          </>
        )}
        {Object.entries(preview.chats).map(([queue, chats]) => (
          <Fragment key={queue}>
            <dt>Chats of {name(draft.plan.queues, queue)}</dt>
            <dd>{chats.toLocaleString('en')}</dd>
          </Fragment>
        ))}
        {Object.entries(preview.chatsOfDoors).map(([door, chats]) => (
          <Fragment key={door}>
            <dt>Chats at {name(draft.plan.doors, door)}</dt>
            <dd>{chats.toLocaleString('en')}</dd>
          </Fragment>
        ))}
      </dl>
      {overlap.first && overlap.last ? (
        <p className="warns">
          ◆ It overlaps what is known from {formatMoment(overlap.first, week.timeZone)} to{' '}
          {formatMoment(overlap.last, week.timeZone)}: {overlap.counts.toLocaleString('en')} counts of{' '}
          {overlap.chats.toLocaleString('en')} chats would be replaced.{' '}
          {overlap.differing === 0
            ? 'Both say the same.'
            : `They differ in ${halfHours(overlap.differing)}.`}
        </p>
      ) : (
        <p className="soft">Nothing was known of these half-hours before.</p>
      )}
      {preview.notes.map((note) => (
        <p key={note} className="warns">
          ◆ {note}
        </p>
      ))}
      <Faults faults={preview.faults} lines={preview.faultCount} />
    </section>
  );
}
