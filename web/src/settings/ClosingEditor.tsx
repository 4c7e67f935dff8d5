import { Select } from 'antd';
import type { HoursSet } from '../api/model';
import { Field, Part } from '../ui/fields';

type Closing = HoursSet['closing'];

const THEN: Record<Closing['waiting'], string> = {
  SERVED_OUT: 'served out',
  OFFERED_MESSAGE: 'offered the form',
  ENDED: 'ended',
};
const OPTIONS = Object.entries(THEN).map(([value, label]) => ({ value: value as Closing['waiting'], label }));

/** What becomes of chats when the hours end, or the last who could take or keep them goes. */
export function ClosingEditor({ value, onChange }: { value: Closing; onChange: (value: Closing) => void }) {
  const same = value.waiting === value.inHand;
  return (
    <Part
      title="At closing time"
      short={same ? `all are ${THEN[value.waiting]}` : `waiting ${THEN[value.waiting]}, in hand ${THEN[value.inHand]}`}
    >
      <Field label="Chats that wait">
        <Select value={value.waiting} options={OPTIONS} onChange={(waiting) => onChange({ ...value, waiting })} />
      </Field>
      <Field label="Chats in hand">
        <Select value={value.inHand} options={OPTIONS} onChange={(inHand) => onChange({ ...value, inHand })} />
      </Field>
      <p className="soft">The same when the last who could take them goes. Whoever is ended reads the closed text.</p>
    </Part>
  );
}
