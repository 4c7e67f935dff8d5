import { Button, Input, QRCode } from 'antd';
import { useState } from 'react';
import { useBeginSecondFactor, useEndSecondFactor, useOfferSecondFactor, useSecondFactor } from '../api/session';
import { SCHEMES } from '../theme/tokens';
import { BusyButton } from '../ui/BusyButton';
import { Dialog } from '../ui/Dialog';
import { ErrorNote } from '../ui/ErrorNote';
import { save } from '../api/client';
import './account.css';

/** Whether more than a password opens one's own account. */
export function SecondFactor() {
  const { data: state } = useSecondFactor();
  const offer = useOfferSecondFactor();
  const end = useEndSecondFactor();
  if (!state) return null;
  return (
    <>
      <h3>Second factor</h3>
      <p className="soft">
        {state.on
          ? `Whoever signs in as you needs the code of your device too. ${recoveriesLeft(state.recoveriesLeft)}`
          : 'With a second factor, whoever learns your password still cannot sign in: a code that your phone or another device shows is asked for too.'}
      </p>
      <div className="account-actions">
        <BusyButton busy={offer.isPending} onClick={() => offer.mutate()}>
          {state.on ? 'Set up another device' : 'Set up a second factor'}
        </BusyButton>
        {state.on && !state.needed && (
          <BusyButton busy={end.isPending} onClick={() => end.mutate()}>
            Do without
          </BusyButton>
        )}
      </div>
      {state.on && state.needed && <p className="soft">An administrator asks your account for one.</p>}
      <ErrorNote error={offer.error ?? end.error} />
      {offer.data && (
        <Dialog open width={460} title={<h2>Set up a second factor</h2>} footer={null} onCancel={() => offer.reset()}>
          <SetUpDevice offer={offer.data} onClose={() => offer.reset()} />
        </Dialog>
      )}
    </>
  );
}

function recoveriesLeft(left: number) {
  if (left === 0) return '◆ No recovery code is left: set up a device anew to get some.';
  return left === 1 ? 'One recovery code is left.' : `${left} recovery codes are left.`;
}

interface Offered {
  secret: string;
  uri: string;
}

/** Tells a secret to a device, looks at its first code, and hands out recovery codes. */
export function SetUpDevice({ offer, onClose }: { offer: Offered; onClose: () => void }) {
  const begin = useBeginSecondFactor();
  const [code, setCode] = useState('');
  if (begin.data) return <Recoveries codes={begin.data.codes} onClose={onClose} />;
  return (
    <form
      className="second-factor"
      onSubmit={(event) => {
        event.preventDefault();
        begin.mutate(code);
      }}
    >
      <p>1. Let an app that makes codes by the time (TOTP, RFC 6238) read this picture, or type the secret into it.</p>
      <QRCode value={offer.uri} size={168} color={SCHEMES.light.ink} bgColor={SCHEMES.light.surface} />
      <p>
        <code className="secret">{offer.secret.replace(/(.{4})(?!$)/g, '$1 ')}</code>
      </p>
      <label className="gate-field">
        <span>2. Type the code that it shows now</span>
        <Input autoFocus inputMode="numeric" autoComplete="one-time-code" value={code} onChange={(event) => setCode(event.target.value)} />
      </label>
      <ErrorNote error={begin.error} />
      <div>
        <BusyButton type="primary" htmlType="submit" busy={begin.isPending} disabled={code.trim().length < 6}>
          Begin to ask for codes
        </BusyButton>
      </div>
    </form>
  );
}

function Recoveries({ codes, onClose }: { codes: string[]; onClose: () => void }) {
  const text = codes.join('\n');
  return (
    <div className="second-factor">
      <p>
        <strong>Keep these recovery codes</strong> where you find them without your device. Each stands in for it once. They are
        shown this once.
      </p>
      <pre className="secret">{text}</pre>
      <div className="account-actions">
        <Button onClick={() => save(new Blob([`${text}\n`], { type: 'text/plain' }), 'kinetarch-recovery-codes.txt')}>Save as a file</Button>
        <Button type="primary" onClick={onClose}>
          I have them
        </Button>
      </div>
    </div>
  );
}
