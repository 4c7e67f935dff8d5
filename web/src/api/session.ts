import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { setClock } from '../time/clock';
import { call } from './client';
import type { KeptAccount, OwnSession, Permission, Role, Session, Token } from './model';

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

export const useSignIn = () => useBegin<{ name: string; password: string }>('/session');
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

function useChange<Wish, Answer>(key: string[], send: (wish: Wish) => Promise<Answer>) {
  const client = useQueryClient();
  return useMutation({ mutationFn: send, onSuccess: () => client.invalidateQueries({ queryKey: key }) });
}

export const useMakeToken = () =>
  useChange(TOKENS, (wish: { label: string; scopes: Permission[]; days: number }) => call<{ token: string }>('POST', '/tokens', wish));
export const useRevokeToken = () => useChange(TOKENS, (id: number) => call('DELETE', `/tokens/${id}`));

const accountPath = (name: string) => `/accounts/${encodeURIComponent(name)}`;

export function useAccounts(enabled: boolean) {
  return useQuery({ queryKey: ACCOUNTS, queryFn: () => call<KeptAccount[]>('GET', '/accounts'), enabled });
}

export const useMakeAccount = () =>
  useChange(ACCOUNTS, (wish: { name: string; displayName: string; role: Role; password: string }) =>
    call('POST', '/accounts', wish),
  );
export const useChangeAccount = () =>
  useChange(ACCOUNTS, ({ name, ...change }: { name: string; displayName: string; role: Role }) =>
    call('PUT', accountPath(name), change),
  );

export const useSetPassword = () =>
  useChange(ACCOUNTS, ({ name, password }: { name: string; password: string }) =>
    call('PUT', `${accountPath(name)}/password`, { password }),
  );
export const useSetAccess = () =>
  useChange(ACCOUNTS, ({ name, disabled }: { name: string; disabled: boolean }) =>
    call('PUT', `${accountPath(name)}/access`, { disabled }),
  );
export const useDeleteAccount = () => useChange(ACCOUNTS, (name: string) => call('DELETE', accountPath(name)));

export const useChangePassword = () =>
  useChange(SESSIONS, (wish: { current: string; password: string }) => call('PUT', '/session/password', wish));

export function useSessions() {
  return useQuery({ queryKey: SESSIONS, queryFn: () => call<OwnSession[]>('GET', '/sessions') });
}

export const useEndSession = () => useChange(SESSIONS, (id: string) => call('DELETE', `/sessions/${id}`));
