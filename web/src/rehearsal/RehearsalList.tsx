import { Button, Input, Segmented, Select } from 'antd';
import { type ChangeEvent, useState } from 'react';
import { useRevisions } from '../api/plan';
import { type CheckStep, useBegin, useRehearsals, useRemoveRehearsal } from '../api/rehearsals';
import { useWorkplace } from '../plan/workplace';
import { formatInstant, formatMoment } from '../time/time';
import { BusyButton } from '../ui/BusyButton';
import { ErrorNote } from '../ui/ErrorNote';
import { Field } from '../ui/fields';

/** A rehearsal as it is read in from a file. */
interface ScriptFile {
  name?: string;
  from?: string;
  steps?: CheckStep[];
}

/** The rehearsals there are, and what a new one begins with. */
export function RehearsalList({ onOpen }: { onOpen: (id: string) => void }) {
  const { draft, at, week } = useWorkplace();
  const list = useRehearsals(draft.id);
  const revisions = useRevisions(draft.id);
  const begin = useBegin(draft.id);
  const remove = useRemoveRehearsal(draft.id);
  const [name, setName] = useState('');
  const [source, setSource] = useState('draft');
  const [against, setAgainst] = useState<string | null>(null);
  const [present, setPresent] = useState('planned');
  const [unreadable, setUnreadable] = useState<string | null>(null);
  const states = [
    { value: 'draft', label: 'the draft' },
    ...(draft.live ? [{ value: 'live', label: 'the live plan' }] : []),
    ...(revisions.data ?? []).map(({ number }) => ({ value: String(number), label: `revision ${number}` })),
  ];
  function start(steps: CheckStep[], from: string, title: string, who: string) {
    begin.mutate({ name: title, source, against, from, present: who, steps }, { onSuccess: ({ id }) => onOpen(id) });
  }
  async function read(event: ChangeEvent<HTMLInputElement>) {
    const file = event.target.files?.[0];
    event.target.value = '';
    if (!file) return;
    try {
      const script = JSON.parse(await file.text()) as ScriptFile;
      setUnreadable(null);
      start(script.steps ?? [], script.from ?? at, script.name ?? file.name, 'nobody');
    } catch {
      setUnreadable(`${file.name} is no script: it has to be JSON with “from” and “steps”, as an exported rehearsal is.`);
    }
  }
  return (
    <div className="rehearsals">
      <div className="view-head">
        <h1>Rehearsals</h1>
        <span className="soft">the engine of live chats, on a clock that you turn; nothing of it reaches live chats</span>
      </div>
      <section className="rehearsal-begin" aria-label="Begin a rehearsal">
        <Field label="Plan">
          <Select aria-label="Plan to rehearse" value={source} onChange={setSource} options={states} />
        </Field>
        <Field label="Side by side with">
          <Select
            aria-label="Side by side with"
            value={against ?? ''}
            onChange={(which) => setAgainst(which || null)}
            options={[{ value: '', label: 'no other' }, ...states.filter(({ value }) => value !== source)]}
          />
        </Field>
        <Field label="Who is there">
          <Segmented
            aria-label="Who is there"
            value={present}
            onChange={setPresent}
            options={[
              { value: 'planned', label: 'as planned then' },
              { value: 'nobody', label: 'nobody yet' },
            ]}
          />
        </Field>
        <Field label="Name">
          <Input
            aria-label="Name of the rehearsal"
            placeholder={formatMoment(at, week.timeZone)}
            value={name}
            maxLength={100}
            onChange={(event) => setName(event.target.value)}
          />
        </Field>
        <p className="soft">Begins {formatMoment(at, week.timeZone)}; pick another moment on the ruler.</p>
        <div className="rehearsal-row">
          <BusyButton
            type="primary"
            busy={begin.isPending}
            onClick={() => start([], at, name.trim() || formatMoment(at, week.timeZone), present)}
          >
            Begin
          </BusyButton>
          <label className="file-button">
            Read one in
            <input type="file" accept="application/json,.json" aria-label="Read a rehearsal in" onChange={(event) => void read(event)} />
          </label>
        </div>
        <ErrorNote error={begin.error} />
        {unreadable && <p className="short">▾ {unreadable}</p>}
      </section>
      <ErrorNote error={list.error ?? remove.error} />
      {list.data?.length === 0 && (
        <p>None yet. Begin one: be the visitor and the operator yourself, jump over waits, go back and try it another way.</p>
      )}
      <ol className="rehearsal-list" aria-label="Rehearsals there are">
        {list.data?.map((one) => (
          <li key={one.id}>
            <button type="button" className="plain-link" onClick={() => onOpen(one.id)}>
              {one.name}
            </button>
            <span className="soft">
              {states.find(({ value }) => value === one.source)?.label ?? one.source}
              {one.against && ` beside ${states.find(({ value }) => value === one.against)?.label ?? one.against}`} ·{' '}
              {formatMoment(one.startsAt, week.timeZone)} · {one.steps} steps · {one.madeBy} {formatInstant(one.madeAt)}
            </span>
            <Button size="small" type="text" onClick={() => remove.mutate(one.id)}>
              Remove
            </Button>
          </li>
        ))}
      </ol>
    </div>
  );
}
