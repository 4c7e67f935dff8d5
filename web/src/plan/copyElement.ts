import type { ElementOf, ListKind, Plan, Queue } from '../api/model';
import { freeId } from './newElement';

/** What an element is copied to: itself first, and whatever goes with it. */
export type Copies = { kind: ListKind; element: ElementOf<ListKind> & { id: string } }[];

/** What is a person's own and belongs to no copy of them. */
const OWN = { realName: null, realNameShown: false, account: null, picture: null };

/** A copy of an element under another name; undefined if there is no such element. */
export function copyOf<K extends ListKind>(plan: Plan, kind: K, id: string, name: string): ElementOf<K> | undefined {
  const original = (plan[kind] as { id: string }[]).find((element) => element.id === id);
  if (!original) return undefined;
  const copy = { ...original, id: freeId(plan, kind, name), name };
  return (kind === 'operators' ? { ...copy, ...OWN } : copy) as ElementOf<K>;
}

/**
 * A department's copy with copies of its queues, named as they are with the department's new name behind; where the queues
 * refer to each other, their copies do.
 */
export function departmentWithQueues(plan: Plan, id: string, name: string): Copies {
  const department = copyOf(plan, 'departments', id, name);
  if (!department) return [];
  const queues = plan.queues.filter((queue) => queue.department === id);
  const copied: Queue[] = [];
  for (const queue of queues) {
    const so = { ...plan, queues: [...plan.queues, ...copied] };
    const copy = copyOf(so, 'queues', queue.id, `${queue.name} (${name})`);
    if (copy) copied.push({ ...copy, department: department.id });
  }
  const now = new Map(queues.map((queue, at) => [queue.id, copied[at]?.id ?? queue.id]));
  const there = (queue: string) => now.get(queue) ?? queue;
  return [
    { kind: 'departments', element: department },
    ...copied.map((queue) => ({
      kind: 'queues' as const,
      element: {
        ...queue,
        transfers: queue.transfers.map(there),
        ladder: queue.ladder.map((rung) =>
          'queue' in rung.action ? { ...rung, action: { ...rung.action, queue: there(rung.action.queue) } } : rung,
        ),
      },
    })),
  ];
}
