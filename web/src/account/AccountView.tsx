import { Button, Checkbox, Input, Segmented, Select } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import type { Operator, Permission } from '../api/model';
import { useChangeProfile, useSelf } from '../api/people';
import { useMakeToken, useRevokeToken, useTokens } from '../api/session';
import { BusyButton } from '../ui/BusyButton';
import { Field, Line } from '../ui/fields';
import { GreetingEditor } from '../settings/GreetingEditor';
import { LanguageLevels } from '../settings/LanguageLevels';
import { Dialog } from '../ui/Dialog';
import { PictureField } from '../ui/PictureField';
import '../settings/settings.css';
import { ErrorNote } from '../ui/ErrorNote';
import { type SchemeWish, useSchemeWish, wishScheme } from '../theme/scheme';
import { useWorkplace } from '../plan/workplace';
import { now } from '../time/clock';
import { formatInstant } from '../time/time';
import { Accounts } from './Accounts';
import { OwnAccess } from './OwnAccess';
import './account.css';


const SCOPES: { scope: Permission; words: string }[] = [
  { scope: 'READ', words: 'see plans and results' },
  { scope: 'CALCULATE', words: 'use the calculation calls' },
  { scope: 'PROFILE', words: 'change my own profile' },
  { scope: 'DESIGN', words: 'change drafts' },
  { scope: 'GO_LIVE', words: 'go live' },
  { scope: 'VOLUMES', words: 'import volumes' },
  { scope: 'ACCOUNTS', words: 'keep accounts' },
];

const LIFETIMES = [7, 30, 90, 366].map((days) => ({ value: days, label: days === 366 ? 'ends after a year' : `ends after ${days} days` }));

/** What belongs to the signed-in account: its operator's profile, its API tokens; for administrators all accounts. */
export function AccountView() {
  const { account } = useWorkplace();
  return (
    <div className="account">
      <div>
        <h1>{account.displayName}</h1>
        <p className="soft">
          Signed in as “{account.name}”, in the role of {article(account.role.toLowerCase())}. <Link to="/about">About Kinetarch</Link>
        </p>
        <Look />
        <Profile />
      </div>
      <div>
        <OwnAccess />
        <Tokens />
        {account.permissions.includes('ACCOUNTS') && <Accounts own={account.name} />}
      </div>
    </div>
  );
}

const LOOKS: { value: SchemeWish; label: string }[] = [
  { value: 'system', label: 'as the system' },
  { value: 'light', label: 'light' },
  { value: 'dark', label: 'dark' },
];

/** How the interface looks in this browser. */
function Look() {
  const wish = useSchemeWish();
  return (
    <section className="account-card" aria-label="Look">
      <h2>Look</h2>
      <Segmented aria-label="Colours" options={LOOKS} value={wish} onChange={wishScheme} />
    </section>
  );
}

function article(role: string) {
  return `${/^[ao]/.test(role) ? 'an' : 'a'} ${role}`;
}

function Profile() {
  const { draft, account } = useWorkplace();
  const { data: self } = useSelf(draft.id);
  const operator = draft.plan.operators.find((other) => other.id === self?.operator);
  if (!account.permissions.includes('PROFILE')) return null;
  return operator ? (
    <ProfileEditor key={operator.id} operator={operator} />
  ) : (
    <p className="soft">
      No operator of the plan has this account. Where one has, visitors’ view of them is changed here.
    </p>
  );
}

