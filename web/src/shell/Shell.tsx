import { Button } from 'antd';
import { lazy, type ReactNode, Suspense, useEffect, useMemo, useState } from 'react';
import { NavLink, useLocation, useSearchParams } from 'react-router';
import type { Account, Finding } from '../api/model';
import { useDraft, useFindings } from '../api/plan';
import { useWeek } from '../api/results';
import { useSignOut } from '../api/session';
import { Away } from '../ui/Away';
import { now } from '../time/clock';
import { BusyButton } from '../ui/BusyButton';
import { Connection } from './Connection';
import { ConsequencesLine } from './ConsequencesLine';
import { ErrorNote } from '../ui/ErrorNote';
import { GoLive } from './GoLive';
import { isTyping } from '../ui/keys';
import { useSlow } from '../ui/useSlow';
import { NewVersion } from './NewVersion';
import { usePlace } from '../plan/place';
import { useWorkplace, type Workplace, WorkplaceContext } from '../plan/workplace';
import { mondayOf } from '../time/time';
import type { PlanTask } from './PlanMenu';
import { UndoRedo } from './UndoRedo';
import { Unsaved } from './Unsaved';
import { accountView, DESK, GROUPS, mayOpen, type View, views } from './views';
import { WeekRuler } from './WeekRuler';

const loadPalette = () => import('./CommandPalette');
const CommandPalette = lazy(() => loadPalette().then((m) => ({ default: m.CommandPalette })));
const PlanMenu = lazy(() => import('./PlanMenu').then((m) => ({ default: m.PlanMenu })));
const PlanDialog = lazy(() => import('./PlanDialogs').then((m) => ({ default: m.PlanDialog })));
const ShortcutsHere = lazy(() => import('./ShortcutsHere').then((m) => ({ default: m.ShortcutsHere })));

/** Loads what every view works on, and puts the frame around the view. */
export function Shell({ plan, account, children }: { plan: string; account: Account; children: ReactNode }) {
  const draft = useDraft(plan);
  const { at } = usePlace();
  const zone = draft.data?.plan.settings.timeZone;
  const week = useWeek(plan, at && zone ? mondayOf(at, zone) : undefined);
  const anew = useSlow(week.isFetching);
  const workplace = useMemo<Workplace | null>(() => {
    if (!draft.data || !week.data) return null;
    const moment = at ?? busiest(week.data);
    return {
      account,
      draft: draft.data,
      week: week.data,
      at: moment,
      slot: slotOf(week.data.startsAt, moment),
      canEdit: account.permissions.includes('DESIGN'),
      canGoLive: account.permissions.includes('GO_LIVE'),
    };
  }, [account, draft.data, week.data, at]);

  if (!workplace) {
    return (
      <main className="gate soft">
        {draft.error || week.error ? <ErrorNote error={draft.error ?? week.error} /> : 'Loading the plan …'}
        <Away reason={draft.failureReason ?? week.failureReason} />
      </main>
    );
  }
  return (
    <WorkplaceContext value={workplace}>
      <div className="shell">
        <SkipLink />
        <Header />
        <WeekRuler anew={anew} />
        <Navigation />
        <div className="shell-view" id={VIEW} tabIndex={-1}>
          {children}
        </div>
        <ConsequencesLine />
      </div>
    </WorkplaceContext>
  );
}

type Overlay = 'palette' | 'shortcuts' | PlanTask | null;

const VIEW = 'view';

/** The first stop of the Tab key: past header, week and navigation. */
function SkipLink() {
  return (
    <a
      className="skip-link"
      href={`#${VIEW}`}
      onClick={(event) => {
        event.preventDefault();
        document.getElementById(VIEW)?.focus();
      }}
    >
      Skip to the view
    </a>
  );
}

