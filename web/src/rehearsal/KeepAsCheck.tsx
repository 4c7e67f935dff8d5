import { Button, Checkbox, Input, InputNumber, Radio } from 'antd';
import { useState } from 'react';
import { usePutElement } from '../api/plan';
import type { CheckExpectation, PlayedRehearsal, Traced } from '../api/rehearsals';
import { freeId } from '../plan/newElement';
import { useWorkplace } from '../plan/workplace';
import { Dialog } from '../ui/Dialog';
import { ErrorNote } from '../ui/ErrorNote';
import { Field } from '../ui/fields';
import { eventWords, millisOf } from './moments';
import { clockOf, durationOf, secondsOf } from '../time/duration';
import { expectationWords, WriteExpectation } from './WriteExpectation';

interface KeepAsCheckProps {
  rehearsal: PlayedRehearsal;
  operatorName: (id: string) => string;
  onClose: () => void;
}

/** What may be expected of a step of the trace: that it comes by then. */
interface Picked {
  by: number;
  not: boolean;
}

/** A check is the rehearsal as it stands, with what is picked of its trace as what must happen. */
export function KeepAsCheck({ rehearsal, operatorName, onClose }: KeepAsCheckProps) {
  const { draft } = useWorkplace();
  const [name, setName] = useState(rehearsal.name);
  const [blocks, setBlocks] = useState(true);
  const [picked, setPicked] = useState<Record<number, Picked>>({});
  const [id] = useState(() => freeId(draft.plan, 'checks', rehearsal.name));
  const put = usePutElement(draft.id, 'checks', id);
  const steps = rehearsal.trace
    .map((traced, index) => ({ traced, index, at: millisOf(rehearsal, traced.at) }))
    .filter(({ traced }) => traced.chat && traced.event !== 'said');
  const [written, setWritten] = useState<CheckExpectation[]>([]);
  const expect = [
    ...steps.flatMap(({ traced, index }) => {
      const how = picked[index];
      return how ? [expectation(traced, how)] : [];
    }),
    ...written,
  ];
  function store() {
    const last = Math.max(60_000, ...steps.map(({ at }) => at), ...expect.map(({ by }) => secondsOf(by) * 1000));
    put.mutate(
      {
        version: 0,
        element: { id, name: name.trim(), blocks, from: rehearsal.from, until: durationOf(last + 60_000), steps: rehearsal.played, expect },
      },
      { onSuccess: onClose },
    );
  }
  return (
    <Dialog
      open
      width={760}
      title="Keep as a check"
      okText="Keep it"
      okButtonProps={{ disabled: expect.length === 0 || !name.trim(), loading: put.isPending }}
      onOk={store}
      onCancel={onClose}
    >
      <Field label="Name">
        <Input aria-label="Name of the check" value={name} maxLength={100} onChange={(event) => setName(event.target.value)} />
      </Field>
      <Field label="Where it fails">
        <Radio.Group value={blocks} onChange={(event) => setBlocks(event.target.value as boolean)}>
          <Radio value={true}>the plan cannot go live</Radio>
          <Radio value={false}>it warns</Radio>
        </Radio.Group>
      </Field>
      <p className="soft">Pick what must happen, and by when.</p>
      <ol className="expect-list">
        {steps.map(({ traced, index, at }) => {
          const how = picked[index];
          return (
            <li key={index}>
              <Checkbox
                checked={how !== undefined}
                onChange={({ target }) =>
                  setPicked((all) =>
                    target.checked
                      ? { ...all, [index]: { by: Math.ceil(at / 1000), not: false } }
                      : Object.fromEntries(Object.entries(all).filter(([key]) => Number(key) !== index)),
                  )
                }
              >
                {clockOf(at)} <strong>{traced.chat}</strong> {eventWords(traced)}
                {traced.operator && `, ${operatorName(traced.operator)}`}
              </Checkbox>
              {how && (
                <>
                  <InputNumber
                    aria-label="By how many seconds"
                    min={0}
                    precision={0}
                    value={how.by}
                    suffix="s"
                    onChange={(by) => setPicked((all) => ({ ...all, [index]: { ...how, by: by ?? 0 } }))}
                  />
                  <Checkbox checked={how.not} onChange={({ target }) => setPicked((all) => ({ ...all, [index]: { ...how, not: target.checked } }))}>
                    must not come by then
                  </Checkbox>
                </>
              )}
            </li>
          );
        })}
      </ol>
      {written.length > 0 && (
        <ol className="expect-list" aria-label="Written expectations">
          {written.map((one, index) => (
            <li key={index}>
              {expectationWords(one, operatorName)}
              <Button size="small" type="text" onClick={() => setWritten((all) => all.filter((_, other) => other !== index))}>
                Drop
              </Button>
            </li>
          ))}
        </ol>
      )}
      <WriteExpectation rehearsal={rehearsal} onWritten={(one) => setWritten((all) => [...all, one])} />
      <ErrorNote error={put.error} />
    </Dialog>
  );
}

/** As a check says it: an outcome where it ended, else the event, with whom and where it is about. */
export function expectation({ chat, event, outcome, operator, queue }: Traced, { by, not }: Picked): CheckExpectation {
  const what = event === 'ended' && outcome ? { outcome } : { event, operator: operator ?? null, queue: queue ?? null };
  return not
    ? { chat: chat ?? null, not: event === 'ended' && outcome ? outcome : event, operator: what.operator ?? null, by: durationOf(by * 1000) }
    : { chat: chat ?? null, ...what, by: durationOf(by * 1000) };
}
