import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { samplePlan } from '../testing/samplePlan';
import { renderInWorkplace } from '../testing/workplace';
import { Accounts } from './Accounts';
import { browserWords, OwnAccess } from './OwnAccess';

afterEach(cleanup);

const accounts = [
  { name: 'ida', displayName: 'Ida', role: 'ADMINISTRATOR', disabled: false },
  { name: 'tom', displayName: 'Tom', role: 'VIEWER', disabled: true },
];

const link = { path: '/password#abc', endsAt: '2026-12-05T10:00:00Z' };

async function more(name: string, what: string) {
  fireEvent.click(await screen.findByRole('button', { name: `More for ${name}` }));
  fireEvent.click(await screen.findByText(what));
}

describe('accounts', () => {
  it('are disabled and enabled, and say so', async () => {
    const sent = renderInWorkplace(<Accounts own="ida" />, samplePlan(), { '/accounts': accounts });
    expect((await screen.findByText('tom')).closest('li')?.textContent).toContain('disabled');
    await more('Tom', 'Enable');
    await waitFor(() => expect(sent.find(({ method }) => method === 'PUT')).toMatchObject({ path: '/accounts/tom/access', body: { disabled: false } }));
  });

  it('are given a link for a password that nobody else knows', async () => {
    const sent = renderInWorkplace(<Accounts own="ida" />, samplePlan(), { '/accounts': accounts, '/password-link': link });
    await more('Tom', 'Link for a new password…');
    expect((await screen.findByLabelText<HTMLInputElement>('The link')).value).toBe(`${window.location.origin}/password#abc`);
    expect(sent.find(({ method }) => method === 'POST')?.path).toBe('/accounts/tom/password-link');
  });

  it('are made without anybody choosing their password', async () => {
    const sent = renderInWorkplace(<Accounts own="ida" />, samplePlan(), {
      '/accounts': accounts,
      '/password-link': link,
    });
    fireEvent.change(screen.getByLabelText('Name to sign in with'), { target: { value: 'una' } });
    fireEvent.change(screen.getByLabelText('Name shown to others'), { target: { value: 'Una' } });
    fireEvent.click(screen.getByRole('button', { name: 'Make the account' }));
    expect(await screen.findByText('Give this link to una')).toBeTruthy();
    expect(sent.find(({ method, path }) => method === 'POST' && path === '/accounts')?.body).toEqual({
      name: 'una',
      displayName: 'Una',
      role: 'OPERATOR',
      password: null,
    });
  });

  it('are asked for a second factor', async () => {
    const sent = renderInWorkplace(<Accounts own="ida" />, samplePlan(), { '/accounts': accounts });
    await more('Tom', 'Ask for a second factor');
    await waitFor(() =>
      expect(sent.find(({ method }) => method === 'PUT')).toMatchObject({ path: '/accounts/tom/second-factor', body: { needed: true } }),
    );
  });

  it('are deleted once asked', async () => {
    const sent = renderInWorkplace(<Accounts own="ida" />, samplePlan(), { '/accounts': accounts });
    await more('Tom', 'Delete…');
    expect(sent.some(({ method }) => method === 'DELETE')).toBe(false);
    fireEvent.click(await screen.findByRole('button', { name: 'Delete' }));
    await waitFor(() => expect(sent.find(({ method }) => method === 'DELETE')?.path).toBe('/accounts/tom'));
  });

  it('keep their own from being closed', async () => {
    renderInWorkplace(<Accounts own="ida" />, samplePlan(), { '/accounts': accounts });
    fireEvent.click(await screen.findByRole('button', { name: 'More for Ida' }));
    expect((await screen.findByText('Disable')).closest('[role=menuitem]')?.getAttribute('aria-disabled')).toBe('true');
  });
});

describe('one’s own access', () => {
  const session = { id: 'a1', begunAt: '2026-12-02T08:00:00Z', usedAt: '2026-12-02T10:00:00Z', current: false };
  const factor = { on: false, needed: false, recoveriesLeft: 0 };
  const sessions = [
    { ...session, id: 'a0', browser: 'Mozilla/5.0 (X11; Linux x86_64) Chrome/150.0 Safari/537.36', current: true },
    { ...session, browser: 'curl/8.1' },
  ];

  it('ends sessions, but not the one that is looked from', async () => {
    const sent = renderInWorkplace(<OwnAccess />, samplePlan(), { '/sessions': sessions, '/second-factor': factor });
    expect(await screen.findByText('Chromium on Linux')).toBeTruthy();
    fireEvent.click(screen.getByRole('button', { name: 'End' }));
    await waitFor(() => expect(sent.find(({ method }) => method === 'DELETE')?.path).toBe('/sessions/a1'));
  });

  it('changes the password and says what that ended', async () => {
    const sent = renderInWorkplace(<OwnAccess />, samplePlan(), { '/sessions': sessions, '/second-factor': factor });
    fireEvent.change(screen.getByLabelText('Password up to now'), { target: { value: 'old' } });
    fireEvent.change(screen.getByLabelText('New password'), { target: { value: 'rope ladder at noon' } });
    fireEvent.click(screen.getByRole('button', { name: 'Change the password' }));
    expect(await screen.findByText('Changed. Your other sessions have ended.')).toBeTruthy();
    expect(sent.find(({ method }) => method === 'PUT')?.body).toEqual({ current: 'old', password: 'rope ladder at noon' });
  });

  it('sets up a second factor by its first code, and hands out recovery codes once', async () => {
    const offer = { secret: 'ABCDEFGH', uri: 'otpauth://totp/Kinetarch:ida?secret=ABCDEFGH&issuer=Kinetarch', codes: ['aaaa-bbbb', 'cccc-dddd'] };
    const sent = renderInWorkplace(<OwnAccess />, samplePlan(), { '/sessions': sessions, '/second-factor': { ...factor, ...offer } });
    fireEvent.click(await screen.findByRole('button', { name: 'Set up a second factor' }));
    expect(await screen.findByText('ABCD EFGH')).toBeTruthy();
    fireEvent.change(screen.getByLabelText(/Type the code/), { target: { value: '123456' } });
    fireEvent.click(screen.getByRole('button', { name: 'Begin to ask for codes' }));
    expect((await screen.findByText(/aaaa-bbbb/)).textContent).toBe('aaaa-bbbb\ncccc-dddd');
    expect(sent.find(({ method }) => method === 'PUT')?.body).toEqual({ code: '123456' });
  });

  it('names browsers in two words', () => {
    expect(browserWords('Mozilla/5.0 (Windows NT 10.0; rv:140.0) Gecko/20100101 Firefox/140.0')).toBe('Firefox on Windows');
    expect(browserWords('')).toBe('A program');
  });
});
