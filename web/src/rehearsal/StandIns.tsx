import { Checkbox, InputNumber, Select } from 'antd';
import { useState } from 'react';
import type { PlayedRehearsal, StandIn } from '../api/rehearsals';
import { Field } from '../ui/fields';
import { Dialog } from '../ui/Dialog';

interface StandInsProps {
  rehearsal: PlayedRehearsal;
  chats: string[];
  operators: string[];
  operatorName: (id: string) => string;
  onClose: () => void;
  onStandIns: (standIns: StandIn[]) => void;
}

const VISITOR: { field: 'answers' | 'silent' | 'patience' | 'person'; label: string }[] = [
  { field: 'answers', label: 'Answers after' },
  { field: 'silent', label: 'Falls silent after' },
  { field: 'patience', label: 'Leaves, still waiting, after' },
  { field: 'person', label: 'Asks the bot for a person after' },
];
const OPERATOR: { field: 'accepts' | 'replies' | 'ends' | 'away'; label: string }[] = [
  { field: 'accepts', label: 'Decides on an offer after' },
  { field: 'replies', label: 'Replies after' },
  { field: 'ends', label: 'Ends after so many replies' },
  { field: 'away', label: 'Goes away after' },
];

/** How parties act by themselves. */
export function StandIns({ rehearsal, chats, operators, operatorName, onClose, onStandIns }: StandInsProps) {
  const parties = [
    ...chats.map((chat) => ({ value: `chat ${chat}`, label: `Visitor ${chat}` })),
    { value: 'operators', label: 'Every operator who is there' },
    ...operators.map((id) => ({ value: `operator ${id}`, label: operatorName(id) })),
  ];
  const [who, setWho] = useState(parties[0]?.value ?? 'operators');
  const [kind, id = ''] = who.split(' ');
  const known = rehearsal.standIns.find((one) => (kind === 'chat' ? one.chat === id : one.operator === (id || operators[0])));
  const [changes, setChanges] = useState<Partial<StandIn>>({});
  const value: StandIn = { declines: false, ...known, ...changes };
  function pick(party: string) {
    setWho(party);
    setChanges({});
  }
  function store() {
    const { chat: _, operator: __, ...behaviour } = value;
    onStandIns(
      kind === 'chat'
        ? [{ ...behaviour, chat: id }]
        : (kind === 'operators' ? operators : [id]).map((operator) => ({ ...behaviour, operator })),
    );
    onClose();
  }
  return (
    <Dialog open title="Stand-ins" okText="Act like this" onOk={store} onCancel={onClose}>
      <p className="soft">Who acts by themselves does so from the start on; what is left empty they do not do. Seconds.</p>
      <Field label="Who">
        <Select aria-label="Who acts" value={who} onChange={pick} options={parties} />
      </Field>
      {(kind === 'chat' ? VISITOR : OPERATOR).map(({ field, label }) => (
        <Field key={field} label={label}>
          <InputNumber
            aria-label={label}
            min={1}
            max={86_400}
            precision={0}
            placeholder="never"
            value={value[field] ?? null}
            onChange={(seconds) => setChanges({ ...changes, [field]: seconds })}
          />
        </Field>
      ))}
      {kind !== 'chat' && (
        <Checkbox checked={value.declines} onChange={(event) => setChanges({ ...changes, declines: event.target.checked })}>
          Leaves offers to others
        </Checkbox>
      )}
    </Dialog>
  );
}
