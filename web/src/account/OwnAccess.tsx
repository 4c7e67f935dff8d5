import { Input } from 'antd';
import { useState } from 'react';
import { useChangePassword, useEndSession, useSessions } from '../api/session';
import { BusyButton } from '../ui/BusyButton';
import { SecondFactor } from './SecondFactor';
import { ErrorNote } from '../ui/ErrorNote';
import { formatInstant } from '../time/time';

/** One's own password, and where one is signed in. */
export function OwnAccess() {
  return (
    <section className="account-card" aria-label="Password and sessions">
      <h2>Password and sessions</h2>
      <Password />
      <SecondFactor />
      <Sessions />
    </section>
  );
}

function Password() {
  const change = useChangePassword();
  const [current, setCurrent] = useState('');
  const [password, setPassword] = useState('');
  return (
    <form
      className="account-new"
      onSubmit={(event) => {
        event.preventDefault();
        change.mutate(
          { current, password },
          {
            onSuccess: () => {
              setCurrent('');
              setPassword('');
            },
          },
        );
      }}
    >
      <Input.Password
        aria-label="Password up to now"
        placeholder="Password up to now"
        autoComplete="current-password"
        value={current}
        onChange={(event) => setCurrent(event.target.value)}
      />
      <Input.Password
        aria-label="New password"
        placeholder="New password: several words, at least 15 characters"
        autoComplete="new-password"
        value={password}
        onChange={(event) => setPassword(event.target.value)}
      />
      <BusyButton htmlType="submit" busy={change.isPending} disabled={!current || !password}>
        Change the password
      </BusyButton>
      <ErrorNote error={change.error} />
      {change.isSuccess && <p role="status">Changed. Your other sessions have ended.</p>}
    </form>
  );
}

function Sessions() {
  const { data: sessions } = useSessions();
  const end = useEndSession();
  return (
    <>
      <h3>Signed in</h3>
      <ul className="account-list">
        {sessions?.map((session) => (
          <li key={session.id}>
            <span>
              <strong>{browserWords(session.browser ?? '')}</strong>
              {session.current && <span className="soft"> this one</span>}
              <br />
              <span className="soft">
                since {formatInstant(session.begunAt)}, last used {formatInstant(session.usedAt)}
              </span>
            </span>
            {!session.current && (
              <BusyButton busy={end.isPending && end.variables === session.id} onClick={() => end.mutate(session.id)}>
                End
              </BusyButton>
            )}
          </li>
        ))}
      </ul>
      <p className="soft">A session ends by itself some time after it began, however busy it is.</p>
      <ErrorNote error={end.error} />
    </>
  );
}

const BROWSERS: [RegExp, string][] = [
  [/Edg\//, 'Edge'],
  [/Firefox\//, 'Firefox'],
  [/Chrom(e|ium)\//, 'Chromium'],
  [/Safari\//, 'Safari'],
];
const SYSTEMS: [RegExp, string][] = [
  [/Android/, 'Android'],
  [/iPhone|iPad/, 'iOS'],
  [/Windows/, 'Windows'],
  [/Mac OS/, 'macOS'],
  [/Linux/, 'Linux'],
];

/** What a browser calls itself, in two words. */
export function browserWords(userAgent: string) {
  const found = (of: [RegExp, string][]) => of.find(([sign]) => sign.test(userAgent))?.[1];
  const browser = found(BROWSERS);
  const system = found(SYSTEMS);
  if (!browser) return 'A program';
  return system ? `${browser} on ${system}` : browser;
}
