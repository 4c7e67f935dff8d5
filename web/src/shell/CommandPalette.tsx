import { Input, type InputRef, Modal } from 'antd';
import { type KeyboardEvent, useEffect, useMemo, useRef, useState } from 'react';
import { useLocation, useNavigate } from 'react-router';
import { download } from '../api/client';
import { useUndo } from '../api/plan';
import { useSignOut } from '../api/session';
import { type Command, elementCommands, matching, settingCommands } from './commands';
import { mayRemove, type PlanTask } from './PlanMenu';
import type { Arrival } from '../plan/arrival';
import { usePlace } from '../plan/place';
import { useWorkplace } from '../plan/workplace';
import { wishScheme } from '../theme/scheme';
import { asides, mayOpen, views } from './views';

const MOST_SHOWN = 12;

interface Props {
  onClose: () => void;
  /** Opens something else in its place. */
  onOverlay: (overlay: 'shortcuts' | PlanTask) => void;
}

/** Finds any element, setting, view or action by typing. */
export function CommandPalette({ onClose, onOverlay }: Props) {
  const { draft, account, canEdit } = useWorkplace();
  const { viewOf } = usePlace();
  const navigate = useNavigate();
  const { search } = useLocation();
  const undo = useUndo(draft.id);
  const signOut = useSignOut();
  const [typed, setTyped] = useState('');
  const [picked, setPicked] = useState(0);
  const input = useRef<InputRef>(null);
  useEffect(() => input.current?.focus(), []);

  const commands = useMemo<Command[]>(() => {
    const go = (pathname: string, changes: Record<string, string> = {}, field: string | null = null) => {
      const params = new URLSearchParams(search);
      for (const [name, value] of Object.entries(changes)) params.set(name, value);
      if ('try' in changes) params.delete('sel');
      else params.delete('try');
      const toElement = 'sel' in changes;
      navigate({ pathname, search: params.toString() }, { state: toElement ? ({ field } satisfies Arrival) : null });
    };
    const action = (name: string, run: () => void): Command => ({ key: name, name, what: 'action', run });
    return [
      ...[...views, ...asides].filter((view) => mayOpen(view, account.permissions)).map((view) => ({
        key: view.path,
        name: view.name,
        what: 'view',
        run: () => go(view.path),
      })),
      ...elementCommands(draft.plan, (kind, id) => go(viewOf(kind), { sel: `${kind}/${id}` })),
      ...settingCommands(draft.plan, (kind, id, field) => go(viewOf(kind), { sel: `${kind}/${id}` }, field)),
      action('The plan’s settings, seats and texts', () => go('/structure', { sel: 'settings/settings' })),
      action('Try a chat', () => go('/passage', { try: draft.plan.doors[0]?.id ?? '' })),
      ...(canEdit && draft.undo ? [action(`Undo: ${draft.undo.words}`, () => draft.undo && undo.mutate({ which: 'undo', change: draft.undo.change }))] : []),
      ...(canEdit && draft.redo ? [action(`Redo: ${draft.redo.words}`, () => draft.redo && undo.mutate({ which: 'redo', change: draft.redo.change }))] : []),
      action('Export the draft as a document', () => void download('/plans/{plan}/document', { plan: draft.id, of: 'draft' })),
      action('Export people as CSV', () => void download('/plans/{plan}/people.csv', { plan: draft.id })),
      ...(canEdit ? [action('New plan', () => onOverlay('new')), action('Copy this plan', () => onOverlay('copy'))] : []),
      ...(mayRemove(account.permissions, draft.live) ? [action('Remove this plan', () => onOverlay('remove'))] : []),
      action('Dark colours', () => wishScheme('dark')),
      action('Light colours', () => wishScheme('light')),
      action('Colours as the system', () => wishScheme('system')),
      action('Keyboard shortcuts', () => onOverlay('shortcuts')),
      action('API description', () => window.open('/api/docs', '_blank')),
      action('Sign out', () => signOut.mutate()),
    ];
  }, [draft, account, canEdit, search, navigate, viewOf, undo, signOut, onOverlay]);

  const shown = matching(commands, typed, MOST_SHOWN);
  const current = Math.min(picked, shown.length - 1);

  function run(command: Command | undefined) {
    if (!command) return;
    onClose();
    command.run();
  }

  function onKey(event: KeyboardEvent) {
    if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
      event.preventDefault();
      const step = event.key === 'ArrowDown' ? 1 : -1;
      setPicked((current + step + shown.length) % Math.max(1, shown.length));
    } else if (event.key === 'Enter') {
      event.preventDefault();
      run(shown[current]);
    }
  }

  return (
    <Modal
      open
      closable={false}
      footer={null}
      width={560}
      onCancel={onClose}
      title="Find anything"
      styles={{ header: { display: 'none' } }}
    >
      <Input
        ref={input}
        role="combobox"
        aria-expanded
        aria-controls="palette-list"
        aria-activedescendant={shown[current] ? `palette-${current}` : undefined}
        aria-label="Find an element, a view or an action"
        placeholder="Type a name, a setting, a view or what you want to do"
        value={typed}
        onChange={(event) => {
          setTyped(event.target.value);
          setPicked(0);
        }}
        onKeyDown={onKey}
      />
      <ul className="palette" id="palette-list" role="listbox" aria-label="Found">
        {shown.map((command, i) => (
          <li
            key={command.key}
            id={`palette-${i}`}
            role="option"
            aria-selected={i === current}
            onMouseEnter={() => setPicked(i)}
            onClick={() => run(command)}
            onKeyDown={onKey}
          >
            <span>{command.name}</span>
            <span className="soft">{command.what}</span>
          </li>
        ))}
      </ul>
      {shown.length === 0 && <p className="soft">Nothing is called that.</p>}
    </Modal>
  );
}
