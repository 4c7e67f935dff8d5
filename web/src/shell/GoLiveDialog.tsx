import { Input } from 'antd';
import { useState } from 'react';
import { useChanges, useFindings, useGoLive } from '../api/plan';
import { useSimulated } from '../api/results';
import { ChangeEntries } from '../plan/ChangeEntries';
import { FindingNote } from '../plan/FindingsAbout';
import { Outcomes } from '../plan/Outcomes';
import { Dialog } from '../ui/Dialog';
import { ErrorNote } from '../ui/ErrorNote';
import { SelfCheck } from '../plan/SelfCheck';
import { UnablePeople } from '../plan/UnablePeople';
import { useWorkplace } from '../plan/workplace';
import { formatDays } from '../time/time';

/** Asks whether the draft is to go live; once it is, looks whether visitors meet it. */
export function GoLiveDialog({ onClose }: { onClose: () => void }) {
  const { draft } = useWorkplace();
  const [wentLive, setWentLive] = useState(false);
  if (!wentLive) return <Ask onClose={onClose} onLive={() => setWentLive(true)} />;
  return (
    <Dialog open width={720} title={<h2>Revision {draft.live?.number} is live</h2>} footer={null} onCancel={onClose}>
      <SelfCheck onLeave={onClose} />
    </Dialog>
  );
}

/** Shows what would go live and what stands against it, and asks what it is for. */
function Ask({ onClose, onLive }: { onClose: () => void; onLive: () => void }) {
  const { draft } = useWorkplace();
  const goLive = useGoLive(draft.id);
  const [note, setNote] = useState('');
  const changes = useChanges(draft.id, 'live', 'draft', draft.live != null);
  const findings = useFindings(draft.id);
  const blocking = findings.data?.filter((finding) => finding.severity === 'BLOCKS') ?? [];
  const warning = findings.data?.filter((finding) => finding.severity === 'WARNS') ?? [];
  return (
    <Dialog
      open
      width={640}
      title={<h2>Go live with this draft?</h2>}
      okText="Go live"
      cancelText="Not yet"
      okButtonProps={{ disabled: blocking.length > 0 || findings.isLoading || changes.isLoading }}
      confirmLoading={goLive.isPending}
      onCancel={onClose}
      onOk={() => goLive.mutate({ change: draft.change, note }, { onSuccess: onLive })}
    >
      {/* of one height, whatever is still to come: nothing moves under the hand that agrees */}
      <section className="goes-live" aria-label="What goes live" tabIndex={0}>
        <p>
          The draft becomes revision {(draft.live?.number ?? 0) + 1}, which never changes again.
          {draft.live ? ` Since revision ${draft.live.number}:` : ''}
        </p>
        {draft.live && <ChangeEntries entries={changes.data} error={changes.error} />}
        <Consequences />
        {blocking.map((finding) => (
          <FindingNote key={finding.words} finding={finding} />
        ))}
        {warning.map((finding) => (
          <FindingNote key={finding.words} finding={finding} />
        ))}
        <UnablePeople shut />
      </section>
      <label className="gate-field">
        <span>What is it for?</span>
        <Input.TextArea value={note} maxLength={500} onChange={(event) => setNote(event.target.value)} />
      </label>
      <ErrorNote error={goLive.error} />
    </Dialog>
  );
}

/** What going live would do to the shown week, by simulation. */
function Consequences() {
  const { draft, week } = useWorkplace();
  const { data } = useSimulated(draft.id, week.monday);
  if (data?.failure) return <p className="short">What it does could not be simulated: {data.failure}</p>;
  if (!data?.sides) return <p className="soft">What it does to the week is being simulated…</p>;
  const { sides, replications } = data;
  return (
    <details className="part" open={sides.live != null}>
      <summary>
        <span className="part-title">What it does</span>{' '}
        <span className="soft">
          in the week from {formatDays({ firstDay: week.monday, lastDay: week.monday })}, by {replications} simulated weeks; kept with the
          revision
        </span>
      </summary>
      <div className="part-body">
        <Outcomes
          figures={sides.draft}
          before={sides.same ? null : (sides.live ?? null)}
          difference={sides.same ? null : (sides.difference ?? null)}
          names={['Then', 'Now']}
        />
      </div>
    </details>
  );
}
