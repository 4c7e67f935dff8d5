import { useCallback } from 'react';
import { useLocation, useNavigate } from 'react-router';
import type { ElementKind } from '../api/model';
import { useAddress } from './useAddress';

/** What is selected: an element of the plan, or the panel that tries a chat. */
export interface Selection {
  kind: ElementKind;
  id: string;
}

/** The part of the interface's state that lives in the address: the moment, what is selected, whether a chat is tried. */
export function usePlace() {
  const [params, change] = useAddress();
  const navigate = useNavigate();
  const { search } = useLocation();
  const select = useCallback(
    (selection: Selection | null) =>
      change({ sel: selection && `${selection.kind}/${selection.id}`, try: null }),
    [change],
  );
  return {
    at: params.get('at'),
    plan: params.get('plan'),
    /** Another plan has elements of its own, so nothing is selected in it. */
    openPlan: useCallback((plan: string | null) => change({ plan, sel: null, try: null }), [change]),
    pick: useCallback((at: string) => change({ at }), [change]),
    selection: parse(params.get('sel')),
    select,
    trying: params.get('try') !== null,
    /** Chats are tried beside Passage. */
    tryChat: useCallback(
      (door: string) => {
        const kept = [...new URLSearchParams(search)].filter(([name]) => name === 'at' || name === 'plan');
        void navigate({ pathname: '/passage', search: new URLSearchParams([...kept, ['try', door]]).toString() });
      },
      [navigate, search],
    ),
    tryDoor: params.get('try') ?? '',
    closePanel: useCallback(() => change({ sel: null, try: null }), [change]),
    viewOf,
  };
}

/** The view in which an element of a kind is at home. */
function viewOf(kind: ElementKind) {
  if (kind === 'operators' || kind === 'skills') return '/people';
  if (kind === 'doors' || kind === 'hours' || kind === 'rules' || kind === 'checks') return `/${kind}`;
  if (kind === 'topics' || kind === 'bots' || kind === 'helpPages') return '/bot';
  return '/structure';
}

function parse(sel: string | null): Selection | null {
  const [kind, id] = sel?.split('/') ?? [];
  return kind && id ? { kind: kind as ElementKind, id } : null;
}
