import { useState } from 'react';
import { usePreviewDocument, useTakeDocument } from '../api/plan';
import { Dialog } from '../ui/Dialog';
import { ProblemList } from '../ui/ProblemList';
import { useWorkplace } from '../plan/workplace';
import { ChangeEntries } from '../plan/ChangeEntries';

/** Reads a plan document, shows what it would change in the draft, and changes it only when told to. */
export function ImportPlan({ onClose }: { onClose: () => void }) {
  const { draft } = useWorkplace();
  const preview = usePreviewDocument(draft.id);
  const take = useTakeDocument(draft.id);
  const [chosen, setChosen] = useState<{ file: Blob; change: number } | null>(null);
  const changes = preview.data?.length ?? 0;
  return (
    <Dialog
      open
      width={640}
      title={<h2>Import a plan document</h2>}
      okText="Make the draft this"
      okButtonProps={{ disabled: changes === 0 }}
      confirmLoading={take.isPending}
      onCancel={onClose}
      onOk={() => chosen && take.mutate(chosen, { onSuccess: onClose })}
    >
      <p className="soft">
        A JSON document as Kinetarch exports it; older schema versions are brought up to date. Nothing is stored before you
        have seen what it changes, and the change can be undone.
      </p>
      <label className="gate-field">
        <span>Plan document</span>
        <input
          type="file"
          accept="application/json,.json"
          onChange={(event) => {
            const file = event.target.files?.[0];
            if (!file) return;
            setChosen({ file, change: draft.change });
            preview.mutate(file);
          }}
        />
      </label>
      <ProblemList error={preview.error ?? take.error} />
      {preview.data && <ChangeEntries entries={preview.data} error={null} />}
    </Dialog>
  );
}
