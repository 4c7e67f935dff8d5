import { Button, Input, InputNumber, Select } from 'antd';
import { useState } from 'react';
import type { AdjustmentList, Course, SeriesView } from '../api/model';
import { useAdjustments, useLift, useSetDays, useUnlift, useUnsetDays } from '../api/forecast';
import { BusyButton } from '../ui/BusyButton';
import { ErrorNote } from '../ui/ErrorNote';
import { useWorkplace } from '../plan/workplace';
import { formatDays } from '../time/time';
import type { Selection } from '../plan/series';

interface AdjustmentsPanelProps {
  view: SeriesView | undefined;
  selection: Selection | undefined;
}

/** What planners know and a history cannot tell: campaigns to come, and numbers set by hand. They stand on top of the model. */
export function AdjustmentsPanel({ view, selection }: AdjustmentsPanelProps) {
  const { draft, canEdit } = useWorkplace();
  const { data, error } = useAdjustments(draft.id);
  if (!data) return <ErrorNote error={error} />;
  return (
    <>
      <h2>What planners know</h2>
      <p className="soft">
        On top of what the model expects, and kept apart from it. Days that were unlike others are marked under Volumes.
      </p>
      <h3>Planned lifts</h3>
      <Lifts list={data} />
      {canEdit && <NewLiftForm view={view} />}
      <h3>Days set by hand</h3>
      <DaySums list={data} view={view} />
      {canEdit &&
        (selection?.head ? (
          <SetDaysForm key={selection.label} selection={selection} />
        ) : (
          <p className="soft">Pick a door and topic under “Days” to set its days.</p>
        ))}
    </>
  );
}

const COURSES: { value: Course; label: string }[] = [
  { value: 'EVEN', label: 'all the time alike' },
  { value: 'FADING', label: 'full at the start, fading' },
  { value: 'RISING', label: 'rising to the end' },
  { value: 'PEAKING', label: 'full in the middle' },
];

const moment = (local: string) => `${local.slice(0, 10)} ${local.slice(11, 16)}`;

function Lifts({ list }: { list: AdjustmentList }) {
  const { draft, canEdit } = useWorkplace();
  const unlift = useUnlift(draft.id);
  const door = (id: string) => draft.plan.doors.find((one) => one.id === id)?.name ?? id;
  if (list.lifts.length === 0) return <p className="soft">None. A sale or a campaign that the history does not know.</p>;
  return (
    <>
      <ErrorNote error={unlift.error} />
      <ul className="adjustments" aria-label="Planned lifts">
        {list.lifts.map((lift) => (
          <li key={lift.id}>
            <span>
              <strong>{lift.name}</strong> × {lift.factor}, {COURSES.find(({ value }) => value === lift.course)?.label}
              <br />
              <span className="soft">
                {moment(lift.startsOn)} – {moment(lift.endsOn)}, {lift.doorId ? door(lift.doorId) : 'all doors'}
                {lift.topic && ` · ${lift.topic}`}
                {lift.madeBy && `, by ${lift.madeBy}`}
              </span>
            </span>
            {canEdit && (
              <Button size="small" aria-label={`Take ${lift.name} away`} onClick={() => unlift.mutate(lift.id)}>
                Undo
              </Button>
            )}
          </li>
        ))}
      </ul>
    </>
  );
}

