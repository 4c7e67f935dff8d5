import { Button, Checkbox, Select } from 'antd';
import type { Plan } from '../api/model';
import { useOutside } from '../api/help';

type Receiver = Plan['settings']['receivers'][number];

const NEWS: { value: Receiver['hears'][number]; label: string }[] = [
  { value: 'MESSAGE', label: 'messages that were left' },
  { value: 'CALL_BACK', label: 'wishes to be called back' },
  { value: 'OFFERED', label: 'chats offered' },
  { value: 'ANSWERED', label: 'chats answered' },
  { value: 'ENDED', label: 'chats ended' },
  { value: 'TICKET', label: 'tickets made for it' },
];

/** Services of the installation that are told what happens to chats. */
export function ReceiversEditor({ value, onChange }: { value: Receiver[]; onChange: (value: Receiver[]) => void }) {
  const outside = useOutside();
  const known = outside.data?.services ?? [];
  const free = known.filter((name) => !value.some(({ service }) => service === name));
  return (
    <>
      <p className="soft">
        Each is told by a signed call, and again later where it does not take it. What waits to be taken stands in Run › Outbox.
      </p>
      {value.map((receiver) => (
        <fieldset key={receiver.service} className="receiver">
          <legend>
            <strong>{receiver.service}</strong> hears of
          </legend>
          {outside.data && !known.includes(receiver.service) && (
            <p className="warns">◆ This installation has no service “{receiver.service}”.</p>
          )}
          <Checkbox.Group
            className="receiver-news"
            options={NEWS}
            value={receiver.hears}
            onChange={(hears) =>
              onChange(value.flatMap((one) => (one !== receiver ? [one] : hears.length > 0 ? [{ ...one, hears }] : [])))
            }
          />
          <Button size="small" onClick={() => onChange(value.filter((one) => one !== receiver))}>
            Tell it nothing
          </Button>
        </fieldset>
      ))}
      {free.length > 0 ? (
        <Select<string | null>
          aria-label="Another receiver"
          placeholder="Tell another service …"
          value={null}
          options={free.map((name) => ({ value: name, label: name }))}
          onChange={(service) => service && onChange([...value, { service, hears: ['MESSAGE', 'CALL_BACK'] }])}
        />
      ) : (
        outside.data &&
        known.length === 0 && <p className="soft">The installation has no services yet; an administrator adds one as kinetarch.installation.services.</p>
      )}
    </>
  );
}
