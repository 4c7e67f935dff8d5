import { CloseOutlined } from '@ant-design/icons';
import { Button, Checkbox, Input, InputNumber, Select } from 'antd';
import type { ShrinkagePart } from '../api/model';
import { DAYS } from '../ui/weekText';

const short = (day: string) => (day[0] ?? '') + day.slice(1, 3).toLowerCase();

/** The share of paid time that goes on the lightest and on the heaviest day. */
export function shrinkageWords(parts: ShrinkagePart[]) {
  const days = DAYS.map((day) => sumOn(parts, day));
  const least = Math.round(100 * Math.min(...days));
  const most = Math.round(100 * Math.max(...days));
  return least === most ? `${most} % of paid time` : `${least} to ${most} % of paid time`;
}

const sumOn = (parts: ShrinkagePart[], day: (typeof DAYS)[number]) =>
  parts.filter(({ days }) => !days || days.includes(day)).reduce((sum, { share }) => sum + share, 0);

interface Props {
  value: ShrinkagePart[];
  onChange: (value: ShrinkagePart[]) => void;
}

/** Time that is paid and not spent answering, part by part, and what it makes on each weekday. */
export function ShrinkageEditor({ value, onChange }: Props) {
  return (
    <>
      <ul className="shares">
        {value.map((part, i) => {
          const replace = (other: Partial<ShrinkagePart>) =>
            onChange(value.map((old, k) => (k === i ? { ...old, ...other } : old)));
          return (
            <li key={i}>
              <Input
                aria-label="Shrinkage for"
                value={part.name}
                onChange={(event) => replace({ name: event.target.value })}
              />
              <InputNumber
                aria-label={`${part.name}, per cent of paid time`}
                min={0}
                max={90}
                suffix="%"
                value={Math.round(part.share * 1000) / 10}
                onChange={(share) => share !== null && replace({ share: share / 100 })}
              />
              <Button
                type="text"
                aria-label={`Remove ${part.name}`}
                icon={<CloseOutlined />}
                onClick={() => onChange(value.filter((_, k) => k !== i))}
              />
              <Select
                aria-label={`Days of ${part.name}`}
                mode="multiple"
                placeholder="every day"
                value={part.days ?? []}
                onChange={(days) => replace({ days: days.length === 0 ? null : days })}
                options={DAYS.map((day) => ({ value: day, label: short(day) }))}
              />
              <Checkbox checked={part.byRoster} onChange={(event) => replace({ byRoster: event.target.checked })}>
                planned by rosters
              </Checkbox>
            </li>
          );
        })}
      </ul>
      <p className="soft">
        What rosters plan themselves (their breaks, planned absence and training) is no part of a shift: in a rostered week only
        the other parts are taken off.
      </p>
      <Button size="small" onClick={() => onChange([...value, { name: freeName(value), share: 0.05, days: null, byRoster: false }])}>
        Add a part
      </Button>
      <table className="by-queue">
        <thead>
          <tr>
            {DAYS.map((day) => (
              <th key={day} scope="col">
                {short(day)}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          <tr>
            {DAYS.map((day) => (
              <td key={day}>{Math.round(100 * sumOn(value, day))} %</td>
            ))}
          </tr>
        </tbody>
      </table>
    </>
  );
}

/** Names that parts commonly have; the first that is free. */
function freeName(parts: ShrinkagePart[]) {
  const names = ['Breaks', 'Training', 'Absence', 'Meetings'];
  return names.find((name) => !parts.some((part) => part.name === name)) ?? `Part ${parts.length + 1}`;
}
