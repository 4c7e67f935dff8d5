import { Button, Dropdown, Input, Modal, Select } from 'antd';
import { useState } from 'react';
import type { KeptAccount, Role } from '../api/model';
import { ROLES, useAccounts, useChangeAccount, useDeleteAccount, useMakeAccount, useSetAccess, useSetPassword } from '../api/session';
import { BusyButton } from '../ui/BusyButton';
import { ErrorNote } from '../ui/ErrorNote';

/** All accounts, for administrators: made, given roles and passwords, disabled and deleted. */
export function Accounts({ own }: { own: string }) {
  const { data: accounts } = useAccounts(true);
  const change = useChangeAccount();
  const access = useSetAccess();
  const [asked, setAsked] = useState<{ what: 'password' | 'delete'; account: KeptAccount } | null>(null);
  return (
    <section className="account-card" aria-label="Accounts">
      <h2>Accounts</h2>
      <ul className="account-list">
        {accounts?.map((account) => (
          <li key={account.name}>
            <span>
              <strong>{account.displayName}</strong> <span className="soft">{account.name}</span>
              {account.disabled && <span className="warns"> ◆ disabled</span>}
            </span>
            <span className="account-actions">
              <Select
                aria-label={`Role of ${account.displayName}`}
                value={account.role}
                options={ROLES}
                onChange={(role) => change.mutate({ name: account.name, displayName: account.displayName, role })}
              />
              <Dropdown
                trigger={['click']}
                menu={{
                  items: [
                    { key: 'password', label: 'Set a password…', onClick: () => setAsked({ what: 'password', account }) },
                    {
                      key: 'access',
                      label: account.disabled ? 'Enable' : 'Disable',
                      disabled: account.name === own,
                      onClick: () => access.mutate({ name: account.name, disabled: !account.disabled }),
                    },
                    {
                      key: 'delete',
                      label: 'Delete…',
                      disabled: account.name === own,
                      onClick: () => setAsked({ what: 'delete', account }),
                    },
                  ],
                }}
              >
                <Button aria-label={`More for ${account.displayName}`} aria-haspopup="menu">
                  …
                </Button>
              </Dropdown>
            </span>
          </li>
        ))}
      </ul>
      <p className="soft">
        A changed role, a set password and disabling end the account’s sessions. Which operator an account is, is set under People.
      </p>
      <NewAccount />
      <ErrorNote error={change.error ?? access.error} />
      {asked?.what === 'password' && <SetPassword account={asked.account} onClose={() => setAsked(null)} />}
      {asked?.what === 'delete' && <DeleteAccount account={asked.account} onClose={() => setAsked(null)} />}
    </section>
  );
}

function NewAccount() {
  const make = useMakeAccount();
  const [wish, setWish] = useState({ name: '', displayName: '', password: '', role: 'OPERATOR' as Role });
  const set = (part: Partial<typeof wish>) => setWish((before) => ({ ...before, ...part }));
  return (
    <form
      className="account-new"
      onSubmit={(event) => {
        event.preventDefault();
        make.mutate(wish, { onSuccess: () => set({ name: '', displayName: '', password: '' }) });
      }}
    >
      <Input
        aria-label="Name to sign in with"
        placeholder="Name to sign in with"
        autoComplete="off"
        value={wish.name}
        onChange={(event) => set({ name: event.target.value })}
      />
      <Input
        aria-label="Name shown to others"
        placeholder="Name shown to others"
        value={wish.displayName}
        onChange={(event) => set({ displayName: event.target.value })}
      />
      <Input.Password
        aria-label="First password"
        placeholder="First password, at least 15 characters"
        autoComplete="new-password"
        value={wish.password}
        onChange={(event) => set({ password: event.target.value })}
      />
      <Select aria-label="Role" value={wish.role} options={ROLES} onChange={(role) => set({ role })} />
      <BusyButton htmlType="submit" busy={make.isPending} disabled={!wish.name || !wish.displayName || !wish.password}>
        Make the account
      </BusyButton>
      <ErrorNote error={make.error} />
    </form>
  );
}

function SetPassword({ account, onClose }: { account: KeptAccount; onClose: () => void }) {
  const set = useSetPassword();
  const [password, setPassword] = useState('');
  const save = () => password && set.mutate({ name: account.name, password }, { onSuccess: onClose });
  return (
    <Modal
      open
      title={<h2>A password for {account.displayName}</h2>}
      okText="Set it"
      okButtonProps={{ disabled: !password }}
      confirmLoading={set.isPending}
      onCancel={onClose}
      onOk={save}
    >
      <p className="soft">Their sessions end. Whoever is told a password should change it at once, under their own name.</p>
      <label className="gate-field">
        <span>New password, at least 15 characters</span>
        <Input.Password
          autoFocus
          autoComplete="new-password"
          value={password}
          onChange={(event) => setPassword(event.target.value)}
          onPressEnter={save}
        />
      </label>
      <ErrorNote error={set.error} />
    </Modal>
  );
}

function DeleteAccount({ account, onClose }: { account: KeptAccount; onClose: () => void }) {
  const remove = useDeleteAccount();
  return (
    <Modal
      open
      title={<h2>Delete {account.displayName}?</h2>}
      okText="Delete"
      cancelText="Keep it"
      okButtonProps={{ danger: true }}
      confirmLoading={remove.isPending}
      onCancel={onClose}
      onOk={() => remove.mutate(account.name, { onSuccess: onClose })}
    >
      <p>
        The account “{account.name}” goes with its sessions and API tokens, and cannot be brought back. What it did stays in the
        history, without its name. Disabling keeps the name, and can be taken back.
      </p>
      <ErrorNote error={remove.error} />
    </Modal>
  );
}
