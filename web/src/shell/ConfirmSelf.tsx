import { Input } from 'antd';
import { useState } from 'react';
import type { Waiting } from '../api/confirm';
import { ProblemError } from '../api/client';
import { useConfirm } from '../api/session';
import { CodeField } from './CodeField';
import { Dialog } from '../ui/Dialog';
import { ErrorNote } from '../ui/ErrorNote';

/** Asks for one's password again, before something is done that a session left open must not do. */
export function ConfirmSelf({ waiting }: { waiting: Waiting }) {
  const confirm = useConfirm();
  const [password, setPassword] = useState('');
  const [code, setCode] = useState<string | null>(null);
  const needsCode = confirm.error instanceof ProblemError && confirm.error.is('code-needed');
  const send = () => password && confirm.mutate({ password, code }, { onSuccess: waiting.done });
  return (
    <Dialog
      open
      title={<h2>Is it you?</h2>}
      okText="Go on"
      okButtonProps={{ disabled: !password }}
      confirmLoading={confirm.isPending}
      onCancel={waiting.giveUp}
      onOk={send}
    >
      <p className="soft">What changes accounts needs your password again when you have not shown it for a while.</p>
      <label className="gate-field">
        <span>Your password</span>
        <Input.Password
          autoFocus
          autoComplete="current-password"
          value={password}
          onChange={(event) => setPassword(event.target.value)}
          onPressEnter={send}
        />
      </label>
      {(needsCode || code !== null) && <CodeField value={code ?? ''} onChange={setCode} onEnter={send} />}
      <ErrorNote error={needsCode && !code ? null : confirm.error} />
    </Dialog>
  );
}
