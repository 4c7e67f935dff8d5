import { Button, Input } from 'antd';
import { useMemo, useState } from 'react';
import { download } from '../api/client';
import { type LevelEdit, usePeople, useSetLevels } from '../api/people';
import { AddElement } from '../plan/AddElement';
import { ConflictTable } from '../plan/ConflictNote';
import { FindingsAbout } from '../plan/FindingsAbout';
import { SidePanel } from '../settings/SidePanel';
import { conflictOf } from '../plan/useElement';
import { ErrorNote } from '../ui/ErrorNote';
import { usePlace } from '../plan/place';
import { useWorkplace } from '../plan/workplace';
import { ImportPeople } from './ImportPeople';
import { Matrix } from './Matrix';
import { Together } from './Together';
import { UnablePeople } from '../plan/UnablePeople';
import './people.css';

/** The people of the plan: what they can do, how well, and which queues that makes them members of. */
export function PeopleView() {
  const { draft, canEdit } = useWorkplace();
  const { plan } = draft;
  const { data: table } = usePeople(draft.id);
  const [search, setSearch] = useState('');
  const [importing, setImporting] = useState(false);
  const [picked, setPicked] = useState<string[]>([]);
  const { setLevels, pending, wrong, setWrong } = useLevels(draft.id);
  const people = useMemo(() => {
    const words = search.toLowerCase();
    return plan.operators.filter((operator) =>
      [operator.name, operator.realName ?? '', operator.id, ...operator.languages.map((spoken) => spoken.language)].some(
        (text) => text.toLowerCase().includes(words),
      ),
    );
  }, [plan.operators, search]);
  const several = people.filter(({ id }) => picked.includes(id));
  const conflict = conflictOf(setLevels.error);

  return (
    <div className="split-view">
      <section className="people-main" aria-label="People">
        <div className="view-head">
          <div>
            <h1>People</h1>
            <Seats />
          </div>
          <span className="header-space" />
          <Button onClick={() => void download('/plans/{plan}/people.csv', { plan: draft.id })}>Export CSV</Button>
          {canEdit && <Button onClick={() => setImporting(true)}>Import CSV…</Button>}
          {canEdit && <AddElement kind="skills" what="skill" />}
          {canEdit && <AddElement kind="operators" what="operator" primary />}
        </div>
        <Input
          className="view-search people-search"
          allowClear
          placeholder="Search people by name or language"
          aria-label="Search people"
          value={search}
          onChange={(event) => setSearch(event.target.value)}
        />
        {wrong && (
          <div className="error-note" role="alert">
            {wrong}
          </div>
        )}
        {conflict ? (
          <div className="error-note" role="alert">
            <p>{conflict.detail}</p>
            <ConflictTable conflict={conflict} yours="Yours" />
            <Button onClick={() => setLevels.reset()}>Take the newest</Button>
          </div>
        ) : (
          <ErrorNote error={setLevels.error} />
        )}
        {plan.operators.length === 0 || plan.skills.length === 0 ? (
          <FirstPeople />
        ) : (
          <Matrix
            plan={plan}
            people={people}
            table={table}
            pending={pending}
            canEdit={canEdit}
            onWrong={setWrong}
            onPick={setPicked}
            onEdit={(edits) => {
              setWrong('');
              if (edits.length > 0) setLevels.mutate(edits);
            }}
          />
        )}
      </section>
      <aside className="panel" aria-label="Settings">
        <SidePanel>
          {canEdit && several.length > 1 ? <Together key={picked.join()} people={several} /> : <Overview />}
        </SidePanel>
      </aside>
      {importing && <ImportPeople onClose={() => setImporting(false)} />}
    </div>
  );
}

/** Levels on their way to the draft are shown as if they were stored. */
function useLevels(plan: string) {
  const setLevels = useSetLevels(plan);
  const [wrong, setWrong] = useState('');
  const [pending, setPending] = useState(new Map<string, number>());
  const key = (edit: LevelEdit) => `${edit.operator} ${edit.skill}`;
  function mutate(edits: LevelEdit[]) {
    setPending((before) => new Map([...before, ...edits.map((edit) => [key(edit), edit.level] as const)]));
    setLevels.mutateAsync(edits).catch(() => undefined).finally(() =>
      setPending((before) => {
        const after = new Map(before);
        for (const edit of edits) if (after.get(key(edit)) === edit.level) after.delete(key(edit));
        return after;
      }),
    );
  }
  return { setLevels: { ...setLevels, mutate }, pending, wrong, setWrong };
}

