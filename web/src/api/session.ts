import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { setClock } from '../time/clock';
import { call } from './client';
import { confirmed } from './confirm';
import type { Permission, Role, Session } from './model';

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
  return useQuery({ queryKey: SESSION, queryFn: () => timed(call('GET', '/session')), staleTime: Infinity });
}

function useBegin<Wish>(begin: (wish: Wish) => Promise<Session>) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (wish: Wish) => timed(begin(wish)),
    onSuccess: (session) => client.setQueryData(SESSION, session),
  });
}

export const useSignIn = () =>
  useBegin((wish: { name: string; password: string; code: string | null }) => call('POST', '/session', {}, wish));
export const useFirstAccount = () =>
  useBegin((wish: { name: string; displayName: string; password: string }) => call('POST', '/setup', {}, wish));

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
  return useQuery({ queryKey: TOKENS, queryFn: () => call('GET', '/tokens') });
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
  useChange(TOKENS, (wish: { label: string; scopes: Permission[]; days: number }) => call('POST', '/tokens', {}, wish));
export const useRevokeToken = () => useChange(TOKENS, (id: number) => call('DELETE', '/tokens/{id}', { id }));


export function useAccounts(enabled: boolean) {
  return useQuery({ queryKey: ACCOUNTS, queryFn: () => call('GET', '/accounts'), enabled });
}

export const useMakeAccount = () =>
  useChange(ACCOUNTS, async (wish: { name: string; displayName: string; role: Role }) => {
    const made = await call('POST', '/accounts', {}, { ...wish, password: null });
    return linkFor(made.name);
  });
export const useChangeAccount = () =>
  useChange(ACCOUNTS, ({ name, ...change }: { name: string; displayName: string; role: Role }) =>
    call('PUT', '/accounts/{name}', { name }, change),
  );

const linkFor = (name: string) => call('POST', '/accounts/{name}/password-link', { name });

/** Makes a link by which the owner of an account sets its password. */
export const useMakePasswordLink = () => useChange(ACCOUNTS, linkFor);

/** Whom a link for a password is for. */
export function usePasswordLink(token: string) {
  return useQuery({
    queryKey: ['password-link', token],
    queryFn: () => call('POST', '/password-links/look', {}, { token }),
    staleTime: Infinity,
    retry: false,
  });
}

export const useTakePasswordLink = () =>
  useMutation({ mutationFn: (wish: { token: string; password: string }) => call('POST', '/password-links', {}, wish) });
export const useSetAccess = () =>
  useChange(ACCOUNTS, ({ name, disabled }: { name: string; disabled: boolean }) =>
    call('PUT', '/accounts/{name}/access', { name }, { disabled }),
  );
export const useNeedSecondFactor = () =>
  useChange(ACCOUNTS, ({ name, needed }: { name: string; needed: boolean }) =>
    call('PUT', '/accounts/{name}/second-factor', { name }, { needed }),
  );
export const useTakeSecondFactor = () =>
  useChange(ACCOUNTS, (name: string) => call('DELETE', '/accounts/{name}/second-factor', { name }));
export const useDeleteAccount = () => useChange(ACCOUNTS, (name: string) => call('DELETE', '/accounts/{name}', { name }));

export const useChangePassword = () =>
  useChange(SESSIONS, (wish: { current: string; password: string }) => call('PUT', '/session/password', {}, wish));

export function useSessions() {
  return useQuery({ queryKey: SESSIONS, queryFn: () => call('GET', '/sessions') });
}

export const useEndSession = () => useChange(SESSIONS, (id: string) => call('DELETE', '/sessions/{id}', { id }));

/** Shows again that it is oneself. */
export const useConfirm = () =>
  useMutation({ mutationFn: (wish: { password: string; code: string | null }) => call('POST', '/session/confirmation', {}, wish) });

export function useSecondFactor() {
  return useQuery({ queryKey: SECOND_FACTOR, queryFn: () => call('GET', '/session/second-factor') });
}

export const useOfferSecondFactor = () =>
  useChange(SECOND_FACTOR, () => call('POST', '/session/second-factor'));
export const useBeginSecondFactor = () =>
  useChange(SECOND_FACTOR, (code: string) => call('PUT', '/session/second-factor', {}, { code }));
export const useEndSecondFactor = () => useChange(SECOND_FACTOR, () => call('DELETE', '/session/second-factor'));
