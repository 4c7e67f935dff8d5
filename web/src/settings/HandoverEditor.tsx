import { InputNumber, Select } from 'antd';
import type { Queue } from '../api/model';
import { useWorkplace } from '../plan/workplace';
import { formatSeconds } from '../time/time';
import { Field } from '../ui/fields';

type Handover = Queue['handover'];

/** How chats are handed over, in short. */
export const handoverWords = ({ by, wrapUpSeconds }: Handover) =>
  (by === 'OFFER' ? 'offered' : 'handed over directly') +
  (wrapUpSeconds > 0 ? `, ${formatSeconds(wrapUpSeconds)} to wrap up` : '');

/** How a queue's chats come to an operator, and what each leaves to do. */
export function HandoverEditor({ queue, onChange }: { queue: Queue; onChange: (value: Handover) => void }) {
  const { draft } = useWorkplace();
  const { by, wrapUpSeconds } = queue.handover;
  const talk = queue.workload.handlingSeconds - wrapUpSeconds;
  return (
    <>
      <Field label="Chats are">
        <Select
          value={by}
          onChange={(other) => onChange({ by: other, wrapUpSeconds })}
          options={[
            { value: 'OFFER', label: `offered, ${draft.plan.settings.timeouts.accept.seconds} s to accept` },
            { value: 'DIRECT', label: 'handed over directly' },
          ]}
        />
      </Field>
      <Field label="To wrap up">
        <InputNumber
          min={0}
          max={3600}
          precision={0}
          suffix="s"
          value={wrapUpSeconds}
          onChange={(seconds) => seconds !== null && onChange({ by, wrapUpSeconds: seconds })}
        />
      </Field>
      {wrapUpSeconds > 0 && (
        <p className={talk > 0 ? 'soft' : 'short'}>
          {talk > 0
            ? `The place stays taken so long after the last word. The handling time of ${formatSeconds(queue.workload.handlingSeconds)} is talk and wrap-up together, so talk takes ${formatSeconds(talk)}.`
            : `▾ The handling time of ${formatSeconds(queue.workload.handlingSeconds)} is talk and wrap-up together; it leaves no time to talk.`}
        </p>
      )}
    </>
  );
}
