import { Checkbox, Input } from 'antd';
import type { OpeningHours } from '../api/model';
import { useWorkplace } from '../plan/workplace';
import { EditorPanel } from '../plan/EditorPanel';
import { ClosingEditor } from './ClosingEditor';
import { Field, Line } from '../ui/fields';
import { useElement } from '../plan/useElement';
import { WeekWindows } from '../ui/WeekWindows';
import { TimeZoneSelect } from '../ui/TimeZoneSelect';

export function HoursPanel({ id }: { id: string }) {
  const { draft } = useWorkplace();
  const { value: set, change, edits } = useElement('hours', id);
  const keepers = [...draft.plan.departments, ...draft.plan.doors].filter((element) => element.hours === id);
  const changeHours = (part: Partial<OpeningHours>) => change({ hours: { ...set.hours, ...part } });
  return (
    <EditorPanel title={set.name} about="Opening hours" edits={edits}>
      <Field label="Name">
        <Input value={set.name} onChange={(event) => change({ name: event.target.value })} />
      </Field>
      <Field label="Time zone">
        <TimeZoneSelect value={set.hours.timeZone} onChange={(zone) => zone && changeHours({ timeZone: zone })} />
      </Field>
      <Line label="Kept by">{keepers.map((keeper) => keeper.name).join(', ') || 'nobody yet'}</Line>
      <Checkbox
        checked={set.hours.roundTheClock}
        onChange={(event) =>
          changeHours(event.target.checked ? { roundTheClock: true, weekly: [] } : { roundTheClock: false })
        }
      >
        Open round the clock
      </Checkbox>
      {!set.hours.roundTheClock && (
        <WeekWindows nothing="closed" value={set.hours.weekly} onChange={(weekly) => changeHours({ weekly })} />
      )}
      <ClosingEditor value={set.closing} onChange={(closing) => change({ closing })} />
    </EditorPanel>
  );
}
