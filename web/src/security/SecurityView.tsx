import { Button, Input, Select } from 'antd';
import { useState } from 'react';
import { download } from '../api/client';
import type { SecurityEvent } from '../api/model';
import { type EventsWanted, asParams, useSecurityLog } from '../api/security';
import { useWorkplace } from '../plan/workplace';
import { addDays } from '../time/days';
import { formatInstant, fromLocal } from '../time/time';
import { BusyButton } from '../ui/BusyButton';
import { ErrorNote } from '../ui/ErrorNote';
import './security.css';

const WORDS: Record<SecurityEvent['kind'], string> = {
  SIGNED_IN: 'signed in',
  SIGN_IN_FAILED: 'a sign-in failed',
  SIGNED_OUT: 'signed out',
  CONFIRMED: 'showed their password again',
  SESSION_ENDED: 'ended a session of their own',
  ACCOUNT_MADE: 'made an account',
  ACCOUNT_CHANGED: 'changed an account’s name or role',
  ACCOUNT_CLOSED_OR_OPENED: 'disabled or enabled an account',
  ACCOUNT_DELETED: 'deleted an account',
  PASSWORD_CHANGED: 'changed their own password',
  PASSWORD_SET: 'set another’s password',
  PASSWORD_LINK_MADE: 'made a link for a password',
  PASSWORD_LINK_TAKEN: 'a password was set by a link',
  SECOND_FACTOR_ON: 'set up a second factor',
  SECOND_FACTOR_OFF: 'took away a second factor',
  SECOND_FACTOR_ASKED_FOR: 'asked an account for a second factor, or no more',
  TOKEN_MADE: 'made an API token',
  TOKEN_REVOKED: 'revoked an API token',
  WENT_LIVE: 'took a plan live',
  PLAN_REMOVED: 'removed a plan',
  EXPORTED: 'took data out',
  IMPORTED: 'brought data in',
  READ: 'read what a visitor wrote',
  ERASED: 'erased what visitors wrote',
};
const KINDS = Object.entries(WORDS).map(([value, label]) => ({ value, label }));
const GRAVE: SecurityEvent['kind'][] = ['SIGN_IN_FAILED'];

/** What touches who may do what, and who read or took out what; for administrators. */
export function SecurityView() {
  const { draft } = useWorkplace();
  const zone = draft.plan.settings.timeZone;
  const [wanted, setWanted] = useState<EventsWanted>({ kind: '', account: '', from: '', to: '' });
  const set = (part: Partial<EventsWanted>) => setWanted((before) => ({ ...before, ...part }));
  const { data, error, fetchNextPage, hasNextPage, isFetchingNextPage } = useSecurityLog(wanted);
  const [failed, setFailed] = useState<unknown>(null);
  const events = data?.pages.flat() ?? [];
  return (
    <div className="security">
      <div className="view-head">
        <h1>Security log</h1>
        <span className="soft">kept for 400 days; reads and exports of chats as long as their plan</span>
      </div>
      <div className="security-limits">
        <Select
          allowClear
          showSearch={{ optionFilterProp: 'label' }}
          aria-label="What happened"
          placeholder="anything"
          value={wanted.kind || undefined}
          options={KINDS}
          onChange={(kind) => set({ kind: kind ?? '' })}
        />
        <Input.Search
          allowClear
          aria-label="Account, or what it was about"
          placeholder="account, or what it was about"
          onSearch={(account) => set({ account: account.trim() })}
        />
        <Input
          type="date"
          aria-label="From this day"
          onChange={({ target }) => set({ from: target.value && fromLocal(`${target.value}T00:00`, zone) })}
        />
        <Input
          type="date"
          aria-label="To the end of this day"
          onChange={({ target }) => set({ to: target.value && fromLocal(`${addDays(target.value, 1)}T00:00`, zone) })}
        />
        <Button
          onClick={() => {
            setFailed(null);
            download('/security-log/log.csv', asParams(wanted)).catch(setFailed);
          }}
        >
          Export as CSV
        </Button>
      </div>
      <ErrorNote error={error ?? failed} />
      <table className="plain-table security-list">
        <thead>
          <tr>
            <th>When</th>
            <th>Who</th>
            <th>What</th>
            <th>About</th>
            <th>From</th>
          </tr>
        </thead>
        <tbody>
          {events.map((event, i) => (
            <tr key={i} className={GRAVE.includes(event.kind) ? 'warns' : undefined}>
              <td>{formatInstant(event.at)}</td>
              <td>
                <bdi>{event.account || 'nobody'}</bdi>
              </td>
              <td>
                {GRAVE.includes(event.kind) && '◆ '}
                {WORDS[event.kind]}
              </td>
              <td>
                <bdi>{event.about}</bdi>
              </td>
              <td>{event.address}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {data && events.length === 0 && <p className="soft">Nothing like that is kept.</p>}
      {hasNextPage && (
        <BusyButton busy={isFetchingNextPage} onClick={() => void fetchNextPage()}>
          Show older ones
        </BusyButton>
      )}
    </div>
  );
}
