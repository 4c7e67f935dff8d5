import type { ReactNode } from 'react';
import type { ElementKind, Finding } from '../api/model';
import { useMendFinding } from '../api/findings';
import { useFindings } from '../api/plan';
import { ErrorNote } from '../ui/ErrorNote';
import { useWorkplace } from './workplace';

const SIGNS: Record<Finding['severity'], string> = { BLOCKS: '▾ Blocks', WARNS: '◆ Warns', NOTES: '▪ Note' };

/** What the plan check found about one element; many notes are folded, so that its settings stay in sight. */
export function FindingsAbout({ kind, id }: { kind: ElementKind; id: string }) {
  const { draft, canEdit } = useWorkplace();
  const { data } = useFindings(draft.id);
  const about = data?.filter((finding) => finding.kind === kind && finding.id === id && !finding.acceptedBecause) ?? [];
  const notes = about.filter(({ severity }) => severity === 'NOTES');
  const folded = notes.length > 1;
  const show = (finding: Finding) => (
    <FindingNote key={finding.words} finding={finding}>
      {finding.offered && canEdit && <MendButton finding={finding} plan={draft.id} />}
    </FindingNote>
  );
  return (
    <>
      {about.filter((finding) => !folded || !notes.includes(finding)).map(show)}
      {folded && (
        <details className="finding finding-notes">
          <summary>
            <strong>▪ {notes.length} notes</strong>
          </summary>
          {notes.map(show)}
        </details>
      )}
    </>
  );
}

/** A finding in words, with what can be done about it. */
export function FindingNote({ finding, children }: { finding: Finding; children?: ReactNode }) {
  return (
    <div className={`finding finding-${finding.severity.toLowerCase()}`}>
      <strong>{SIGNS[finding.severity]}.</strong> {finding.words} <span className="soft">{finding.mend}</span>
      {children}
    </div>
  );
}

function MendButton({ finding, plan }: { finding: Finding; plan: string }) {
  const mend = useMendFinding(plan);
  return (
    <>
      {' '}
      <button
        type="button"
        className="plain-link"
        disabled={mend.isPending}
        onClick={() => mend.mutate({ kind: finding.kind, id: finding.id, code: finding.code, facts: finding.facts })}
      >
        {finding.offered}
      </button>
      <ErrorNote error={mend.error} />
    </>
  );
}
