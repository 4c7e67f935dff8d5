import { useState } from 'react';
import { usePreviewTopics, useTakeTopics } from '../api/bot';
import { ChangeEntries } from '../plan/ChangeEntries';
import { useWorkplace } from '../plan/workplace';
import { Dialog } from '../ui/Dialog';
import { ErrorNote } from '../ui/ErrorNote';
import { Faults } from '../ui/Faults';
import { FileField } from '../ui/FileField';

/** Reads a CSV of topics, shows what it would add, and changes the draft only when told to. */
export function ImportTopics({ onClose }: { onClose: () => void }) {
  const { draft } = useWorkplace();
  const preview = usePreviewTopics(draft.id);
  const take = useTakeTopics(draft.id);
  const [file, setFile] = useState<{ file: File; change: number } | null>(null);
  const changes = preview.data?.changes ?? [];
  return (
    <Dialog
      open
      width={640}
      title={<h2>Import topics</h2>}
      okText={changes.length === 0 ? 'Import' : `Import ${changes.length} ${changes.length === 1 ? 'topic' : 'topics'}`}
      okButtonProps={{ disabled: changes.length === 0 }}
      confirmLoading={take.isPending}
      onCancel={onClose}
      onOk={() => file && take.mutate(file, { onSuccess: onClose })}
    >
      <p className="soft">
        Columns “topic” and “text”, and “what” (phrase, test, answer or label), “language” and, for answers, “number”. Lines add to the
        topics; nothing is taken away.
      </p>
      <FileField
        label="CSV file"
        accept=".csv,.txt,.xlsx,text/csv"
        onChoose={(chosen) => {
          setFile({ file: chosen, change: draft.change });
          preview.mutate(chosen);
        }}
      />
      <ErrorNote error={preview.error ?? take.error} />
      {preview.data && (
        <section aria-label="What the file would do">
          {changes.length === 0 && <p role="status">The topics have everything that the file says.</p>}
          <Faults faults={preview.data.faults} />
          <ChangeEntries entries={changes} error={null} />
        </section>
      )}
    </Dialog>
  );
}
