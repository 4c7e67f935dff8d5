import { useEffect, useRef } from 'react';
import type { DoorState } from '../../widget/document';
import { type Misfit, misfits } from '../../widget/fit';
import { showDoor } from '../../widget/mount';
import type { Actions } from '../../widget/states';
import type { DoorPreview } from '../api/model';
import { misfitWords, neverMet, placeName, sceneOf, STATE_NAMES } from './scenes';

export interface Width {
  name: string;
  width: number;
  height: number;
  /** How much of its real size it has where all states stand side by side. */
  small: number;
}

/** Nothing leaves a preview. */
const NOWHERE: Actions = {
  onOpen: () => undefined,
  onClose: () => undefined,
  onStart: () => undefined,
  onDismiss: () => undefined,
  onAnswers: () => undefined,
  onMessage: () => undefined,
  onLine: () => undefined,
  onTyping: () => undefined,
  onWay: () => undefined,
  onEnd: () => undefined,
  onRate: () => undefined,
  onKeep: () => undefined,
  onPrint: () => undefined,
  onMail: () => undefined,
  onFile: () => undefined,
};

/** One state of a door, drawn by the visitors' own code at its real width and then made smaller as a whole. */
export function StateFrame({
  state,
  preview,
  returning,
  size,
  scale,
  misfits: found,
  onMeasure,
  onCloser,
}: {
  state: DoorState;
  preview: DoorPreview;
  returning: boolean;
  size: Width;
  scale: number;
  misfits: Misfit[];
  onMeasure: (state: DoorState, misfits: Misfit[]) => void;
  /** Called for a closer look; without it the state can be used with mouse and keys. */
  onCloser?: () => void;
}) {
  const host = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (!host.current) return;
    const root = showDoor(host.current, preview.document, sceneOf(state, preview, returning), NOWHERE);
    onMeasure(state, misfits(root));
  }, [state, preview, returning, size, onMeasure]);
  const never = neverMet(state, preview);
  return (
    <figure className="state" aria-label={STATE_NAMES[state]} data-state={state}>
      <figcaption>
        {onCloser ? (
          <button type="button" className="state-name" title="Look closer" onClick={onCloser}>
            {STATE_NAMES[state]}
          </button>
        ) : (
          <span className="state-name">{STATE_NAMES[state]}</span>
        )}
        {found.length > 0 && (
          <span className="warns" title={found.map((misfit) => `${placeName(misfit.place)}: ${misfitWords(misfit)}`).join('\n')}>
            ◆ {found.length}
          </span>
        )}
      </figcaption>
      <div
        className="state-window"
        style={{ width: size.width * scale, height: size.height * scale }}
        inert={onCloser !== undefined}
      >
        <div className={`state-page state-${size.name.toLowerCase()}`} style={{ width: size.width, height: size.height, transform: `scale(${scale})` }}>
          <div ref={host} data-framed="" />
        </div>
      </div>
      {never && <p className="soft">{never}</p>}
      {!onCloser &&
        found.map((misfit) => (
          <p key={`${misfit.place} ${misfit.unit}`} className="warns">
            ◆ {placeName(misfit.place)} does not fit its place: {misfitWords(misfit)}.
          </p>
        ))}
    </figure>
  );
}
