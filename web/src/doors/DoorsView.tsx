import { Button, Segmented } from 'antd';
import { useState } from 'react';
import { type DoorState, STATES } from '../../widget/document';
import { useDoorPreview } from '../api/doors';
import { findElement } from '../api/model';
import { AddElement } from '../plan/AddElement';
import { SidePanel } from '../settings/SidePanel';
import { useElement } from '../plan/useElement';
import { ErrorNote } from '../ui/ErrorNote';
import { usePlace } from '../plan/place';
import { useAddress } from '../plan/useAddress';
import { useWorkplace } from '../plan/workplace';
import { DoorEditor } from './DoorEditor';
import { DoorList } from './DoorList';
import { Embed } from './Embed';
import { flagsOf } from './scenes';
import { WhyClosed } from './WhyClosed';
import { type Misfits, StateSheet } from './StateSheet';
import { useSettled } from '../ui/useSettled';
import './doors.css';

const TYPING = 150;
const SHOWN = ['states', 'embed', 'why-closed'] as const;

/** The front doors: how each stands at the moment; one of them in every state that a visitor can meet. */
export function DoorsView() {
  const { draft, canEdit } = useWorkplace();
  const { selection } = usePlace();
  const id = selection?.kind === 'doors' ? selection.id : null;
  if (id && findElement(draft.plan, 'doors', id)) return <OneDoor key={id} id={id} />;
  return (
    <div className="split-view">
      <section className="doors-main" aria-label="Doors">
        <div className="view-head">
          <h1>Doors</h1>
          <span className="header-space" />
          {canEdit && <AddElement kind="doors" what="door" primary />}
        </div>
        <DoorList />
      </section>
      <aside className="panel" aria-label="Settings">
        <SidePanel>
          <h2>The order decides</h2>
          <p>
            Where two doors claim one page, the first of them stands there. Open a door to see what its visitors meet in every
            state, to write its texts, and to copy what a web site needs to show it.
          </p>
          <p className="soft">A question that rules look at decides where the chat goes; the others are only kept with it.</p>
        </SidePanel>
      </aside>
    </div>
  );
}

function OneDoor({ id }: { id: string }) {
  const { draft, at } = useWorkplace();
  const { select } = usePlace();
  const [params, change] = useAddress();
  const element = useElement('doors', id);
  const door = element.value;
  const wanted = params.get('lang');
  const language = wanted && door.languages.includes(wanted) ? wanted : (door.languages[0] ?? 'en');
  const [misfits, setMisfits] = useState<Misfits>({});
  const { preview, error } = useDoorPreview(draft.id, useSettled({ door, language, at }, TYPING));
  const shown = SHOWN.find((one) => one === params.get('show')) ?? 'states';
  const closer = STATES.find((state) => state === params.get('state')) ?? null;
  return (
    <div className="split-view">
      <section className="doors-main" aria-label={door.name}>
        <div className="view-head">
          <Button onClick={() => select(null)}>‹ Doors</Button>
          <h1 className="door-title">{door.name}</h1>
          <span className="header-space" />
          <Segmented
            aria-label="Language"
            value={language}
            options={door.languages}
            onChange={(tag) => change({ lang: tag })}
          />
          <Segmented
            aria-label="Shown"
            value={shown}
            options={[
              { value: 'states', label: 'States' },
              { value: 'embed', label: 'Embed' },
              { value: 'why-closed', label: 'Why closed?' },
            ]}
            onChange={(which) => change({ show: which === 'states' ? null : which })}
          />
        </div>
        <ErrorNote error={error} />
        {shown === 'embed' && <Embed door={id} language={language} />}
        {shown === 'why-closed' && <WhyClosed element={element} />}
        {shown === 'states' && preview && (
            <StateSheet
              preview={preview}
              closer={closer}
              onCloser={(state: DoorState | null) => change({ state })}
              misfits={misfits}
              onMisfits={setMisfits}
            />
        )}
      </section>
      <aside className="panel" aria-label="Settings">
        <DoorEditor element={element} language={language} preview={preview} flags={flagsOf(misfits)} />
      </aside>
    </div>
  );
}
