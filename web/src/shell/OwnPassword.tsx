import { Button, Input } from 'antd';
import { useState } from 'react';
import { useLocation } from 'react-router';
import { usePasswordLink, useTakePasswordLink } from '../api/session';
import { Gate } from './SignIn';
import { ErrorNote } from '../ui/ErrorNote';

/** Where a link leads by which somebody sets the password of their account. */
export function OwnPassword() {
  const token = useLocation().hash.slice(1);
  const invited = usePasswordLink(token);
  const take = useTakePasswordLink();
  const [password, setPassword] = useState('');
  if (!invited.data) {
    return (
      <main className="gate">
        <div className="gate-card">
          <div className="brand">Kinetarch</div>
          <h1>Your password</h1>
          <ErrorNote error={invited.error} />
          <a href="/">To the sign-in</a>
        </div>
      </main>
    );
  }
  if (take.isSuccess) {
    return (
      <main className="gate">
        <div className="gate-card">
          <div className="brand">Kinetarch</div>
          <h1>It is set</h1>
          <p>
            Sign in as <strong>{invited.data.name}</strong> with the password that you chose.
          </p>
          <Button type="primary" href="/">
            Sign in
          </Button>
        </div>
      </main>
    );
  }
  return (
    <Gate
      title={`Welcome, ${invited.data.displayName}`}
      action="Set the password"
      busy={take.isPending}
      error={take.error}
      ready={password !== ''}
      onSubmit={() => take.mutate({ token, password })}
    >
      <p className="soft">
        You sign in as <strong>{invited.data.name}</strong>. Choose a password that nobody else knows: several words that do not
        belong together are good.
      </p>
      <label className="gate-field">
        <span>Password, at least 15 characters</span>
        <Input.Password autoFocus autoComplete="new-password" value={password} onChange={(event) => setPassword(event.target.value)} />
      </label>
    </Gate>
  );
}
