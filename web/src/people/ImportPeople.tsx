import { useState } from 'react';
import { usePreviewPeople, useTakePeople } from '../api/people';
import { ChangeEntries } from '../plan/ChangeEntries';
import { Dialog } from '../ui/Dialog';
import { ErrorNote } from '../ui/ErrorNote';
import { Faults } from '../ui/Faults';
import { FileField } from '../ui/FileField';
import { useWorkplace } from '../plan/workplace';

/** Reads a CSV of people, shows who would be added, changed and left, and changes the draft only when told to. */
export function ImportPeople({ onClose }: { onClose: () => void }) {
  const { draft } = useWorkplace();
  const preview = usePreviewPeople(draft.id);
  const take = useTakePeople(draft.id);
  const [file, setFile] = useState<{ file: File; change: number } | null>(null);
  const found = preview.data;
  const changes = found ? found.added.length + found.changed.length : 0;
  return (
    <Dialog
      open
      width={640}
      title={<h2>Import people</h2>}
      okText={changes === 0 ? 'Import' : `Import ${changes} ${changes === 1 ? 'person' : 'people'}`}
      okButtonProps={{ disabled: changes === 0 }}
      confirmLoading={take.isPending}
      onCancel={onClose}
      onOk={() => file && take.mutate(file, { onSuccess: onClose })}
    >
      <p className="soft">
        A column “public name” or “id”, and any of: real name, languages (en:5; de:3), skills (Fares:4; Sailings:2),
        capacity, most chats, departments, account, and monday to sunday (08:00-12:00; 13:00-17:00, or empty). Headings may be
        German or French. What has no column stays as it is.
      </p>
      <FileField
        label="CSV file"
        accept=".csv,.txt,text/csv"
        onChoose={(chosen) => {
          setFile({ file: chosen, change: draft.change });
          preview.mutate(chosen);
        }}
      />
      <ErrorNote error={preview.error ?? take.error} />
      {found && (
        <section aria-label="What the file would do">
          <p role="status">
            <strong>{found.added.length}</strong> added, <strong>{found.changed.length}</strong> changed,{' '}
            <strong>{found.unchanged}</strong> unchanged, <strong>{found.left}</strong> not in the file; they stay.
          </p>
          {found.notes.map((note) => (
            <p key={note} className="warns">
              ◆ {note}
            </p>
          ))}
          <Faults faults={found.faults} />
          <ChangeEntries entries={[...found.added, ...found.changed]} error={null} />
        </section>
      )}
    </Dialog>
  );
}
