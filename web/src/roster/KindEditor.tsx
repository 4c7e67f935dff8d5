import { Button, Input, InputNumber, Select } from 'antd';
import type { ShiftKind } from '../api/model';
import { A_DAY, hours } from './shifts';
import { timeOf } from '../time/timeOfDay';

const HALF_HOURS = Array.from({ length: A_DAY / 30 }, (_, i) => timeOf(i * 30));
const TIMES = HALF_HOURS.map((time) => ({ value: `${time}:00`, label: time }));

interface Props {
  kind: ShiftKind;
  onChange: (kind: ShiftKind) => void;
  onRemove: () => void;
}

/** A kind of shift: how long, when it may start, and its break. */
export function KindEditor({ kind, onChange, onRemove }: Props) {
  const pause = kind.breaks[0];
  const named = (what: string) => `${what} of ${kind.name}`;
  return (
    <fieldset className="roster-kind">
      <legend>
        <Input aria-label={named('Name')} value={kind.name} onChange={(event) => onChange({ ...kind, name: event.target.value })} />
      </legend>
      <label>
        Length, hours
        <InputNumber
          aria-label={named('Length, hours,')}
          min={0.5}
          max={16}
          step={0.5}
          value={kind.minutes / 60}
          onChange={(length) => onChange({ ...kind, minutes: Math.round((length ?? 8) * 2) * 30 })}
        />
      </label>
      <label>
        Starts from
        <Select
          aria-label={named('Earliest start')}
          value={kind.earliestStart}
          onChange={(earliestStart) => onChange({ ...kind, earliestStart })}
          options={TIMES}
          showSearch
        />
      </label>
      <label>
        to
        <Select
          aria-label={named('Latest start')}
          value={kind.latestStart}
          onChange={(latestStart) => onChange({ ...kind, latestStart })}
          options={TIMES}
          showSearch
        />
      </label>
      <label>
        Break
        <Select
          aria-label={named('Break')}
          value={pause ? `${pause.minutes} ${pause.paid}` : ''}
          onChange={(value) => onChange({ ...kind, breaks: value ? [within(kind, value)] : [] })}
          options={[
            { value: '', label: 'none' },
            { value: '30 false', label: '30 min unpaid' },
            { value: '30 true', label: '30 min paid' },
            { value: '60 false', label: '60 min unpaid' },
          ]}
        />
      </label>
      <p className="soft">
        {pause && `Break ${hours(pause.fromMinutes)} to ${hours(pause.untilMinutes)} after the start. `}
        {kind.breaks.length > 1 && `${kind.breaks.length} breaks in all. `}
        <Button size="small" type="text" onClick={onRemove} aria-label={named('Removal')}>
          Remove
        </Button>
      </p>
    </fieldset>
  );
}

/** A break in the middle third of a shift. */
function within(kind: ShiftKind, value: string) {
  const [minutes = '30', paid] = value.split(' ');
  return {
    minutes: Number(minutes),
    paid: paid === 'true',
    fromMinutes: Math.ceil(kind.minutes / 90) * 30,
    untilMinutes: Math.max(Math.ceil(kind.minutes / 90) * 30 + Number(minutes), Math.floor(kind.minutes / 45) * 30),
  };
}
