import type { SimulatedGroup, SimulatedSides } from '../api/model';
import { Changed } from '../plan/Changed';
import { GROUP_MEASURES } from '../plan/measures';
import { languageName } from '../ui/languages';

type Rows = Pick<SimulatedGroup, 'of' | 'name' | 'draft' | 'difference'>[];

/** What becomes of the chats of each part of the design, and what the draft changes of it. */
export function GroupTable({ sides }: { sides: SimulatedSides }) {
  const of = (by: SimulatedGroup['by']) => sides.groups.filter((group) => group.by === by);
  const parts: [string, Rows][] = [
    ['Departments', of('DEPARTMENT')],
    ['Queues', sides.queues.map((queue) => ({ ...queue, of: queue.queue }))],
    ['Doors', of('DOOR')],
    ['Languages', of('LANGUAGE').map((group) => ({ ...group, name: languageName(group.name) }))],
    ['Skills asked for', of('SKILL')],
  ];
  return (
    <table className="parts">
      <thead>
        <tr>
          <th scope="col">
            <span className="visually-hidden">part</span>
          </th>
          {GROUP_MEASURES.map(({ name }) => (
            <th key={name} scope="col">
              {name}
            </th>
          ))}
        </tr>
      </thead>
      {parts.map(([title, rows]) => (
        <tbody key={title} aria-label={title}>
          <tr>
            <th scope="rowgroup" colSpan={GROUP_MEASURES.length + 1} className="parts-title">
              {title}
            </th>
          </tr>
          {rows.map(({ of: id, name, draft, difference }) => (
            <tr key={id}>
              <th scope="row">{name}</th>
              {GROUP_MEASURES.map((measure) => {
                const { mean, halfWidth95 } = measure.of(draft);
                return (
                  <td key={measure.name}>
                    {mean == null ? '–' : measure.show(mean)}
                    {mean != null && halfWidth95 != null && <span className="soft"> ± {measure.show(halfWidth95)}</span>}{' '}
                    {!sides.same && difference && <Changed measure={measure} difference={measure.of(difference)} />}
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      ))}
    </table>
  );
}
