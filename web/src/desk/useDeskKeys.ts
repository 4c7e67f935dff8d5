import { useEffect, useState } from 'react';
import type { Desk } from '../api/desk';
import type { DeskActions } from '../places/DeskTable';
import { isTyping } from '../ui/keys';

const ASIDE_MINUTES = 15;

/** The desk by its keys; whether their list is asked for. */
export function useDeskKeys(desk: Desk, actions: DeskActions) {
  const [asked, setAsked] = useState(false);
  useEffect(() => {
    function onKey(event: KeyboardEvent) {
      if (event.key === '?' && !isTyping(event.target)) {
        setAsked(true);
        return;
      }
      if (!event.altKey || event.ctrlKey || event.metaKey) return;
      const act = byKey(event, desk, actions);
      if (act) {
        event.preventDefault();
        act();
      }
    }
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [desk, actions]);
  return { asked, close: () => setAsked(false) };
}

/** What a key with Alt does, by its place on the keyboard, since Alt writes other letters on some; null for nothing. */
function byKey(event: KeyboardEvent, desk: Desk, actions: DeskActions): (() => void) | null {
  const offered = desk.places.find(({ stage }) => stage === 'offered');
  switch (event.code) {
    case 'KeyA':
      return offered ? () => actions.act(offered.chat, 'accept') : null;
    case 'KeyL':
      return offered ? () => actions.act(offered.chat, 'decline') : null;
    case 'KeyP':
      return () => actions.presence(desk.state === 'present' ? 'away' : 'present');
    default:
      return inPlace(event, desk, actions);
  }
}

function inPlace(event: KeyboardEvent, desk: Desk, actions: DeskActions): (() => void) | null {
  const card = event.target instanceof HTMLElement ? event.target.closest<HTMLElement>('[data-chat]') : null;
  const place = desk.places.find(({ chat }) => String(chat) === card?.dataset.chat);
  if (!card || !place) return null;
  switch (event.code) {
    case 'KeyE':
      return place.stage === 'held' || place.stage === 'wrap-up' ? () => actions.act(place.chat, place.stage === 'held' ? 'end' : 'wrap-up') : null;
    case 'KeyS':
      return place.stage === 'held' && place.colleagues.length === 0
        ? () => actions.setAside(place.chat, ASIDE_MINUTES)
        : null;
    case 'KeyN':
      return () => {
        card.querySelector('details.place-beside')?.setAttribute('open', '');
        card.querySelector<HTMLElement>('.margin-write textarea')?.focus();
      };
    default:
      return null;
  }
}
