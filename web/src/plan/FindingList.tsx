import { Button, Input } from 'antd';
import { useState } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import type { Finding } from '../api/model';
import { useAcceptFinding, useMendFinding, useReopenFinding } from '../api/findings';
import { BusyButton } from '../ui/BusyButton';
import { labelOf } from './names';
import { KIND_WORDS } from './kinds';
import { ErrorNote } from '../ui/ErrorNote';
import { usePlace } from './place';
import { useWorkplace } from './workplace';
import './findings.css';

const SIGNS: Record<Finding['severity'], string> = { BLOCKS: '▾', WARNS: '◆', NOTES: '▪' };
const STYLES: Record<Finding['severity'], string> = { BLOCKS: 'short', WARNS: 'warns', NOTES: 'soft' };

/** Findings, each with its place, its mend where it offers one, and the choice to live with it. */
export function FindingList({ findings }: { findings: Finding[] }) {
  return (
    <ul className="findings">
      {findings.map((finding) => (
        <OneFinding key={`${finding.kind} ${finding.id} ${finding.code} ${finding.facts.join(' ')}`} finding={finding} />
      ))}
    </ul>
  );
}

function OneFinding({ finding }: { finding: Finding }) {
  const { draft, canEdit } = useWorkplace();
  const { viewOf } = usePlace();
  const navigate = useNavigate();
  const [params] = useSearchParams();
  const mend = useMendFinding(draft.id);
  const accept = useAcceptFinding(draft.id);
  const reopen = useReopenFinding(draft.id);
  const [reason, setReason] = useState<string | null>(null);
  const named = { kind: finding.kind, id: finding.id, code: finding.code, facts: finding.facts };

  function open() {
    const kept = new URLSearchParams(params);
    kept.set('sel', `${finding.kind}/${finding.id}`);
    void navigate({ pathname: viewOf(finding.kind), search: kept.toString() });
  }

  return (
    <li className="finding-row">
      <span className={STYLES[finding.severity]} aria-hidden="true">
        {SIGNS[finding.severity]}
      </span>
      <div className="finding-body">
        <p>
          <button type="button" className="plain-link" onClick={open}>
            {labelOf(draft.plan, finding.kind, finding.id)}
          </button>{' '}
          <span className="soft">{KIND_WORDS[finding.kind].one}</span>
        </p>
        <p>{finding.words}</p>
        {finding.acceptedBecause ? (
          <p className="soft">Accepted: {finding.acceptedBecause}</p>
        ) : (
          <p className="soft">{finding.mend}</p>
        )}
        <ErrorNote error={mend.error ?? accept.error ?? reopen.error} />
        {reason !== null && (
          <form
            className="finding-reason"
            onSubmit={(event) => {
              event.preventDefault();
              if (reason.trim()) accept.mutate({ finding: named, reason: reason.trim() }, { onSuccess: () => setReason(null) });
            }}
          >
            <Input
              autoFocus
              aria-label="Why this is fine"
              placeholder="Why this is fine"
              value={reason}
              onChange={(event) => setReason(event.target.value)}
            />
            <BusyButton type="primary" htmlType="submit" disabled={!reason.trim()} busy={accept.isPending}>
              Accept
            </BusyButton>
            <Button onClick={() => setReason(null)}>Cancel</Button>
          </form>
        )}
      </div>
      {canEdit && reason === null && (
        <div className="finding-actions">
          {finding.offered && !finding.acceptedBecause && (
            <BusyButton size="small" type="primary" busy={mend.isPending} onClick={() => mend.mutate(named)}>
              {finding.offered}
            </BusyButton>
          )}
          {finding.acceptedBecause ? (
            <BusyButton size="small" busy={reopen.isPending} onClick={() => reopen.mutate(named)}>
              Speak again
            </BusyButton>
          ) : (
            finding.severity !== 'BLOCKS' && (
              <Button size="small" type="text" onClick={() => setReason('')}>
                Accept…
              </Button>
            )
          )}
        </div>
      )}
    </li>
  );
}