function NewLiftForm({ view }: { view: SeriesView | undefined }) {
  const { draft } = useWorkplace();
  const lift = useLift(draft.id);
  const [name, setName] = useState('');
  const [from, setFrom] = useState('');
  const [until, setUntil] = useState('');
  const [factor, setFactor] = useState(1.5);
  const [course, setCourse] = useState<Course>('EVEN');
  const [doorId, setDoorId] = useState('');
  const [topic, setTopic] = useState('');
  const topics = [...new Set(view?.series.map(({ key }) => key.topic).filter(Boolean))].sort();
  return (
    <form
      className="adjust"
      aria-label="Plan a lift"
      onSubmit={(event) => {
        event.preventDefault();
        lift.mutate(
          { name, doorId: doorId || null, topic: topic || null, from, until, factor, course },
          { onSuccess: () => setName('') },
        );
      }}
    >
      <label className="adjust-wide">
        Name
        <Input value={name} placeholder="spring fare sale" onChange={(event) => setName(event.target.value)} />
      </label>
      <label className="adjust-wide">
        From
        <Input type="datetime-local" value={from} onChange={(event) => setFrom(event.target.value)} />
      </label>
      <label className="adjust-wide">
        Until
        <Input type="datetime-local" value={until} min={from} onChange={(event) => setUntil(event.target.value)} />
      </label>
      <label>
        Times
        <InputNumber value={factor} min={0} max={20} step={0.1} onChange={(value) => setFactor(value ?? 1)} />
      </label>
      <label>
        Course
        <Select aria-label="Course" value={course} options={COURSES} onChange={setCourse} popupMatchSelectWidth={false} />
      </label>
      <label>
        Door
        <Select
          aria-label="Door"
          value={doorId}
          onChange={setDoorId}
          options={[{ value: '', label: 'all doors' }, ...draft.plan.doors.map(({ id, name: label }) => ({ value: id, label }))]}
        />
      </label>
      <label>
        Topic
        <Select
          aria-label="Topic"
          value={topic}
          onChange={setTopic}
          popupMatchSelectWidth={false}
          options={[{ value: '', label: 'all topics' }, ...topics.map((one) => ({ value: one, label: one }))]}
        />
      </label>
      <ErrorNote error={lift.error} />
      <BusyButton htmlType="submit" disabled={!name.trim() || !from || !until} busy={lift.isPending}>
        Plan it
      </BusyButton>
    </form>
  );
}

function DaySums({ list, view }: { list: AdjustmentList; view: SeriesView | undefined }) {
  const { draft, canEdit } = useWorkplace();
  const unset = useUnsetDays(draft.id);
  if (list.daySums.length === 0) return <p className="soft">None.</p>;
  const label = (sum: AdjustmentList['daySums'][number]) =>
    view?.series.find(
      ({ key }) => key.doorId === sum.doorId && key.topic === sum.topic && key.queueId === sum.queueId,
    )?.label ?? 'a series that is known no more';
  return (
    <>
      <ErrorNote error={unset.error} />
      <ul className="adjustments" aria-label="Days set by hand">
        {list.daySums.map((sum) => (
          <li key={sum.id}>
            <span>
              <strong>{formatDays(sum)}</strong> {sum.chats.toLocaleString('en')} a day
              <br />
              <span className="soft">
                {label(sum)}
                {sum.madeBy && `, by ${sum.madeBy}`}
              </span>
            </span>
            {canEdit && (
              <Button size="small" aria-label={`Leave ${formatDays(sum)} to the model`} onClick={() => unset.mutate(sum.id)}>
                Undo
              </Button>
            )}
          </li>
        ))}
      </ul>
    </>
  );
}

function SetDaysForm({ selection }: { selection: Selection }) {
  const { draft } = useWorkplace();
  const set = useSetDays(draft.id);
  const [firstDay, setFirstDay] = useState('');
  const [lastDay, setLastDay] = useState('');
  const [chats, setChats] = useState<number | null>(null);
  const last = lastDay || firstDay;
  return (
    <form
      className="adjust"
      aria-label="Set days by hand"
      onSubmit={(event) => {
        event.preventDefault();
        if (chats !== null) set.mutate({ series: selection.key, firstDay, lastDay: last, chats });
      }}
    >
      <p className="adjust-wide soft">{selection.label}</p>
      <label>
        First day
        <Input type="date" value={firstDay} onChange={(event) => setFirstDay(event.target.value)} />
      </label>
      <label>
        Last day
        <Input type="date" value={last} min={firstDay} onChange={(event) => setLastDay(event.target.value)} />
      </label>
      <label>
        Chats a day
        <InputNumber value={chats} min={0} onChange={setChats} />
      </label>
      <ErrorNote error={set.error} />
      <BusyButton htmlType="submit" disabled={!firstDay || chats === null} busy={set.isPending}>
        Set
      </BusyButton>
    </form>
  );
}
