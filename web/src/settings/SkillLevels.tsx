import { CloseOutlined } from '@ant-design/icons';
import { Button, InputNumber, Select } from 'antd';
import { useWorkplace } from '../plan/workplace';

const HIGHEST_LEVEL = 5;

interface SkillLevel {
  skill: string;
  level: number;
}

/** Skills with a level each: what a queue needs, or what an operator holds. */
export function SkillLevels({
  value,
  levelName,
  onChange,
}: {
  value: SkillLevel[];
  levelName: string;
  onChange: (value: SkillLevel[]) => void;
}) {
  const { draft } = useWorkplace();
  const skills = draft.plan.skills;
  const free = skills.filter((skill) => !value.some((held) => held.skill === skill.id));
  return (
    <ul className="skills">
      {value.map((held, i) => {
        const name = skills.find((skill) => skill.id === held.skill)?.name ?? held.skill;
        const replace = (part: Partial<SkillLevel>) =>
          onChange(value.map((other, k) => (k === i ? { ...other, ...part } : other)));
        return (
          <li key={held.skill}>
            <Select
              aria-label="Skill"
              value={held.skill}
              onChange={(skill) => replace({ skill })}
              options={[{ value: held.skill, label: name }, ...free.map(option)]}
            />
            <InputNumber
              aria-label={`${levelName} of ${name}`}
              min={1}
              max={HIGHEST_LEVEL}
              value={held.level}
              onChange={(level) => level !== null && replace({ level })}
            />
            <Button
              type="text"
              aria-label={`Remove ${name}`}
              icon={<CloseOutlined />}
              onClick={() => onChange(value.filter((_, k) => k !== i))}
            />
          </li>
        );
      })}
      {free.length > 0 && (
        <li>
          <Select
            aria-label="Add a skill"
            placeholder="Add a skill"
            showSearch={{ optionFilterProp: 'label' }}
            value={null}
            onChange={(skill: string | null) => skill && onChange([...value, { skill, level: 1 }])}
            options={free.map(option)}
          />
        </li>
      )}
    </ul>
  );
}

function option(skill: { id: string; name: string }) {
  return { value: skill.id, label: skill.name };
}