function Header() {
  const { account, draft } = useWorkplace();
  const { search } = useLocation();
  const signOut = useSignOut();
  const [overlay, setOverlay] = useState<Overlay>(null);
  useEffect(() => {
    void loadPalette(); // whoever presses its key types on at once
  }, []);
  useEffect(() => {
    function onKey(event: KeyboardEvent) {
      if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'k') {
        event.preventDefault();
        setOverlay('palette');
      } else if (event.key === '?' && !isTyping(event.target)) {
        event.preventDefault();
        setOverlay('shortcuts');
      }
    }
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
  return (
    <header className="header">
      <span className="brand">Kinetarch</span>
      <Suspense fallback={<span className="header-plan">{draft.plan.settings.name}</span>}>
        <PlanMenu onTask={setOverlay} />
      </Suspense>
      <StateBand />
      <span className="soft header-draft">{draftWords(draft)}</span>
      <NewVersion />
      <Unsaved />
      <Connection plan={draft.id} />
      <span className="header-space" />
      <Button onClick={() => setOverlay('palette')}>
        Find anything <kbd>Ctrl K</kbd>
      </Button>
      <UndoRedo />
      <GoLive />
      <NavLink className="header-account" to={{ pathname: accountView.path, search }} title={account.role.toLowerCase()}>
        {account.displayName}
      </NavLink>
      <BusyButton type="text" busy={signOut.isPending} onClick={() => signOut.mutate()}>
        Sign out
      </BusyButton>
      <Suspense>
        {overlay === 'palette' && (
          <CommandPalette onClose={() => setOverlay(null)} onOverlay={setOverlay} />
        )}
        {overlay === 'shortcuts' && <ShortcutsHere onClose={() => setOverlay(null)} />}
        {(overlay === 'new' || overlay === 'copy' || overlay === 'remove') && (
          <PlanDialog task={overlay} onClose={() => setOverlay(null)} />
        )}
      </Suspense>
    </header>
  );
}

/** What is worked on, told apart by a word and a pattern: the draft, or a rehearsal of which nothing reaches live chats. */
function StateBand() {
  const { pathname } = useLocation();
  const [params] = useSearchParams();
  const rehearsing = pathname === '/rehearsal' && params.get('r') !== null;
  return <span className={rehearsing ? 'state-band state-rehearsal' : 'state-band state-draft'}>{rehearsing ? 'Rehearsal' : 'Draft'}</span>;
}

function draftWords({ live, changedSinceLive }: Workplace['draft']) {
  if (!live) return 'Draft, never live';
  if (changedSinceLive === 0) return `Draft, same as live revision ${live.number}`;
  return `Draft, ${changedSinceLive} changed since live revision ${live.number}`;
}

/** Parts of the address that mean something else in another view, or nothing. */
const OF_ONE_VIEW = ['try', 'r', 't', 'panel', 'by'];

export function Navigation() {
  const { draft, account } = useWorkplace();
  const { pathname, search } = useLocation();
  const { data: findings } = useFindings(draft.id);
  const kept = new URLSearchParams(search);
  for (const own of OF_ONE_VIEW) kept.delete(own);
  const begin = new URLSearchParams([...kept].filter(([name]) => name === 'at' || name === 'plan'));
  return (
    <nav className="navigation" aria-label="Views">
      {GROUPS.map((group) => (
        <section key={group} aria-label={group}>
          <h2>{group}</h2>
          {group === 'Run' && account.permissions.includes('ANSWER') && (
            <NavLink to={{ pathname: DESK, search: begin.toString() }}>Desk</NavLink>
          )}
          {views
            .filter((view) => view.group === group && mayOpen(view, account.permissions))
            .map((view) => (
              <NavLink key={view.path} to={{ pathname: view.path, search: (pathname === view.path ? begin : kept).toString() }}>
                {view.name} <FindingCount findings={findings ?? []} view={view} />
              </NavLink>
            ))}
        </section>
      ))}
    </nav>
  );
}

/** How many findings a view has that block or warn, by the sign of the gravest. */
function FindingCount({ findings, view }: { findings: Finding[]; view: View }) {
  const grave = findings.filter((finding) => view.findings.includes(finding.kind) && finding.severity !== 'NOTES' && !finding.acceptedBecause);
  if (grave.length === 0) return null;
  const blocks = grave.some((finding) => finding.severity === 'BLOCKS');
  return (
    <span className={blocks ? 'short' : 'warns'} title={grave.map((finding) => finding.words).join('\n')}>
      {blocks ? '▾' : '◆'} {grave.length}
    </span>
  );
}

/** Where the user begins: the half-hour that needs the most operators. */
function busiest(week: { startsAt: string[]; required: number[]; chats: number[] }) {
  let best = 0;
  week.startsAt.forEach((_, i) => {
    const more = (week.required[i] ?? 0) - (week.required[best] ?? 0);
    if (more > 0 || (more === 0 && (week.chats[i] ?? 0) > (week.chats[best] ?? 0))) best = i;
  });
  return week.startsAt[best] ?? now();
}

function slotOf(startsAt: string[], at: string) {
  const moment = Date.parse(at);
  const next = startsAt.findIndex((start) => Date.parse(start) > moment);
  if (next === 0) return -1;
  if (next > 0) return next - 1;
  const last = startsAt.at(-1);
  return last && moment < Date.parse(last) + 30 * 60_000 ? startsAt.length - 1 : -1;
}