function Seats() {
  const { draft } = useWorkplace();
  const { select } = usePlace();
  const { data } = usePeople(draft.id);
  if (!data) return null;
  const over = data.seats != null && data.used > data.seats;
  return (
    <button
      type="button"
      className={over ? 'plain-link short' : 'plain-link soft'}
      onClick={() => select({ kind: 'settings', id: 'settings' })}
    >
      {data.seats == null
        ? `${data.used} operators, seats not counted`
        : over
          ? `▾ ${data.used} of ${data.seats} seats used, ${data.used - data.seats} too many`
          : `${data.used} of ${data.seats} seats used, ${data.seats - data.used} free`}
    </button>
  );
}

/** What the table says, while nobody is selected. */
function Overview() {
  const { draft, canEdit } = useWorkplace();
  const { select } = usePlace();
  const { data } = usePeople(draft.id);
  const { skills, operators, queues } = draft.plan;
  const thin = skills
    .map((skill) => ({ skill, holders: (data?.heldAt[skill.id] ?? []).reduce((sum, count) => sum + count, 0) }))
    .filter(({ holders }) => holders <= 2);
  const idle = operators.filter((operator) => data?.queuesOf[operator.id]?.length === 0);
  return (
    <>
      <h2>Who can do what</h2>
      <p className="soft">
        A level from 1 to 5 in each cell: type it, fill down with Ctrl D, paste a block from a spreadsheet. The columns
        at the right show at once whose skills make them members of which queue. Mark several rows, with the mouse or Shift and
        the arrow keys, to set a week and more for all of them together.
      </p>
      <FindingsAbout kind="settings" id="settings" />
      {thin.length > 0 && (
        <>
          <h3>Held by two or fewer</h3>
          <ul className="plain-list">
            {thin.map(({ skill, holders }) => (
              <li key={skill.id}>
                <button type="button" className="plain-link" onClick={() => select({ kind: 'skills', id: skill.id })}>
                  {skill.name}
                </button>{' '}
                <span className={holders === 0 ? 'short' : 'soft'}>{holders === 0 ? '▾ nobody' : holders}</span>
              </li>
            ))}
          </ul>
        </>
      )}
      {data && (
        <>
          <h3>Members by queue</h3>
          <dl className="sums">
            {queues.map((queue) => {
              const count = Object.values(data.queuesOf).filter((ids) => ids.includes(queue.id)).length;
              return (
                <div key={queue.id} className="sums-row">
                  <dt>
                    <button type="button" className="plain-link" onClick={() => select({ kind: 'queues', id: queue.id })}>
                      {queue.name}
                    </button>
                  </dt>
                  <dd className={count === 0 ? 'short' : undefined}>{count === 0 ? '▾ 0' : count}</dd>
                </div>
              );
            })}
          </dl>
        </>
      )}
      {canEdit && <UnablePeople />}
      {idle.length > 0 && (
        <>
          <h3>In no queue</h3>
          <p className="names">
            {idle.map((operator) => (
              <button
                key={operator.id}
                type="button"
                className="plain-link"
                onClick={() => select({ kind: 'operators', id: operator.id })}
              >
                {operator.name}
              </button>
            ))}
          </p>
        </>
      )}
    </>
  );
}

function FirstPeople() {
  const { draft } = useWorkplace();
  const { operators, skills } = draft.plan;
  return (
    <div className="empty-state">
      <h2>{operators.length === 0 ? 'Nobody is here yet' : 'No skill is named yet'}</h2>
      <p>
        {operators.length === 0
          ? 'Add operators one by one, or import a CSV with a column “public name”; columns for skills, languages, capacity and departments are read too.'
          : 'Add the skills that your queues will ask for. Each operator then holds them at a level from 1 to 5.'}
      </p>
      {skills.length === 0 && operators.length === 0 && (
        <p className="soft">Then name the skills your queues ask for, and give each person their levels.</p>
      )}
    </div>
  );
}
