import { Suspense } from 'react';
import { Navigate, Route, Routes } from 'react-router';
import { keepEditsOf } from '../api/edits';
import type { Account } from '../api/model';
import { usePlans } from '../api/plan';
import { useSession } from '../api/session';
import { Away } from '../ui/Away';
import { ErrorNote } from '../ui/ErrorNote';
import { Failing } from './Failure';
import { usePlace } from '../plan/place';
import { Shell } from './Shell';
import { FirstAccount, NewPlan, SignIn } from './SignIn';
import { accountView, views } from './views';
import '../ui/panel.css';
import './shell.css';

export function App() {
  const session = useSession();
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
  return session.data.account ? <SignedIn account={session.data.account} /> : <SignIn />;
}

function SignedIn({ account }: { account: Account }) {
  const plans = usePlans();
  keepEditsOf(account.name);
  const { plan: wanted } = usePlace();
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
  return (
    <Shell key={plan.id} plan={plan.id} account={account}>
      <Failing>
        <Suspense fallback={<p className="soft view-loading">Loading …</p>}>
          <Routes>
            {[...views, accountView].map(({ path, component: Component }) => (
              <Route key={path} path={path} element={<Component />} />
            ))}
            <Route path="*" element={<Navigate to="/passage" replace />} />
          </Routes>
        </Suspense>
      </Failing>
    </Shell>
  );
}
