import { Button, Checkbox, Segmented } from 'antd';
import { useCallback, useState } from 'react';
import { type DoorState, STATES } from '../../widget/document';
import type { Misfit } from '../../widget/fit';
import type { DoorPreview } from '../api/model';
import { STATE_NAMES } from './scenes';
import { StateFrame, type Width } from './StateFrame';

const PHONE: Width = { name: 'Phone', width: 360, height: 640, small: 0.46 };
const DESKTOP: Width = { name: 'Desktop', width: 404, height: 640, small: 0.41 };

export type Misfits = Partial<Record<DoorState, Misfit[]>>;

/** Every state of a door side by side, or one of them at its real size. */
export function StateSheet({
  preview,
  closer,
  onCloser,
  misfits,
  onMisfits,
}: {
  preview: DoorPreview;
  closer: DoorState | null;
  onCloser: (state: DoorState | null) => void;
  misfits: Misfits;
  onMisfits: (change: (before: Misfits) => Misfits) => void;
}) {
  const [size, setSize] = useState(PHONE);
  const [returning, setReturning] = useState(false);
  const measure = useCallback(
    (state: DoorState, found: Misfit[]) =>
      onMisfits((before) =>
        JSON.stringify(before[state] ?? []) === JSON.stringify(found) ? before : { ...before, [state]: found },
      ),
    [onMisfits],
  );
  const frame = (state: DoorState, scale: number, look?: () => void) => (
    <StateFrame
      key={state}
      state={state}
      preview={preview}
      returning={returning}
      size={size}
      scale={scale}
      misfits={misfits[state] ?? []}
      onMeasure={measure}
      {...(look && { onCloser: look })}
    />
  );
  return (
    <>
      <div className="sheet-tools">
        <Segmented
          aria-label="Width"
          value={size.name}
          options={[PHONE.name, DESKTOP.name]}
          onChange={(name) => setSize(name === PHONE.name ? PHONE : DESKTOP)}
        />
        <Checkbox checked={returning} onChange={(event) => setReturning(event.target.checked)}>
          has been here before
        </Checkbox>
        {closer && <Steps closer={closer} onCloser={onCloser} />}
      </div>
      {closer ? (
        <div className="sheet-one">{frame(closer, 1)}</div>
      ) : (
        <div className="sheet">
          {STATES.map((state) => frame(state, size.small, () => onCloser(state)))}
        </div>
      )}
    </>
  );
}

function Steps({ closer, onCloser }: { closer: DoorState; onCloser: (state: DoorState | null) => void }) {
  const at = STATES.indexOf(closer);
  const before = STATES[at - 1];
  const after = STATES[at + 1];
  return (
    <span className="sheet-steps">
      <Button disabled={!before} onClick={() => before && onCloser(before)}>
        {before ? `‹ ${STATE_NAMES[before]}` : '‹'}
      </Button>
      <Button disabled={!after} onClick={() => after && onCloser(after)}>
        {after ? `${STATE_NAMES[after]} ›` : '›'}
      </Button>
      <Button onClick={() => onCloser(null)}>All states</Button>
    </span>
  );
}
