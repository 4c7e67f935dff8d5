import { useEffect, useRef } from 'react';
import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import type { Desk } from '../api/desk';

interface Notices {
  /** A tone when a chat is offered. */
  offers: boolean;
  /** A softer one when a visitor writes while the desk is not looked at. */
  words: boolean;
  /** A notice on the desktop for both, while the desk is not looked at. */
  desktop: boolean;
  set: (wish: Partial<Pick<Notices, 'offers' | 'words' | 'desktop'>>) => void;
}

/** How an operator wishes to be told of what comes, in this browser. */
export const useNotices = create<Notices>()(
  persist((set) => ({ offers: true, words: false, desktop: false, set }), {
    name: 'kinetarch-notices',
    partialize: ({ offers, words, desktop }) => ({ offers, words, desktop }),
  }),
);

/** What is new at a desk since it was seen last. */
export interface News {
  offered: string[];
  written: string[];
}

/** What is seen of a desk: chats on offer, and the newest line of a visitor in each chat in hand. */
export interface Seen {
  offered: Set<number>;
  lines: Map<number, number>;
}

export function seenOf({ places }: Pick<Desk, 'places'>): Seen {
  return {
    offered: new Set(places.filter(({ stage }) => stage === 'offered').map(({ chat }) => chat)),
    lines: new Map(
      places
        .filter(({ stage }) => stage === 'held')
        .map(({ chat, lines }) => [chat, lines.findLast(({ from }) => from === 'visitor')?.number ?? 0]),
    ),
  };
}

/** What came between: a chat that is new in hand was offered, so that its lines are no news. */
export function newsSince(before: Seen, { places }: Pick<Desk, 'places'>): News {
  const now = seenOf({ places });
  return {
    offered: places.filter(({ chat }) => now.offered.has(chat) && !before.offered.has(chat)).map(({ queueName }) => queueName),
    written: places
      .filter(({ chat }) => before.lines.has(chat) && (now.lines.get(chat) ?? 0) > (before.lines.get(chat) ?? 0))
      .map(({ visitor }) => visitor ?? 'A visitor'),
  };
}

const OFFER_HERTZ = 660;
const WORD_HERTZ = 440;
const TONE_SECONDS = 0.25;
const LOUDNESS = 0.08;

/** A short soft tone. Browsers give none before the page was clicked or typed in, which is as it should be. */
function tone(hertz: number) {
  const context = new AudioContext();
  const source = context.createOscillator();
  const loudness = context.createGain();
  source.frequency.value = hertz;
  loudness.gain.setValueAtTime(LOUDNESS, context.currentTime);
  loudness.gain.exponentialRampToValueAtTime(0.001, context.currentTime + TONE_SECONDS);
  source.connect(loudness).connect(context.destination);
  source.onended = () => void context.close();
  source.start();
  source.stop(context.currentTime + TONE_SECONDS);
}

/** Tells of what comes to a desk, as its operator wishes. */
export function useTelling(desk: Desk) {
  const seen = useRef<Seen | null>(null);
  useEffect(() => {
    const before = seen.current;
    seen.current = seenOf(desk);
    if (!before) return;
    const { offered, written } = newsSince(before, desk);
    const { offers, words, desktop } = useNotices.getState();
    const away = document.visibilityState !== 'visible' || !document.hasFocus();
    if (offers && offered.length > 0) tone(OFFER_HERTZ);
    else if (words && away && written.length > 0) tone(WORD_HERTZ);
    if (desktop && away && 'Notification' in window && Notification.permission === 'granted') {
      // What was said is told at the desk alone: a notice may be seen by whoever stands near.
      if (offered.length > 0) new Notification('A chat is offered to you', { body: offered.join(', '), tag: 'offered' });
      if (written.length > 0) new Notification('A visitor wrote', { body: written.join(', '), tag: 'written' });
    }
  }, [desk]);
}
