import { Button } from 'antd';
import { ConflictTable } from '../plan/ConflictNote';
import { conflictOf } from '../plan/useElement';
import { Dialog } from '../ui/Dialog';
import { ErrorNote } from '../ui/ErrorNote';

/** Says why a change can be neither taken back nor brought back. */
export function NotTakenBack({ error, onClose }: { error: Error; onClose: () => void }) {
  const conflict = conflictOf(error);
  return (
    <Dialog open title={<h2>This cannot be taken back</h2>} footer={<Button onClick={onClose}>Leave it</Button>} onCancel={onClose}>
      {conflict ? (
        <>
          <p>{conflict.detail}</p>
          <ConflictTable conflict={conflict} yours="Before your change" />
        </>
      ) : (
        <ErrorNote error={error} />
      )}
    </Dialog>
  );
}
