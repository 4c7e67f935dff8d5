import { Button, Checkbox, InputNumber } from 'antd';
import type { FrontDoor } from '../api/model';
import { Field } from '../ui/fields';
import { LocalInput } from '../ui/LocalInput';
import { OrderedList } from '../ui/OrderedList';

type Consent = FrontDoor['consents'][number];
type FilesTaken = NonNullable<FrontDoor['files']>;

const USUAL_FILES: FilesTaken = { kinds: ['PICTURE', 'PDF'], megabytes: 5 };
const MOST_MEGABYTES = 10;

const KINDS: { value: FilesTaken['kinds'][number]; label: string }[] = [
  { value: 'PICTURE', label: 'Pictures (JPEG, PNG, GIF, BMP)' },
  { value: 'PDF', label: 'PDF' },
  { value: 'TEXT', label: 'Text and CSV' },
  { value: 'DOCUMENT', label: 'Office documents (ODT, ODS, DOCX, XLSX)' },
];

/** What visitors are asked to agree to before a chat or a message. */
export function Consents({ value, language, onChange }: { value: Consent[]; language: string; onChange: (value: Consent[]) => void }) {
  return (
    <OrderedList<Consent>
      what="Consent"
      value={value}
      onChange={onChange}
      keyOf={({ id }) => id}
      make={() => ({ id: freeId(value), text: {}, required: value.length === 0 })}
      head={(consent, change, name) => (
        <LocalInput
          label={name}
          language={language}
          lines={2}
          value={consent.text}
          placeholder="the consent text"
          onChange={(text) => change({ text })}
        />
      )}
      body={(consent, change) => (
        <Checkbox checked={consent.required} onChange={(event) => change({ required: event.target.checked })}>
          nobody gets further without it
        </Checkbox>
      )}
    />
  );
}

function freeId(taken: Consent[]): string {
  if (!taken.some(({ id }) => id === 'consent')) return 'consent';
  let number = 2;
  while (taken.some(({ id }) => id === `consent-${number}`)) number++;
  return `consent-${number}`;
}

/** Which files either side may send. */
export function Files({ value, onChange }: { value: FilesTaken | null; onChange: (value: FilesTaken | null) => void }) {
  if (!value) {
    return (
      <>
        <p className="soft">Neither visitors nor operators can send files at this door.</p>
        <Button onClick={() => onChange(USUAL_FILES)}>Let files be sent</Button>
      </>
    );
  }
  return (
    <>
      <Checkbox.Group
        className="file-kinds"
        options={KINDS}
        value={value.kinds}
        onChange={(kinds) => onChange(kinds.length === 0 ? null : { ...value, kinds })}
      />
      <Field label="Of one file at most">
        <InputNumber
          min={1}
          max={MOST_MEGABYTES}
          precision={0}
          suffix="MB"
          value={value.megabytes}
          onChange={(megabytes) => megabytes && onChange({ ...value, megabytes })}
        />
      </Field>
      <p className="soft">What a file is counts by its content, not by its name.</p>
    </>
  );
}
