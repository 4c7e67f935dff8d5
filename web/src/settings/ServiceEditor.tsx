import { Button, InputNumber, Select } from 'antd';
import type { Topic } from '../api/bot';
import { useOutside } from '../api/help';
import { Field } from '../ui/fields';
import { LocalInput } from '../ui/LocalInput';

type Service = NonNullable<Topic['service']>;

interface ServiceEditorProps {
  value: Service | null;
  language: string;
  onChange: (value: Service | null) => void;
}

/** A service of the installation that is asked before the answer; what it says stands in the answer's {places}. */
export function ServiceEditor({ value, language, onChange }: ServiceEditorProps) {
  const outside = useOutside();
  const known = outside.data?.services ?? [];
  if (!value) {
    return (
      <>
        <p className="soft">
          Before it answers, the bot can ask a service of the installation with what it has collected. What the service says can stand in the
          answer, as {'{sails}'}.
        </p>
        <Button
          disabled={known.length === 0}
          onClick={() => known[0] && onChange({ service: known[0], seconds: 4, failed: { [language]: 'I cannot look that up just now.' } })}
        >
          Ask a service
        </Button>
        {outside.data && known.length === 0 && (
          <p className="soft">The installation has none yet; an administrator adds one as kinetarch.installation.services.</p>
        )}
      </>
    );
  }
  return (
    <>
      <Field label="Service">
        <Select
          value={value.service}
          onChange={(service) => onChange({ ...value, service })}
          options={[...new Set([...known, value.service])].map((name) => ({ value: name, label: name }))}
        />
      </Field>
      {outside.data && !known.includes(value.service) && (
        <p className="warns">◆ This installation has no service “{value.service}”: the words below are said instead.</p>
      )}
      <Field label="Waits at most">
        <InputNumber min={1} max={20} precision={0} suffix="s" value={value.seconds} onChange={(seconds) => seconds && onChange({ ...value, seconds })} />
      </Field>
      <Field label="Else it says">
        <LocalInput label="Else it says" language={language} lines={2} value={value.failed} onChange={(failed) => onChange({ ...value, failed })} />
      </Field>
      <Button onClick={() => onChange(null)}>Ask no service</Button>
    </>
  );
}
