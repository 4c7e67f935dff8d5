import { Button } from 'antd';
import { lazy, type ReactNode, Suspense } from 'react';
import { findElement } from '../api/model';
import { usePlace } from '../plan/place';
import { useWorkplace } from '../plan/workplace';
import { KIND_WORDS } from '../plan/kinds';
import './settings.css';

const ElementPanel = lazy(() => import('./ElementPanel').then((m) => ({ default: m.ElementPanel })));

/** The settings of the selected element; without a selection what the view has to say. */
export function SidePanel({ children }: { children: ReactNode }) {
  const { draft } = useWorkplace();
  const { selection, closePanel } = usePlace();
  if (!selection) return children;
  const { kind, id } = selection;
  if (!findElement(draft.plan, kind, id)) {
    return (
      <>
        <p role="status" className="no-such">
          The draft has no {KIND_WORDS[kind]?.one ?? 'element'} “{id}”. If you have removed it yourself, undo brings it back.
        </p>
        <Button onClick={closePanel}>Close</Button>
      </>
    );
  }
  return (
    <Suspense fallback={<p className="soft">Loading …</p>}>
      <ElementPanel kind={kind} id={id} />
    </Suspense>
  );
}
