import { Button, Input, Modal } from 'antd';
import { useState } from 'react';
import { useChanges, useFindings, useGoLive } from '../api/plan';
import { ChangeEntries } from '../plan/ChangeEntries';
import { FindingNote } from '../plan/FindingsAbout';
import { ErrorNote } from '../ui/ErrorNote';
import { SelfCheck } from '../plan/SelfCheck';
import { useWorkplace } from '../plan/workplace';

export function GoLive() {
  const { draft, canGoLive } = useWorkplace();
  const [asking, setAsking] = useState(false);
  const [wentLive, setWentLive] = useState(false);
  const nothingNew = draft.live != null && draft.changedSinceLive === 0;
  return (
    <>
      <Button
        type="primary"
        disabled={!canGoLive || nothingNew}
        title={nothingNew ? 'The draft is live already' : canGoLive ? undefined : 'Your role may only look'}
        onClick={() => setAsking(true)}
      >
        Go live…
      </Button>
      {asking && (
        <Ask
          onClose={() => setAsking(false)}
          onLive={() => {
            setAsking(false);
            setWentLive(true);
          }}
        />
      )}
      {wentLive && (
        <Modal open width={720} title={<h2>Revision {draft.live?.number} is live</h2>} footer={null} onCancel={() => setWentLive(false)}>
          <SelfCheck onLeave={() => setWentLive(false)} />
        </Modal>
      )}
    </>
  );
}

/** Shows what would go live and what stands against it, and asks what it is for. */
function Ask({ onClose, onLive }: { onClose: () => void; onLive: () => void }) {
  const { draft } = useWorkplace();
  const goLive = useGoLive(draft.id);
  const [note, setNote] = useState('');
  const changes = useChanges(draft.id, 'live', 'draft', draft.live != null);
  const { data: findings } = useFindings(draft.id);
  const blocking = findings?.filter((finding) => finding.severity === 'BLOCKS') ?? [];
  const warning = findings?.filter((finding) => finding.severity === 'WARNS') ?? [];
  return (
    <Modal
      open
      width={640}
      title={<h2>Go live with this draft?</h2>}
      okText="Go live"
      cancelText="Not yet"
      okButtonProps={{ disabled: blocking.length > 0 }}
      confirmLoading={goLive.isPending}
      onCancel={onClose}
      onOk={() => goLive.mutate({ change: draft.change, note }, { onSuccess: onLive })}
    >
      <p>
        The draft becomes revision {(draft.live?.number ?? 0) + 1}, which never changes again.
        {draft.live ? ` Since revision ${draft.live.number}:` : ''}
      </p>
      {draft.live && <ChangeEntries entries={changes.data} error={changes.error} />}
      {blocking.map((finding) => (
        <FindingNote key={finding.words} finding={finding} />
      ))}
      {warning.map((finding) => (
        <FindingNote key={finding.words} finding={finding} />
      ))}
      <label className="gate-field">
        <span>What is it for?</span>
        <Input.TextArea value={note} maxLength={500} onChange={(event) => setNote(event.target.value)} />
      </label>
      <ErrorNote error={goLive.error} />
    </Modal>
  );
}
