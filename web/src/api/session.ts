import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { setClock } from '../time/clock';
import { call } from './client';
import { confirmed } from './confirm';
import type { KeptAccount, OwnSession, PasswordLink, Permission, Role, SecondFactor, Session, Token } from './model';

/** The access roles, from the one that may do most. */
export const ROLES: { value: Role; label: string }[] = [
  { value: 'ADMINISTRATOR', label: 'administrator' },
  { value: 'PLANNER', label: 'planner' },
  { value: 'OPERATOR', label: 'operator' },
  { value: 'VIEWER', label: 'viewer' },
];

export const SESSION = ['session'];
const TOKENS = ['tokens'];
const ACCOUNTS = ['accounts'];
const SESSIONS = ['sessions'];
const SECOND_FACTOR = ['second-factor'];

/** Each answer about the session tells the server's time. */
async function timed(asked: Promise<Session>) {
  const session = await asked;
  setClock(session.now);
  return session;
}

export function useSession() {
  return useQuery({ queryKey: SESSION, queryFn: () => timed(call<Session>('GET', '/session')), staleTime: Infinity });
}

function useBegin<Wish>(path: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (wish: Wish) => timed(call<Session>('POST', path, wish)),
    onSuccess: (session) => client.setQueryData(SESSION, session),
  });
}

export const useSignIn = () => useBegin<{ name: string; password: string; code: string | null }>('/session');
export const useFirstAccount = () => useBegin<{ name: string; displayName: string; password: string }>('/setup');

export function useSignOut() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: () => call('DELETE', '/session'),
    onSuccess: () => {
      client.clear();
      window.location.assign('/');
    },
  });
}

export function useTokens() {
  return useQuery({ queryKey: TOKENS, queryFn: () => call<Token[]>('GET', '/tokens') });
}

/** Sends a change, and asks for the password again where that is needed. */
function useChange<Wish, Answer>(key: string[], send: (wish: Wish) => Promise<Answer>) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (wish: Wish) => confirmed(() => send(wish)),
    onSuccess: () => client.invalidateQueries({ queryKey: key }),
  });
}

export const useMakeToken = () =>
  useChange(TOKENS, (wish: { label: string; scopes: Permission[]; days: number }) => call<{ token: string }>('POST', '/tokens', wish));
export const useRevokeToken = () => useChange(TOKENS, (id: number) => call('DELETE', `/tokens/${id}`));

const accountPath = (name: string) => `/accounts/${encodeURIComponent(name)}`;

export function useAccounts(enabled: boolean) {
  return useQuery({ queryKey: ACCOUNTS, queryFn: () => call<KeptAccount[]>('GET', '/accounts'), enabled });
}

export const useMakeAccount = () =>
  useChange(ACCOUNTS, async (wish: { name: string; displayName: string; role: Role }) => {
    const made = await call<KeptAccount>('POST', '/accounts', { ...wish, password: null });
    return linkFor(made.name);
  });
export const useChangeAccount = () =>
  useChange(ACCOUNTS, ({ name, ...change }: { name: string; displayName: string; role: Role }) =>
    call('PUT', accountPath(name), change),
  );

const linkFor = (name: string) => call<PasswordLink>('POST', `${accountPath(name)}/password-link`);

/** Makes a link by which the owner of an account sets its password. */
export const useMakePasswordLink = () => useChange(ACCOUNTS, linkFor);

/** Whom a link for a password is for. */
export function usePasswordLink(token: string) {
  return useQuery({
    queryKey: ['password-link', token],
    queryFn: () => call<{ name: string; displayName: string }>('POST', '/password-links/look', { token }),
    staleTime: Infinity,
    retry: false,
  });
}

export const useTakePasswordLink = () =>
  useMutation({ mutationFn: (wish: { token: string; password: string }) => call('POST', '/password-links', wish) });
export const useSetAccess = () =>
  useChange(ACCOUNTS, ({ name, disabled }: { name: string; disabled: boolean }) =>
    call('PUT', `${accountPath(name)}/access`, { disabled }),
  );
export const useNeedSecondFactor = () =>
  useChange(ACCOUNTS, ({ name, needed }: { name: string; needed: boolean }) =>
    call('PUT', `${accountPath(name)}/second-factor`, { needed }),
  );
export const useTakeSecondFactor = () =>
  useChange(ACCOUNTS, (name: string) => call('DELETE', `${accountPath(name)}/second-factor`));
export const useDeleteAccount = () => useChange(ACCOUNTS, (name: string) => call('DELETE', accountPath(name)));

export const useChangePassword = () =>
  useChange(SESSIONS, (wish: { current: string; password: string }) => call('PUT', '/session/password', wish));

export function useSessions() {
  return useQuery({ queryKey: SESSIONS, queryFn: () => call<OwnSession[]>('GET', '/sessions') });
}

export const useEndSession = () => useChange(SESSIONS, (id: string) => call('DELETE', `/sessions/${id}`));

/** Shows again that it is oneself. */
export const useConfirm = () =>
  useMutation({ mutationFn: (wish: { password: string; code: string | null }) => call('POST', '/session/confirmation', wish) });

export function useSecondFactor() {
  return useQuery({ queryKey: SECOND_FACTOR, queryFn: () => call<SecondFactor>('GET', '/session/second-factor') });
}

const secondFactor = '/session/second-factor';
export const useOfferSecondFactor = () =>
  useChange(SECOND_FACTOR, () => call<{ secret: string; uri: string }>('POST', secondFactor));
export const useBeginSecondFactor = () =>
  useChange(SECOND_FACTOR, (code: string) => call<{ codes: string[] }>('PUT', secondFactor, { code }));
export const useEndSecondFactor = () => useChange(SECOND_FACTOR, () => call('DELETE', secondFactor));
