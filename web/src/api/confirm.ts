import { useSyncExternalStore } from 'react';
import { ProblemError } from './client';

/** Somebody who has to show again that it is them, before a change is sent once more. */
export interface Waiting {
  done: () => void;
  giveUp: () => void;
}

let waiting: Waiting | null = null;
const listeners = new Set<() => void>();

function set(next: Waiting | null) {
  waiting = next;
  for (const listener of listeners) listener();
}

/** Sends a change; where it needs the password again, asks for that and sends it once more. */
export async function confirmed<Answer>(send: () => Promise<Answer>): Promise<Answer> {
  try {
    return await send();
  } catch (refusal) {
    if (!(refusal instanceof ProblemError && refusal.is('not-confirmed'))) throw refusal;
    await new Promise<void>((resolve, reject) =>
      set({
        done: () => {
          set(null);
          resolve();
        },
        giveUp: () => {
          set(null);
          reject(refusal);
        },
      }),
    );
    return send();
  }
}

/** Who waits for the password; null for nobody. */
export function useWaiting() {
  return useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => waiting,
  );
}
