import { Button, ConfigProvider } from 'antd';
import { type KeyboardEvent, type ReactNode, useRef, useState } from 'react';
import { BusyButton } from '../ui/BusyButton';
import { ErrorNote } from '../ui/ErrorNote';
import { usePlace } from './place';
import { useWorkplace } from './workplace';
import { useArrival } from './arrival';
import { ConflictNote } from './ConflictNote';
import { CopyElement } from './CopyElement';
import { FindingsAbout } from './FindingsAbout';
import { RemoveElement } from './RemoveElement';
import { UnsavedDot } from './UnsavedDot';
import type { Edit } from './useElement';

interface Props {
  title: string;
  about: string;
  edits: Edit;
  children: ReactNode;
}

/** The frame of every editing panel: title, contents, what went wrong, save, discard, copy and remove. */
export function EditorPanel({ title, about, edits, children }: Props) {
  const { canEdit } = useWorkplace();
  const { closePanel } = usePlace();
  const [removing, setRemoving] = useState(false);
  const [copying, setCopying] = useState(false);
  const [dropping, setDropping] = useState(false);

  function onKey(event: KeyboardEvent) {
    if (event.defaultPrevented || inPopup(event.target)) return;
    if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) {
      event.preventDefault();
      if (canEdit && edits.changed && !edits.saving) edits.save();
    } else if (event.key === 'Escape') {
      if (edits.changed) setDropping(!dropping);
      else closePanel();
    }
  }

  const panel = useRef<HTMLFormElement>(null);
  useArrival(panel);
  return (
    <form
      ref={panel}
      className="editor"
      onSubmit={(event) => {
        event.preventDefault();
        edits.save();
      }}
      onKeyDown={onKey}
    >
      <div>
        <h2>
          {title} <UnsavedDot kind={edits.kind} id={edits.id} />
        </h2>
        <p className="soft">{about}</p>
      </div>
      <FindingsAbout kind={edits.kind} id={edits.id} />
      <ConfigProvider componentDisabled={!canEdit}>{children}</ConfigProvider>
      {edits.conflict && <ConflictNote edits={edits} conflict={edits.conflict} />}
      <ErrorNote error={edits.error} />
      {dropping && edits.changed && (
        <div className="error-note" role="alert">
          <p>Drop what you have changed here?</p>
          <div className="editor-actions">
            <Button
              onClick={() => {
                setDropping(false);
                edits.discard();
              }}
            >
              Drop it
            </Button>
            <Button autoFocus onClick={() => setDropping(false)}>
              Go on
            </Button>
          </div>
        </div>
      )}
      <div className="editor-actions">
        {canEdit && (
          <BusyButton type="primary" htmlType="submit" busy={edits.saving} disabled={!edits.changed || edits.conflict !== null}>
            Save to draft
          </BusyButton>
        )}
        {edits.changed ? (
          <Button onClick={edits.discard}>Discard</Button>
        ) : (
          <Button onClick={closePanel}>Close</Button>
        )}
        {canEdit && edits.kind !== 'settings' && (
          <>
            {edits.kind !== 'checks' && !edits.changed && (
              <Button type="text" onClick={() => setCopying(true)}>
                Copy…
              </Button>
            )}
            <Button className="editor-remove" type="text" onClick={() => setRemoving(true)}>
              Remove…
            </Button>
          </>
        )}
        {!canEdit && <span className="soft">Your role may look, not change.</span>}
      </div>
      {copying && edits.kind !== 'settings' && (
        <CopyElement kind={edits.kind} id={edits.id} name={title} onClose={() => setCopying(false)} />
      )}
      {removing && edits.kind !== 'settings' && (
        <RemoveElement
          kind={edits.kind}
          id={edits.id}
          name={title}
          version={edits.version}
          onClose={() => setRemoving(false)}
        />
      )}
    </form>
  );
}

/** A list that hangs open closes by Escape, and that is all the key is to do. */
function inPopup(target: EventTarget) {
  return target instanceof HTMLElement && target.closest('[aria-expanded=true], .ant-modal, .ant-popover') !== null;
}
