import { Button } from 'antd';
import { lazy, Suspense, useState } from 'react';
import { useWorkplace } from '../plan/workplace';

const GoLiveDialog = lazy(() => import('./GoLiveDialog').then((m) => ({ default: m.GoLiveDialog })));

export function GoLive() {
  const { draft, canGoLive } = useWorkplace();
  const [asking, setAsking] = useState(false);
  const nothingNew = draft.live != null && draft.changedSinceLive === 0;
  if (!canGoLive) return null;
  return (
    <>
      <Button
        type="primary"
        disabled={nothingNew}
        title={nothingNew ? 'The draft is live already' : undefined}
        onClick={() => setAsking(true)}
      >
        Go live…
      </Button>
      {asking && (
        <Suspense>
          <GoLiveDialog onClose={() => setAsking(false)} />
        </Suspense>
      )}
    </>
  );
}