/** What operators may change about themselves. */
function ProfileEditor({ operator }: { operator: Operator }) {
  const { draft } = useWorkplace();
  const save = useChangeProfile(draft.id);
  const [edit, setEdit] = useState<Partial<Operator>>({});
  const shown = { ...operator, ...edit };
  const change = (part: Partial<Operator>) => setEdit((before) => ({ ...before, ...part }));
  return (
    <form
      className="editor account-card"
      aria-label="My profile"
      onSubmit={(event) => {
        event.preventDefault();
        save.mutate(
          {
            version: draft.versions[`operators/${operator.id}`] ?? 1,
            name: shown.name,
            picture: shown.picture ?? null,
            languages: shown.languages,
            greeting: shown.greeting,
          },
          { onSuccess: () => setEdit({}) },
        );
      }}
    >
      <h2>What visitors see of me</h2>
      <PictureField name={shown.name} value={shown.picture ?? null} onChange={(picture) => change({ picture })} />
      <Field label="Public name">
        <Input value={shown.name} onChange={(event) => change({ name: event.target.value })} />
      </Field>
      <Line label="Languages">
        <LanguageLevels value={shown.languages} onChange={(languages) => change({ languages })} />
      </Line>
      <h3>Greeting</h3>
      <GreetingEditor
        languages={shown.languages.map((spoken) => spoken.language)}
        value={shown.greeting}
        onChange={(greeting) => change({ greeting })}
      />
      <ErrorNote error={save.error} />
      <div>
        <BusyButton
          type="primary"
          htmlType="submit"
          disabled={Object.keys(edit).length === 0}
          busy={save.isPending}
        >
          Save to draft
        </BusyButton>{' '}
        <span className="soft">Visitors see it once the plan goes live.</span>
      </div>
    </form>
  );
}

function Tokens() {
  const { account } = useWorkplace();
  const { data: tokens } = useTokens();
  const make = useMakeToken();
  const revoke = useRevokeToken();
  const [label, setLabel] = useState('');
  const [scopes, setScopes] = useState<Permission[]>(['READ', 'CALCULATE']);
  const [days, setDays] = useState(90);
  return (
    <section className="account-card" aria-label="API tokens">
      <h2>API tokens</h2>
      <p className="soft">
        For scripts: sent as <code>Authorization: Bearer …</code>. A token reaches as far as its scopes, and never
        further than your role. Every call is described at <a href="/api/docs">/api/docs</a>.
      </p>
      <ul className="account-list">
        {tokens?.map((token) => (
          <li key={token.id}>
            <span>
              <strong>{token.label}</strong>
              <span className="soft">
                {' '}
                {token.scopes.map((scope) => scope.toLowerCase().replace('_', ' ')).join(', ')}
              </span>
              <br />
              <span className="soft">
                made {formatInstant(token.createdAt)},{' '}
                {token.lastUsedAt ? `last used ${formatInstant(token.lastUsedAt)}` : 'never used'},{' '}
                {Date.parse(token.expiresAt) < Date.parse(now()) ? 'ended' : `ends ${formatInstant(token.expiresAt)}`}
              </span>
            </span>
            <BusyButton busy={revoke.isPending && revoke.variables === token.id} onClick={() => revoke.mutate(token.id)}>
              Revoke
            </BusyButton>
          </li>
        ))}
        {tokens?.length === 0 && <li className="soft">You have none.</li>}
      </ul>
      <form
        className="account-new"
        onSubmit={(event) => {
          event.preventDefault();
          make.mutate({ label, scopes, days }, { onSuccess: () => setLabel('') });
        }}
      >
        <Input
          aria-label="What the token is for"
          placeholder="What is it for?"
          value={label}
          onChange={(event) => setLabel(event.target.value)}
        />
        <div className="scopes">
          {SCOPES.filter(({ scope }) => account.permissions.includes(scope)).map(({ scope, words }) => (
            <Checkbox
              key={scope}
              checked={scopes.includes(scope)}
              onChange={(event) =>
                setScopes(event.target.checked ? [...scopes, scope] : scopes.filter((other) => other !== scope))
              }
            >
              {words}
            </Checkbox>
          ))}
        </div>
        <Select aria-label="Ends after" value={days} options={LIFETIMES} onChange={setDays} />
        <BusyButton htmlType="submit" disabled={label.trim() === '' || scopes.length === 0} busy={make.isPending}>
          Make a token
        </BusyButton>
      </form>
      <ErrorNote error={make.error ?? revoke.error} />
      <Dialog
        open={make.data !== undefined}
        title={<h2>Copy the token now</h2>}
        onCancel={() => make.reset()}
        footer={<Button onClick={() => make.reset()}>I have it</Button>}
      >
        <p>It is shown this once; only a digest of it is kept.</p>
        <Input readOnly aria-label="The token" value={make.data?.token} onFocus={(event) => event.target.select()} />
      </Dialog>
    </section>
  );
}
