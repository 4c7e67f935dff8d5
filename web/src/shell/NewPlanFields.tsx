import { Input, Radio } from 'antd';
import type { NewPlan, PlanTemplate } from '../api/model';

const TEMPLATES: { template: PlanTemplate; name: string; words: string }[] = [
  { template: 'ONE_TEAM', name: 'One team', words: 'one queue for everybody, office hours' },
  {
    template: 'FIRST_LINE',
    name: 'A first line that passes on',
    words: 'one team answers all and hands over to specialists, who help out when waits grow',
  },
  { template: 'BY_LANGUAGE', name: 'By language', words: 'English, German and French, each with a queue and texts of its own' },
  { template: 'ROUND_THE_CLOCK', name: 'Round the clock', words: 'always open, with a team for the nights' },
];

const ZONES = 'time-zones';

/** A plan to be made before anything is known of it: office hours where its user is. */
export const PLAIN_PLAN: NewPlan = {
  name: '',
  timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone,
  template: 'ONE_TEAM',
};

/** What is asked of a plan that is to be made from a template. */
export function NewPlanFields({ plan, onChange }: { plan: NewPlan; onChange: (plan: NewPlan) => void }) {
  return (
    <>
      <label className="gate-field">
        <span>Name of the contact centre</span>
        <Input autoFocus value={plan.name} onChange={(event) => onChange({ ...plan, name: event.target.value })} />
      </label>
      <label className="gate-field">
        <span>Time zone</span>
        <Input
          list={ZONES}
          value={plan.timeZone ?? ''}
          onChange={(event) => onChange({ ...plan, timeZone: event.target.value })}
        />
        <datalist id={ZONES}>
          {Intl.supportedValuesOf('timeZone').map((zone) => (
            <option key={zone} value={zone} />
          ))}
        </datalist>
      </label>
      <fieldset className="templates">
        <legend>It begins as</legend>
        <Radio.Group
          value={plan.template}
          onChange={(event) => onChange({ ...plan, template: event.target.value as PlanTemplate })}
        >
          {TEMPLATES.map(({ template, name, words }) => (
            <Radio key={template} value={template}>
              {name}
              <span className="soft">{words}</span>
            </Radio>
          ))}
        </Radio.Group>
      </fieldset>
    </>
  );
}
