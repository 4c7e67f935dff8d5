import { lazy, Suspense } from 'react';
import { Navigate, Route, Routes, useLocation } from 'react-router';
import { useWaiting } from '../api/confirm';
import { keepEditsOf } from '../api/edits';
import type { Account } from '../api/model';
import { usePlans } from '../api/plan';
import { useSession } from '../api/session';
import { Away } from '../ui/Away';
import { ErrorNote } from '../ui/ErrorNote';
import { Failing } from './Failure';
import { usePlace } from '../plan/place';
import { Shell } from './Shell';
import { asides, DESK, DeskView, views } from './views';
import '../ui/panel.css';
import './shell.css';

// What comes before the work is not fetched by whoever is signed in.
const SignIn = lazy(() => import('./SignIn').then((m) => ({ default: m.SignIn })));
const FirstAccount = lazy(() => import('./SignIn').then((m) => ({ default: m.FirstAccount })));
const NewPlan = lazy(() => import('./SignIn').then((m) => ({ default: m.NewPlan })));
const OwnPassword = lazy(() => import('./OwnPassword').then((m) => ({ default: m.OwnPassword })));
const NeedsSecondFactor = lazy(() => import('./NeedsSecondFactor').then((m) => ({ default: m.NeedsSecondFactor })));
const ConfirmSelf = lazy(() => import('./ConfirmSelf').then((m) => ({ default: m.ConfirmSelf })));
const OWN_PASSWORD = '/password';

/** The whole interface; its parts are fetched as they are needed. */
export function App() {
  return (
    <Suspense>
      <Gates />
    </Suspense>
  );
}

/** What somebody sees by how they stand: a fault, a gate, or the work. */
function Gates() {
  const session = useSession();
  const { pathname } = useLocation();
  const waiting = useWaiting();
  if (session.error) {
    return (
      <main className="gate">
        <ErrorNote error={session.error} />
      </main>
    );
  }
  if (!session.data) {
    return (
      <main className="gate">
        <Away reason={session.failureReason} />
      </main>
    );
  }
  if (session.data.needsFirstAccount) return <FirstAccount />;
  if (pathname === OWN_PASSWORD) return <OwnPassword />;
  if (!session.data.account) return <SignIn />;
  return (
    <>
      {session.data.account.needsSecondFactor ? <NeedsSecondFactor /> : <SignedIn account={session.data.account} />}
      {waiting && <ConfirmSelf waiting={waiting} />}
    </>
  );
}

function SignedIn({ account }: { account: Account }) {
  const plans = usePlans();
  keepEditsOf(account.name);
  const { plan: wanted } = usePlace();
  const { pathname } = useLocation();
  if (!plans.data) {
    return (
      <main className="gate">
        <ErrorNote error={plans.error} />
        <Away reason={plans.failureReason} />
      </main>
    );
  }
  const plan = plans.data.find((one) => one.id === wanted) ?? plans.data[0];
  if (!plan) return <NewPlan canMake={account.permissions.includes('DESIGN')} />;
  // Who answers chats and designs nothing begins at the desk, which has a frame of its own.
  const begins = account.permissions.includes('ANSWER') && !account.permissions.includes('DESIGN') ? DESK : '/passage';
  if (pathname === DESK) {
    return (
      <Suspense fallback={<p className="soft view-loading">Loading …</p>}>
        <DeskView key={plan.id} plan={plan.id} account={account} />
      </Suspense>
    );
  }
  if (pathname === '/' && begins === DESK) return <Navigate to={DESK} replace />;
  return (
    <Shell key={plan.id} plan={plan.id} account={account}>
      <Failing>
        <Suspense fallback={<p className="soft view-loading">Loading …</p>}>
          <Routes>
            {[...views, ...asides].map(({ path, component: Component }) => (
              <Route key={path} path={path} element={<Component />} />
            ))}
            <Route path="*" element={<Navigate to={begins} replace />} />
          </Routes>
        </Suspense>
      </Failing>
    </Shell>
  );
}
