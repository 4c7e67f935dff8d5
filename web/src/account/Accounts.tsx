import { Button, Dropdown, Input, Select } from 'antd';
import { useState } from 'react';
import type { KeptAccount, PasswordLink, Role } from '../api/model';
import {
  ROLES,
  useAccounts,
  useChangeAccount,
  useDeleteAccount,
  useMakeAccount,
  useMakePasswordLink,
  useNeedSecondFactor,
  useSetAccess,
  useTakeSecondFactor,
} from '../api/session';
import { BusyButton } from '../ui/BusyButton';
import { formatInstant } from '../time/time';
import { Dialog } from '../ui/Dialog';
import { ErrorNote } from '../ui/ErrorNote';

/** All accounts, for administrators: made, given roles and passwords, disabled and deleted. */
export function Accounts({ own }: { own: string }) {
  const { data: accounts } = useAccounts(true);
  const change = useChangeAccount();
  const access = useSetAccess();
  const link = useMakePasswordLink();
  const need = useNeedSecondFactor();
  const take = useTakeSecondFactor();
  const [leaving, setLeaving] = useState<KeptAccount | null>(null);
  const [links, setLinks] = useState<{ name: string; link: PasswordLink } | null>(null);
  return (
    <section className="account-card" aria-label="Accounts">
      <h2>Accounts</h2>
      <ul className="account-list">
        {accounts?.map((account) => (
          <li key={account.name}>
            <span>
              <strong>{account.displayName}</strong> <span className="soft">{account.name}</span>
              {account.disabled && <span className="warns"> ◆ disabled</span>}
              {account.invited && <span className="soft"> has not set a password yet</span>}
              {account.secondFactor && <span className="soft"> second factor</span>}
              {account.secondFactorNeeded && !account.secondFactor && <span className="soft"> must set up a second factor</span>}
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
                    {
                      key: 'password',
                      label: 'Link for a new password…',
                      onClick: () => link.mutate(account.name, { onSuccess: (made) => setLinks({ name: account.name, link: made }) }),
                    },
                    {
                      key: 'need',
                      label: account.secondFactorNeeded ? 'Ask for no second factor' : 'Ask for a second factor',
                      onClick: () => need.mutate({ name: account.name, needed: !account.secondFactorNeeded }),
                    },
                    {
                      key: 'lost',
                      label: 'Take the second factor away',
                      disabled: !account.secondFactor,
                      onClick: () => take.mutate(account.name),
                    },
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
                      onClick: () => setLeaving(account),
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
        A changed role, a new password and disabling end the account’s sessions. Which operator an account is, is set under People.
      </p>
      <NewAccount onMade={(name, made) => setLinks({ name, link: made })} />
      <ErrorNote error={change.error ?? access.error ?? link.error ?? need.error ?? take.error} />
      {links && <LinkToGive {...links} onClose={() => setLinks(null)} />}
      {leaving && <DeleteAccount account={leaving} onClose={() => setLeaving(null)} />}
    </section>
  );
}

function NewAccount({ onMade }: { onMade: (name: string, link: PasswordLink) => void }) {
  const make = useMakeAccount();
  const [wish, setWish] = useState({ name: '', displayName: '', role: 'OPERATOR' as Role });
  const set = (part: Partial<typeof wish>) => setWish((before) => ({ ...before, ...part }));
  return (
    <form
      className="account-new"
      onSubmit={(event) => {
        event.preventDefault();
        make.mutate(wish, {
          onSuccess: (link) => {
            onMade(wish.name, link);
            set({ name: '', displayName: '' });
          },
        });
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
      <Select aria-label="Role" value={wish.role} options={ROLES} onChange={(role) => set({ role })} />
      <BusyButton htmlType="submit" busy={make.isPending} disabled={!wish.name || !wish.displayName}>
        Make the account
      </BusyButton>
      <ErrorNote error={make.error} />
    </form>
  );
}

/** A link to hand to the owner of an account, so that nobody else ever knows the password. */
function LinkToGive({ name, link, onClose }: { name: string; link: PasswordLink; onClose: () => void }) {
  const address = `${window.location.origin}${link.path}`;
  return (
    <Dialog
      open
      title={<h2>Give this link to {name}</h2>}
      onCancel={onClose}
      footer={<Button onClick={onClose}>I have it</Button>}
    >
      <p>
        Whoever opens it sets the account’s password, once. It ends {formatInstant(link.endsAt)}, is shown this once, and takes the
        place of any before it.
      </p>
      <Input readOnly autoFocus aria-label="The link" value={address} onFocus={(event) => event.target.select()} />
    </Dialog>
  );
}

function DeleteAccount({ account, onClose }: { account: KeptAccount; onClose: () => void }) {
  const remove = useDeleteAccount();
  return (
    <Dialog
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
    </Dialog>
  );
}
