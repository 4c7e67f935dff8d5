import { Checkbox, Input, InputNumber, Select } from 'antd';
import { usePeople } from '../api/people';
import { ROLES, useAccounts, useChangeAccount } from '../api/session';
import { ErrorNote } from '../ui/ErrorNote';
import { usePlace } from '../plan/place';
import { useWorkplace } from '../plan/workplace';
import { EditorPanel } from '../plan/EditorPanel';
import { Field, Line, Part } from '../ui/fields';
import { GreetingEditor } from './GreetingEditor';
import { LanguageLevels } from './LanguageLevels';
import { operatorLabel } from '../plan/names';
import { PictureField } from '../ui/PictureField';
import { SkillLevels } from './SkillLevels';
import { useElement } from '../plan/useElement';
import { WeekWindows } from '../ui/WeekWindows';

const WISHES = [
  { wish: 'newChat', label: 'a chat was assigned to them' },
  { wish: 'waiting', label: 'a chat waits that they could take' },
  { wish: 'transfer', label: 'a colleague hands a chat over' },
  { wish: 'sound', label: 'with a sound' },
] as const;

export function OperatorPanel({ id }: { id: string }) {
  const { draft } = useWorkplace();
  const { value: operator, change, edits } = useElement('operators', id);
  const { plan } = draft;
  return (
    <EditorPanel title={operatorLabel(plan.operators, operator)} about="Operator" edits={edits}>
      <PictureField name={operator.name} value={operator.picture ?? null} onChange={(picture) => change({ picture })} />
      <Field label="Public name">
        <Input value={operator.name} onChange={(event) => change({ name: event.target.value })} />
      </Field>
      <Field label="Real name">
        <Input
          placeholder="not known"
          value={operator.realName ?? ''}
          onChange={(event) =>
            change({
              realName: event.target.value || null,
              realNameShown: operator.realNameShown && event.target.value !== '',
            })
          }
        />
      </Field>
      <Line label="">
        <Checkbox
          disabled={!operator.realName}
          checked={operator.realNameShown}
          onChange={(event) => change({ realNameShown: event.target.checked })}
        >
          Visitors see the real name
        </Checkbox>
      </Line>
      <Field label="Account">
        <Input
          placeholder="cannot sign in"
          value={operator.account ?? ''}
          onChange={(event) => change({ account: event.target.value || null })}
        />
      </Field>
      {operator.account && <AccessRole account={operator.account} />}
      <Field label="Capacity">
        <InputNumber
          min={1}
          max={1000}
          precision={0}
          value={operator.capacity}
          onChange={(capacity) => capacity !== null && change({ capacity })}
        />
      </Field>
      <Field label="Chats at most">
        <InputNumber
          min={1}
          max={1000}
          precision={0}
          placeholder="by capacity"
          value={operator.mostChats}
          onChange={(mostChats) => change({ mostChats })}
        />
      </Field>
      <Line label="Languages">
        <LanguageLevels value={operator.languages} onChange={(languages) => change({ languages })} />
      </Line>
      <Line label="Skills">
        <SkillLevels levelName="Level" value={operator.skills} onChange={(skills) => change({ skills })} />
      </Line>
      <Field label="Answers for">
        <Select
          mode="multiple"
          placeholder="every department"
          value={operator.departments}
          onChange={(departments) => change({ departments })}
          options={plan.departments.map((department) => ({ value: department.id, label: department.name }))}
        />
      </Field>
      <Memberships id={id} />
      <Part title="Usually present" short={days(operator.presence)} open>
        <WeekWindows nothing="day off" value={operator.presence} onChange={(presence) => change({ presence })} />
      </Part>
      <Part
        title="Greeting"
        short={Object.keys(operator.greeting).length === 0 ? 'none' : `in ${Object.keys(operator.greeting).join(', ')}`}
      >
        <GreetingEditor
          languages={operator.languages.map((spoken) => spoken.language)}
          value={operator.greeting}
          onChange={(greeting) => change({ greeting })}
        />
      </Part>
      <Part title="Wants to be told" short={`${WISHES.filter(({ wish }) => operator.notifications[wish]).length} of 4`}>
        {WISHES.map(({ wish, label }) => (
          <div key={wish}>
            <Checkbox
              checked={operator.notifications[wish]}
              onChange={(event) =>
                change({ notifications: { ...operator.notifications, [wish]: event.target.checked } })
              }
            >
              {label}
            </Checkbox>
          </div>
        ))}
      </Part>
    </EditorPanel>
  );
}

/** What the operator's account may do. It belongs to the account, so only who keeps accounts sees and changes it. */
function AccessRole({ account: name }: { account: string }) {
  const { account } = useWorkplace();
  const keepsAccounts = account.permissions.includes('ACCOUNTS');
  const { data: accounts } = useAccounts(keepsAccounts);
  const change = useChangeAccount();
  const own = accounts?.find((other) => other.name === name);
  if (!keepsAccounts || !accounts) return null;
  return (
    <Line label="Access role">
      {own ? (
        <Select
          aria-label="Access role"
          value={own.role}
          options={ROLES}
          onChange={(role) => change.mutate({ name, displayName: own.displayName, role })}
        />
      ) : (
        <span className="warns">◆ there is no account “{name}” yet; make it under your own name</span>
      )}
      <ErrorNote error={change.error} />
    </Line>
  );
}

const LIMIT_NAMES = { CAPACITY: 'capacity', MOST_CHATS: 'most chats', SLOWDOWN: 'the slowdown known' };

/** The queues an operator serves, in the order in which they would take a chat from each. */
function Memberships({ id }: { id: string }) {
  const { draft } = useWorkplace();
  const { select } = usePlace();
  const { data } = usePeople(draft.id);
  const queues = data?.queuesOf[id] ?? [];
  return (
    <Line label="Member of">
      {queues.length === 0 && <span className="soft">▪ no queue</span>}
      <ol className="order">
        {queues.map((queue, i) => {
          const atOnce = data?.atOnce[id]?.[i];
          return (
            <li key={queue}>
              <button type="button" className="plain-link" onClick={() => select({ kind: 'queues', id: queue })}>
                {draft.plan.queues.find((candidate) => candidate.id === queue)?.name}
              </button>
              {atOnce && (
                <span className="soft">
                  , {atOnce.value} at once by {LIMIT_NAMES[atOnce.by]}
                </span>
              )}
            </li>
          );
        })}
      </ol>
      {queues.length > 1 && <span className="soft">in the order their next chat comes from</span>}
    </Line>
  );
}

function days(presence: { day: string }[]) {
  const count = new Set(presence.map((window) => window.day)).size;
  return count === 0 ? 'never' : count === 1 ? 'one day a week' : `${count} days a week`;
}
