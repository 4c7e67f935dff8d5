import { Button, Input, InputNumber, Select } from 'antd';
import type { ShiftKind, Terms } from '../api/model';
import { now } from '../time/clock';
import { A_DAY } from './shifts';
import { timeOf } from '../time/timeOfDay';

const WEEK = ['MONDAY', 'TUESDAY', 'WEDNESDAY', 'THURSDAY', 'FRIDAY', 'SATURDAY', 'SUNDAY'] as const;
const NAMES = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'];
const ALL_DAY = '00:00:00';
const TIMES = Array.from({ length: A_DAY / 30 }, (_, i) => ({ value: `${timeOf(i * 30)}:00`, label: timeOf(i * 30) }));

type Window = Terms['availability'][number];
type ShiftWish = Terms['wishes'][number];

interface Props {
  terms: Terms;
  kinds: ShiftKind[];
  onChange: (terms: Terms) => void;
}

/** On what terms one person works. */
export function TermsEditor({ terms, kinds, onChange }: Props) {
  return (
    <>
      <div className="roster-pair">
        <label>
          Hours a week, at least
          <InputNumber
            aria-label="Hours a week, at least"
            min={0}
            max={168}
            step={0.5}
            value={terms.leastMinutes / 60}
            onChange={(value) => onChange({ ...terms, leastMinutes: Math.round((value ?? 0) * 2) * 30 })}
          />
        </label>
        <label>
          at most
          <InputNumber
            aria-label="Hours a week, at most"
            min={0}
            max={168}
            step={0.5}
            value={terms.mostMinutes / 60}
            onChange={(value) => onChange({ ...terms, mostMinutes: Math.round((value ?? 0) * 2) * 30 })}
          />
        </label>
      </div>
      <label>
        Kinds of shift
        <Select
          mode="multiple"
          aria-label="Kinds of shift they work"
          placeholder="all"
          value={terms.kinds}
          onChange={(chosen) => onChange({ ...terms, kinds: chosen })}
          options={kinds.map((kind) => ({ value: kind.id, label: kind.name }))}
        />
      </label>
      <h3>Can work</h3>
      {WEEK.map((day, i) => (
        <Availability key={day} day={day} name={NAMES[i] ?? day} terms={terms} onChange={onChange} />
      ))}
      <h3>Would like</h3>
      {WEEK.map((day, i) => (
        <WishRow key={day} day={day} name={NAMES[i] ?? day} terms={terms} onChange={onChange} />
      ))}
      <h3>Absent</h3>
      {terms.absences.map((absence, i) => (
        <div key={i} className="roster-absence">
          {(['from', 'to'] as const).map((end) => (
            <Input
              key={end}
              type="date"
              aria-label={`Absent ${end}`}
              value={absence[end]}
              onChange={(event) => onChange({ ...terms, absences: replaced(terms.absences, i, { ...absence, [end]: event.target.value }) })}
            />
          ))}
          <Input
            aria-label="Reason"
            value={absence.reason}
            onChange={(event) => onChange({ ...terms, absences: replaced(terms.absences, i, { ...absence, reason: event.target.value }) })}
          />
          <Button
            size="small"
            type="text"
            aria-label="Remove the absence"
            onClick={() => onChange({ ...terms, absences: terms.absences.filter((_, k) => k !== i) })}
          >
            ×
          </Button>
        </div>
      ))}
      <Button onClick={() => onChange({ ...terms, absences: [...terms.absences, today()] })}>Add an absence</Button>
    </>
  );
}

function today() {
  const date = now().slice(0, 10);
  return { from: date, to: date, reason: 'leave' };
}

function replaced<T>(list: T[], index: number, value: T) {
  return list.map((one, i) => (i === index ? value : one));
}

interface DayProps {
  day: (typeof WEEK)[number];
  name: string;
  terms: Terms;
  onChange: (terms: Terms) => void;
}

/** No window at all stands for any time; so a first limit writes out all other days. */
function Availability({ day, name, terms, onChange }: DayProps) {
  const any = terms.availability.length === 0;
  const windows = any ? WEEK.map((one): Window => ({ day: one, from: ALL_DAY, to: ALL_DAY })) : terms.availability;
  const own = windows.find((window) => window.day === day);
  const whole = own !== undefined && own.from === ALL_DAY && own.to === ALL_DAY;

  function put(window: Window | null) {
    const others = windows.filter((one) => one.day !== day);
    const all = window ? [...others, window] : others;
    const unlimited = all.length === WEEK.length && all.every((one) => one.from === ALL_DAY && one.to === ALL_DAY);
    onChange({ ...terms, availability: unlimited ? [] : all });
  }

  return (
    <div className="roster-day">
      <span>{name}</span>
      <Select
        aria-label={`Can work on ${name}`}
        value={whole ? 'any' : own ? 'window' : 'not'}
        onChange={(value) =>
          put(
            value === 'not'
              ? null
              : value === 'any'
                ? { day, from: ALL_DAY, to: ALL_DAY }
                : { day, from: '08:00:00', to: '18:00:00' },
          )
        }
        options={[
          { value: 'any', label: 'any time' },
          { value: 'window', label: 'from – to' },
          { value: 'not', label: 'not' },
        ]}
      />
      {own && !whole && <FromTo value={own} onChange={({ from, to }) => put({ day, from, to })} name={name} />}
    </div>
  );
}

function WishRow({ day, name, terms, onChange }: DayProps) {
  const own = terms.wishes.find((wish) => wish.day === day);
  const off = own !== undefined && !own.from;

  function put(wish: ShiftWish | null) {
    const others = terms.wishes.filter((one) => one.day !== day);
    onChange({ ...terms, wishes: wish ? [...others, wish] : others });
  }

  return (
    <div className="roster-day">
      <span>{name}</span>
      <Select
        aria-label={`Wish for ${name}`}
        value={off ? 'off' : own ? 'window' : 'none'}
        onChange={(value) =>
          put(
            value === 'none'
              ? null
              : value === 'off'
                ? { day, from: null, to: null }
                : { day, from: '08:00:00', to: '18:00:00' },
          )
        }
        options={[
          { value: 'none', label: 'no wish' },
          { value: 'window', label: 'from – to' },
          { value: 'off', label: 'a day off' },
        ]}
      />
      {own?.from && own.to && (
        <FromTo value={{ from: own.from, to: own.to }} onChange={({ from, to }) => put({ day, from, to })} name={`wish for ${name}`} />
      )}
    </div>
  );
}

interface FromToProps {
  value: { from: string; to: string };
  name: string;
  onChange: (value: { from: string; to: string }) => void;
}

function FromTo({ value, name, onChange }: FromToProps) {
  return (
    <>
      <Select aria-label={`From, ${name}`} value={value.from} onChange={(from) => onChange({ ...value, from })} options={TIMES} />
      <Select aria-label={`To, ${name}`} value={value.to} onChange={(to) => onChange({ ...value, to })} options={TIMES} />
    </>
  );
}
