import { Button, Dropdown } from 'antd';
import type { LiveNow } from '../api/model';
import { useAssign, useUrgency } from '../api/now';
import { PRIORITIES } from '../places/priorities';
import { ErrorNote } from '../ui/ErrorNote';

/** What may be done with a chat that waits: given to somebody who is here, or put before others. */
export function WaitingActions({ plan, now, chat }: { plan: string; now: LiveNow; chat: number }) {
  const assign = useAssign(plan);
  const urgency = useUrgency(plan);
  const here = now.people.filter(({ state }) => state === 'present');
  return (
    <>
      <Dropdown
        trigger={['click']}
        menu={{
          items:
            here.length > 0
              ? here.map(({ id, name, inUse, capacity }) => ({ key: id, label: `${name}, ${Math.max(0, capacity - inUse)} of ${capacity} free` }))
              : [{ key: 'nobody', label: 'Nobody is present', disabled: true }],
          onClick: ({ key }) => assign.mutate({ chat, operator: key }),
        }}
      >
        <Button size="small" disabled={assign.isPending}>
          Give to …
        </Button>
      </Dropdown>
      <Dropdown
        trigger={['click']}
        menu={{ items: PRIORITIES, onClick: ({ key }) => urgency.mutate({ chat, priority: Number(key) }) }}
      >
        <Button size="small" disabled={urgency.isPending}>
          Priority …
        </Button>
      </Dropdown>
      <ErrorNote error={assign.error ?? urgency.error} />
    </>
  );
}
