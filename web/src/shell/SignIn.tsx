import { Input } from 'antd';
import { type ReactNode, useState } from 'react';
import { useNewPlan, useNewPlanFromDocument } from '../api/plan';
import { useFirstAccount, useSignIn } from '../api/session';
import { ProblemError } from '../api/client';
import { CodeField } from './CodeField';
import { BusyButton } from '../ui/BusyButton';
import { ErrorNote } from '../ui/ErrorNote';
import { FileField } from '../ui/FileField';
import { NewPlanFields, PLAIN_PLAN } from './NewPlanFields';

export function SignIn() {
  const signIn = useSignIn();
  const [name, setName] = useState('');
  const [password, setPassword] = useState('');
  const [code, setCode] = useState<string | null>(null);
  const needsCode = signIn.error instanceof ProblemError && signIn.error.is('code-needed');
  return (
    <Gate
      title="Sign in"
      action="Sign in"
      busy={signIn.isPending}
      error={needsCode && !code ? null : signIn.error}
      ready={name !== '' && password !== ''}
      onSubmit={() => signIn.mutate({ name, password, code })}
    >
      <Field label="Name">
        <Input autoFocus autoComplete="username" value={name} onChange={(e) => setName(e.target.value)} />
      </Field>
      <Field label="Password">
        <Input.Password
          autoComplete="current-password"
          value={password}
          onChange={(e) => setPassword(e.target.value)}
        />
      </Field>
      {(needsCode || code !== null) && <CodeField value={code ?? ''} onChange={setCode} />}
    </Gate>
  );
}

export function FirstAccount() {
  const make = useFirstAccount();
  const [name, setName] = useState('');
  const [displayName, setDisplayName] = useState('');
  const [password, setPassword] = useState('');
  return (
    <Gate
      title="Welcome. Make the administrator’s account"
      action="Make the account"
      busy={make.isPending}
      error={make.error}
      ready={name !== '' && displayName !== '' && password !== ''}
      onSubmit={() => make.mutate({ name, displayName, password })}
    >
      <Field label="Name to sign in with">
        <Input autoFocus autoComplete="username" value={name} onChange={(e) => setName(e.target.value)} />
      </Field>
      <Field label="Name shown to others">
        <Input autoComplete="name" value={displayName} onChange={(e) => setDisplayName(e.target.value)} />
      </Field>
      <Field label="Password, at least 15 characters">
        <Input.Password
          autoComplete="new-password"
          value={password}
          onChange={(e) => setPassword(e.target.value)}
        />
      </Field>
    </Gate>
  );
}

export function NewPlan({ canMake }: { canMake: boolean }) {
  const make = useNewPlan();
  const bring = useNewPlanFromDocument();
  const [plan, setPlan] = useState(PLAIN_PLAN);
  if (!canMake) {
    return (
      <main className="gate">
        <div className="gate-card">
          <h1>No plan yet</h1>
          <p>An administrator or planner has to make the first plan.</p>
        </div>
      </main>
    );
  }
  return (
    <Gate
      title="Begin a plan"
      action="Begin"
      busy={make.isPending}
      error={make.error}
      ready={plan.name.trim() !== ''}
      onSubmit={() => make.mutate(plan)}
    >
      <p className="soft">All of it can be changed later. You then add people, import volumes and see what it takes.</p>
      <NewPlanFields plan={plan} onChange={setPlan} />
      <FileField
        label="Or begin with a plan document from another installation"
        accept=".json,application/json"
        onChoose={(file) => bring.mutate(file)}
      />
      <ErrorNote error={bring.error} />
    </Gate>
  );
}

interface GateProps {
  title: string;
  action: string;
  busy: boolean;
  ready: boolean;
  error: unknown;
  onSubmit: () => void;
  children: ReactNode;
}

/** A card in the middle of the page with something to fill in. */
export function Gate({ title, action, busy, ready, error, onSubmit, children }: GateProps) {
  return (
    <main className="gate">
      <form
        className="gate-card"
        onSubmit={(event) => {
          event.preventDefault();
          onSubmit();
        }}
      >
        <div className="brand">Kinetarch</div>
        <h1>{title}</h1>
        {children}
        <ErrorNote error={error} />
        <BusyButton type="primary" htmlType="submit" busy={busy} disabled={!ready}>
          {action}
        </BusyButton>
      </form>
    </main>
  );
}

function Field({ label, children }: { label: string; children: ReactNode }) {
  return (
    <label className="gate-field">
      <span>{label}</span>
      {children}
    </label>
  );
}
