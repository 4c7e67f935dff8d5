import { Button, Input, Select } from 'antd';
import { NavLink, useLocation } from 'react-router';
import { usePlace } from '../plan/place';
import { useWorkplace } from '../plan/workplace';
import { EditorPanel } from '../plan/EditorPanel';
import { DoorHandoff } from './DoorHandoff';
import { DoorOpening } from './DoorOpening';
import { Field, Line } from '../ui/fields';
import { languagesOf } from '../plan/names';
import { useElement } from '../plan/useElement';
import { LanguageSelect } from '../ui/LanguageSelect';

/** What matters of a door beside the routes: when it is open and what it speaks. The rest has a view of its own. */
export function DoorPanel({ id }: { id: string }) {
  const { draft } = useWorkplace();
  const { tryChat } = usePlace();
  const { search } = useLocation();
  const { value: door, change, edits } = useElement('doors', id);
  return (
    <EditorPanel title={door.name} about="Front door" edits={edits}>
      <Field label="Name">
        <Input value={door.name} onChange={(event) => change({ name: event.target.value })} />
      </Field>
      <DoorHours hours={door.hours ?? null} onChange={(hours) => change({ hours })} />
      <DoorOpening value={door} onChange={change} />
      <DoorHandoff plan={draft.plan} door={door} onChange={(handoff) => change({ handoff })} />
      <Field label="Languages">
        <LanguageSelect
          value={door.languages}
          known={languagesOf(draft.plan)}
          onChange={(languages) => languages.length > 0 && change({ languages })}
        />
      </Field>
      <Line label="">
        <NavLink to={{ pathname: '/doors', search }}>What visitors meet there</NavLink>
      </Line>
      <Button onClick={() => tryChat(id)}>Try a chat at this door</Button>
    </EditorPanel>
  );
}

/** When a door is open. */
export function DoorHours({ hours, onChange }: { hours: string | null; onChange: (hours: string | null) => void }) {
  const { draft } = useWorkplace();
  const { select } = usePlace();
  return (
    <>
      <Field label="Hours">
        <Select
          value={hours ?? ''}
          onChange={(chosen) => onChange(chosen || null)}
          options={[
            { value: '', label: 'Those of the department' },
            ...draft.plan.hours.map((set) => ({ value: set.id, label: set.name })),
          ]}
        />
      </Field>
      {hours && (
        <Line label="">
          <button type="button" className="plain-link" onClick={() => select({ kind: 'hours', id: hours })}>
            Change these hours
          </button>
        </Line>
      )}
    </>
  );
}
