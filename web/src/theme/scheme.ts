import { useSyncExternalStore } from 'react';
import { applyTokens, type Scheme } from './tokens';

/** Which scheme somebody wants: that of their system, or always one. */
export type SchemeWish = 'system' | Scheme;

const KEY = 'kinetarch.scheme';
const DARK = '(prefers-color-scheme: dark)';

const listeners = new Set<() => void>();
let wish: SchemeWish = kept();

function kept(): SchemeWish {
  const stored = localStorage.getItem(KEY);
  return stored === 'light' || stored === 'dark' ? stored : 'system';
}

function current(): Scheme {
  if (wish !== 'system') return wish;
  return window.matchMedia?.(DARK).matches ? 'dark' : 'light';
}

function tell() {
  applyTokens(document.documentElement, current());
  for (const listener of listeners) listener();
}

function subscribe(listener: () => void) {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

/** Puts the scheme on the page, and follows the system from here on. */
export function startScheme() {
  window.matchMedia?.(DARK).addEventListener('change', tell);
  tell();
}

/** Chooses for this browser. */
export function wishScheme(next: SchemeWish) {
  wish = next;
  if (next === 'system') localStorage.removeItem(KEY);
  else localStorage.setItem(KEY, next);
  tell();
}

export const useScheme = () => useSyncExternalStore(subscribe, current);
export const useSchemeWish = () => useSyncExternalStore(subscribe, () => wish);
