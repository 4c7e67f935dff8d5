import { Input } from 'antd';
import { usePeople } from '../api/people';
import { usePlace } from '../plan/place';
import { useWorkplace } from '../plan/workplace';
import { EditorPanel } from '../plan/EditorPanel';
import { Field, Line } from '../ui/fields';
import { operatorLabel } from '../plan/names';
import { useElement } from '../plan/useElement';

export function SkillPanel({ id }: { id: string }) {
  const { draft } = useWorkplace();
  const { select } = usePlace();
  const { value: skill, change, edits } = useElement('skills', id);
  const { data: people } = usePeople(draft.id);
  const { operators, queues, rules } = draft.plan;
  const holders = operators
    .flatMap((operator) => {
      const level = operator.skills.find((held) => held.skill === id)?.level;
      return level ? [{ operator, level }] : [];
    })
    .sort((a, b) => b.level - a.level);
  const wanted = [
    ...queues.filter((queue) => queue.needs.some((need) => need.skill === id)).map((queue) => ({ kind: 'queues' as const, ...queue })),
    ...rules.filter((rule) => rule.needs.some((need) => need.skill === id)).map((rule) => ({ kind: 'rules' as const, ...rule })),
  ];
  return (
    <EditorPanel title={skill.name} about="Skill" edits={edits}>
      <Field label="Name">
        <Input value={skill.name} onChange={(event) => change({ name: event.target.value })} />
      </Field>
      <Line label="Held at level">
        <span className="level-counts">
          {people?.heldAt[id]?.map((count, i) => (
            <span key={i}>
              <span className="soft">{i + 1}:</span> {count}
            </span>
          ))}
        </span>
      </Line>
      <Line label="Needed by">
        <span className="names">
          {wanted.length === 0 && <span className="soft">nothing yet</span>}
          {wanted.map(({ kind, id: user, name }) => (
            <button key={user} type="button" className="plain-link" onClick={() => select({ kind, id: user })}>
              {name}
            </button>
          ))}
        </span>
      </Line>
      <Line label={`Holders, ${holders.length}`}>
        <span className="names">
          {holders.map(({ operator, level }) => (
            <button
              key={operator.id}
              type="button"
              className="plain-link"
              onClick={() => select({ kind: 'operators', id: operator.id })}
            >
              {operatorLabel(operators, operator)} {level}
            </button>
          ))}
        </span>
      </Line>
    </EditorPanel>
  );
}
