import { Button, Input, InputNumber, Select } from 'antd';
import { useState } from 'react';
import { type Alarm, useAlarms, useKeepAlarms, useRaisedAlarms } from '../api/alarms';
import { useOutside } from '../api/help';
import { useWorkplace } from '../plan/workplace';
import { timeOfDay } from '../places/clock';
import { Dialog } from '../ui/Dialog';
import { ErrorNote } from '../ui/ErrorNote';
import { NoMail } from '../settings/NoMail';

/** What is so that somebody wished to be told of. */
export function RaisedAlarms({ plan }: { plan: string }) {
  const raised = useRaisedAlarms(plan);
  if (!raised.data || raised.data.length === 0) return <ErrorNote error={raised.error} />;
  return (
    <div className="now-alarms" role="alert">
      <ul aria-label="Alarms">
        {raised.data.map(({ kind, words, since, flaps, trouble }) => (
        <li key={kind + since}>
          ▲ <strong>{words}</strong> <span className="soft">since {timeOfDay(since)}</span>
          {flaps && <span className="soft">; it comes and goes</span>}
          {trouble && <span className="rust">; nobody could be told: {trouble}</span>}
        </li>
        ))}
      </ul>
    </div>
  );
}

const KINDS: { value: Alarm['kind']; label: string }[] = [
  { value: 'LONG_WAIT', label: 'somebody waits longer than' },
  { value: 'NOBODY_THERE', label: 'nobody is present for' },
  { value: 'NOT_SENT', label: 'something is not taken for' },
  { value: 'DOOR_BLOCKED', label: 'a site’s policy stops a door for' },
];
const OF_A_QUEUE: Alarm['kind'][] = ['LONG_WAIT', 'NOBODY_THERE'];
const OF_NONE: Partial<Record<Alarm['kind'], string>> = { NOT_SENT: 'by anybody', DOOR_BLOCKED: 'on any site' };
const NEW: Alarm = { kind: 'LONG_WAIT', queue: null, seconds: 120, mail: null, service: null };

/** Sets of what those who watch are told. */
export function SetAlarms({ plan }: { plan: string }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button size="small" onClick={() => setOpen(true)}>
        Alarms …
      </Button>
      {open && <AlarmList plan={plan} onDone={() => setOpen(false)} />}
    </>
  );
}

function AlarmList({ plan, onDone }: { plan: string; onDone: () => void }) {
  const kept = useAlarms(plan, true);
  const keep = useKeepAlarms(plan);
  const [edited, setEdited] = useState<Alarm[] | null>(null);
  const alarms = edited ?? kept.data ?? [];
  return (
    <Dialog
      open
      width={860}
      title="Alarms"
      okText="Save these alarms"
      okButtonProps={{ disabled: !edited || keep.isPending }}
      onOk={() => keep.mutate(alarms, { onSuccess: onDone })}
      onCancel={onDone}
    >
      <p className="soft">
        Shown here to everybody who watches, and told by mail or to a service of the installation, where one is named: once, and again
        after 15 minutes at the earliest. They hold at once, whatever is live.
      </p>
      <NoMail />
      {alarms.map((alarm, i) => (
        <AlarmRow
          key={i}
          alarm={alarm}
          change={(part) => setEdited(alarms.map((one, j) => (i === j ? { ...one, ...part } : one)))}
          remove={() => setEdited(alarms.filter((_, j) => i !== j))}
        />
      ))}
      <Button onClick={() => setEdited([...alarms, NEW])}>One more</Button>
      <ErrorNote error={kept.error ?? keep.error} />
    </Dialog>
  );
}

function AlarmRow({ alarm, change, remove }: { alarm: Alarm; change: (part: Partial<Alarm>) => void; remove: () => void }) {
  const { draft } = useWorkplace();
  const outside = useOutside();
  return (
    <div className="alarm-row">
      <Select aria-label="When" value={alarm.kind} options={KINDS} onChange={(kind) => change({ kind, ...(OF_A_QUEUE.includes(kind) ? {} : { queue: null }) })} />
      <InputNumber aria-label="Seconds" min={1} max={86_400} precision={0} suffix="s" value={alarm.seconds} onChange={(seconds) => change({ seconds: seconds ?? 1 })} />
      <Select<string | null>
        aria-label="In which queue"
        value={alarm.queue ?? null}
        disabled={!OF_A_QUEUE.includes(alarm.kind)}
        options={[{ value: null, label: OF_NONE[alarm.kind] ?? 'in any queue' }, ...draft.plan.queues.map(({ id, name }) => ({ value: id, label: name }))]}
        onChange={(queue) => change({ queue })}
      />
      <Input aria-label="Mail to" placeholder="mail to" value={alarm.mail ?? ''} onChange={(event) => change({ mail: event.target.value || null })} />
      <Select<string | null>
        aria-label="Tell the service"
        value={alarm.service ?? null}
        options={[{ value: null, label: 'no service' }, ...(outside.data?.services ?? []).map((name) => ({ value: name, label: name }))]}
        onChange={(service) => change({ service })}
      />
      <Button type="text" aria-label="Take this alarm out" onClick={remove}>
        ×
      </Button>
    </div>
  );
}
