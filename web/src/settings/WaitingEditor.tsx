import { Checkbox, InputNumber, Select } from 'antd';
import type { Plan, Queue } from '../api/model';
import { useWorkplace } from '../plan/workplace';
import { Field } from '../ui/fields';

type Waiting = Queue['waiting'];
type Beyond = NonNullable<Waiting['limit']>['beyond'];

/** The waiting limit in short. */
export function limitWords({ limit }: Waiting, plan: Plan) {
  if (!limit) return 'any number may wait';
  const { beyond } = limit;
  switch (beyond.kind) {
    case 'busy-text':
      return `${limit.chats}, then the busy text`;
    case 'message-form':
      return `${limit.chats}, then the form`;
    case 'to-queue':
      return `${limit.chats}, then ${plan.queues.find((queue) => queue.id === beyond.queue)?.name ?? beyond.queue}`;
  }
}

/** How many may wait, what happens beyond, and what the visitor sees of it. */
export function WaitingEditor({
  id,
  value,
  onChange,
}: {
  id: string;
  value: Waiting;
  onChange: (value: Waiting) => void;
}) {
  const { draft } = useWorkplace();
  const limit = value.limit ?? null;
  const others = draft.plan.queues.filter((queue) => queue.id !== id);
  const setBeyond = (beyond: Beyond) => limit && onChange({ ...value, limit: { ...limit, beyond } });
  return (
    <>
      <Field label="At most">
        <InputNumber
          min={0}
          max={10_000}
          precision={0}
          placeholder="no limit"
          value={limit?.chats}
          onChange={(chats) =>
            onChange({
              ...value,
              limit: chats === null ? null : { chats, beyond: limit?.beyond ?? { kind: 'busy-text' } },
            })
          }
        />
      </Field>
      {limit && (
        <Field label="Beyond that">
          <Select
            value={limit.beyond.kind === 'to-queue' ? `queue ${limit.beyond.queue}` : limit.beyond.kind}
            onChange={(choice) =>
              setBeyond(
                choice === 'busy-text' || choice === 'message-form'
                  ? { kind: choice }
                  : { kind: 'to-queue', queue: choice.slice('queue '.length) },
              )
            }
            options={[
              { value: 'busy-text', label: 'the visitor reads the busy text' },
              { value: 'message-form', label: 'the visitor may leave a message' },
              ...others.map((queue) => ({ value: `queue ${queue.id}`, label: `the chat goes to ${queue.name}` })),
            ]}
          />
        </Field>
      )}
      <Checkbox
        checked={value.positionShown}
        onChange={(event) => onChange({ ...value, positionShown: event.target.checked })}
      >
        Visitors see their position
      </Checkbox>
      <Checkbox checked={value.waitShown} onChange={(event) => onChange({ ...value, waitShown: event.target.checked })}>
        Visitors see the wait to expect
      </Checkbox>
    </>
  );
}
