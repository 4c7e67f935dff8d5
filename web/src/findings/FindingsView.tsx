import type { Finding } from '../api/model';
import { useFindings } from '../api/plan';
import { SidePanel } from '../settings/SidePanel';
import { ErrorNote } from '../ui/ErrorNote';
import { useWorkplace } from '../plan/workplace';
import { FindingList } from '../plan/FindingList';

const GROUPS: { severity: Finding['severity']; title: string; sign: string; style: string }[] = [
  { severity: 'BLOCKS', title: 'Keeps the plan from going live', sign: '▾', style: 'short' },
  { severity: 'WARNS', title: 'Works, but not as it should', sign: '◆', style: 'warns' },
  { severity: 'NOTES', title: 'Worth knowing', sign: '▪', style: 'soft' },
];

/** Everything the plan check found in the draft, the gravest first, and what was accepted. */
export function FindingsView() {
  const { draft } = useWorkplace();
  const { data: findings = [], error } = useFindings(draft.id);
  const open = findings.filter((finding) => !finding.acceptedBecause);
  const accepted = findings.filter((finding) => finding.acceptedBecause);
  return (
    <div className="split-view">
      <section className="view-main" aria-label="Findings">
        <div className="view-head">
          <h1>Findings</h1>
          <span className="soft">
            {GROUPS.map(({ severity, sign }) => `${sign} ${open.filter((one) => one.severity === severity).length}`).join('   ')}
          </span>
        </div>
        <ErrorNote error={error} />
        <div className="findings-scroll">
          {open.length === 0 && <p>Nothing stands against this plan.</p>}
          {GROUPS.map(({ severity, title, sign, style }) => {
            const group = open.filter((finding) => finding.severity === severity);
            return (
              group.length > 0 && (
                <section key={severity} aria-label={title}>
                  <h3>
                    <span className={style}>{sign}</span> {title}
                  </h3>
                  <FindingList findings={group} />
                </section>
              )
            );
          })}
          {accepted.length > 0 && (
            <section aria-label="Accepted">
              <h3>Accepted, quiet while their facts stay</h3>
              <FindingList findings={accepted} />
            </section>
          )}
        </div>
      </section>
      <aside className="panel" aria-label="Settings">
        <SidePanel>
          <h2>The plan check</h2>
          <p>
            After every edit the whole draft is looked at: what can never work, what works at the wrong time, what visitors would
            read in the wrong language or not at all.
          </p>
          <p>
            <strong>A mend</strong> is one change of the draft, and can be undone like any other. Where there is more than one way, the
            finding leads to its place instead.
          </p>
          <p>
            <strong>Accept</strong> what is meant to be so, with a reason. It is quiet until its facts change; then it speaks again.
          </p>
        </SidePanel>
      </aside>
    </div>
  );
}
