import { Button, Select } from 'antd';
import { useState } from 'react';
import type { Revision } from '../api/model';
import { download } from '../api/client';
import { useChanges, useHistory, useRestore, useRevisions } from '../api/plan';
import { Dialog } from '../ui/Dialog';
import { ErrorNote } from '../ui/ErrorNote';
import { useWorkplace } from '../plan/workplace';
import { formatInstant } from '../time/time';
import { ChangeEntries } from '../plan/ChangeEntries';
import { ForetoldPanel } from './ForetoldPanel';
import { ImportPlan } from './ImportPlan';
import './revisions.css';

/** Draft, live and past: what differs between any two, and who changed what and when. */
export function RevisionsView() {
  const { draft, canEdit } = useWorkplace();
  const revisions = useRevisions(draft.id);
  const [from, setFrom] = useState(draft.live ? 'live' : 'draft');
  const [to, setTo] = useState('draft');
  const [importing, setImporting] = useState(false);
  const [restoring, setRestoring] = useState<Revision | null>(null);
  const [foretold, setForetold] = useState<number | null>(null);
  const changes = useChanges(draft.id, from, to);
  const states = [
    { value: 'draft', label: 'the draft' },
    ...(revisions.data ?? []).map((revision, i) => ({
      value: i === 0 ? 'live' : String(revision.number),
      label: `revision ${revision.number}${i === 0 ? ', live' : ''}`,
    })),
  ];
  return (
    <div className="revisions">
      <section className="revisions-main" aria-label="Comparison">
        <div className="view-head">
          <h1>Revisions</h1>
          <span className="header-space" />
          <Button onClick={() => void download('/plans/{plan}/document', { plan: draft.id, of: 'draft' })}>Export the draft</Button>
          {canEdit && <Button onClick={() => setImporting(true)}>Import…</Button>}
        </div>
        <div className="revisions-compare">
          From
          <Select aria-label="Older state" value={from} onChange={setFrom} options={states} />
          to
          <Select aria-label="Newer state" value={to} onChange={setTo} options={states} />
          <span className="soft">
            {changes.data &&
              changes.data.length > 0 &&
              (changes.data.length === 1 ? 'one element differs' : `${changes.data.length} elements differ`)}
          </span>
        </div>
        {changes.data?.length === 0 ? (
          <p className="soft">
            These two are the same. Every change of the draft, under People, Structure or Passage, is listed here in words.
          </p>
        ) : (
          <ChangeEntries entries={changes.data} error={changes.error} />
        )}
      </section>
      {foretold !== null && <ForetoldPanel revision={foretold} onClose={() => setForetold(null)} />}
      <section className="revisions-side" aria-label="States of the plan">
        <ol className="revision-list">
          <li>
            <strong>Draft</strong>
            <span className="soft">
              {draft.live
                ? `${draft.changedSinceLive} changed since revision ${draft.live.number}`
                : 'never live'}
            </span>
            <span className="revision-actions">
              <button
                type="button"
                className="plain-link"
                onClick={() => {
                  setFrom(draft.live ? 'live' : 'draft');
                  setTo('draft');
                }}
              >
                compare with live
              </button>
            </span>
          </li>
          {revisions.data?.map((revision, i) => (
            <li key={revision.number}>
              <strong>
                Revision {revision.number}
                {i === 0 && <span className="enough"> ▴ live</span>}
              </strong>
              <span>{revision.note || <span className="soft">no note</span>}</span>
              <span className="soft">
                {formatInstant(revision.madeAt)}
                {revision.madeBy ? `, ${revision.madeBy}` : ''}
              </span>
              <span className="revision-actions">
                {revision.number > 1 && (
                  <button
                    type="button"
                    className="plain-link"
                    onClick={() => {
                      setFrom(String(revision.number - 1));
                      setTo(i === 0 ? 'live' : String(revision.number));
                    }}
                  >
                    what it changed
                  </button>
                )}
                <button type="button" className="plain-link" onClick={() => setForetold(revision.number)}>
                  foretold and came
                </button>
                {canEdit && (
                  <button type="button" className="plain-link" onClick={() => setRestoring(revision)}>
                    back to it…
                  </button>
                )}
                <button
                  type="button"
                  className="plain-link"
                  onClick={() => void download('/plans/{plan}/document', { plan: draft.id, of: String(revision.number) })}
                >
                  export
                </button>
              </span>
            </li>
          ))}
        </ol>
        <h3>Who changed what</h3>
        <History />
      </section>
      {importing && <ImportPlan onClose={() => setImporting(false)} />}
      {restoring && <Restore revision={restoring} onClose={() => setRestoring(null)} />}
    </div>
  );
}

/** Shows what going back would change in the draft, and goes back when told to. */
function Restore({ revision, onClose }: { revision: Revision; onClose: () => void }) {
  const { draft } = useWorkplace();
  const restore = useRestore(draft.id);
  const changes = useChanges(draft.id, 'draft', String(revision.number));
  return (
    <Dialog
      open
      width={640}
      title={<h2>Back to revision {revision.number}?</h2>}
      okText="Make the draft this"
      cancelText="Leave the draft"
      okButtonProps={{ disabled: changes.data?.length === 0 }}
      confirmLoading={restore.isPending}
      onCancel={onClose}
      onOk={() => restore.mutate({ revision: revision.number, change: draft.change }, { onSuccess: onClose })}
    >
      <p>The draft changes as below; the live plan does not. The change can be undone.</p>
      <ChangeEntries entries={changes.data} error={changes.error} />
      <ErrorNote error={restore.error} />
    </Dialog>
  );
}

/** The changes of the draft, a page at a time, the newest first. */
function History() {
  const { draft } = useWorkplace();
  const [pages, setPages] = useState<(number | null)[]>([null]);
  return (
    <ul className="history">
      {pages.map((before, i) => (
        <HistoryPage
          key={before ?? 'newest'}
          plan={draft.id}
          before={before}
          onMore={i === pages.length - 1 ? (next) => setPages([...pages, next]) : null}
        />
      ))}
    </ul>
  );
}

function HistoryPage({
  plan,
  before,
  onMore,
}: {
  plan: string;
  before: number | null;
  onMore: ((before: number) => void) | null;
}) {
  const { data } = useHistory(plan, before);
  const last = data?.at(-1);
  return (
    <>
      {data?.length === 0 && before === null && <li className="soft">Nobody has changed the draft yet.</li>}
      {data?.map((entry) => (
        <li key={entry.change}>
          <span>{entry.words}</span>
          <span className="soft">
            {formatInstant(entry.madeAt)}
            {entry.madeBy ? `, ${entry.madeBy}` : ''}
          </span>
        </li>
      ))}
      {onMore && last && last.change > 1 && (
        <li>
          <Button onClick={() => onMore(last.change)}>Older changes</Button>
        </li>
      )}
    </>
  );
}
