import { Select } from 'antd';
import { useState } from 'react';
import type { ListKind } from '../api/model';
import { useRemove, useUses } from '../api/plan';
import { Dialog } from '../ui/Dialog';
import { ErrorNote } from '../ui/ErrorNote';
import { usePlace } from './place';
import { useWorkplace } from './workplace';
import { KIND_WORDS } from './kinds';
import { labelOf } from './names';

interface Props {
  kind: ListKind;
  id: string;
  name: string;
  version: number;
  onClose: () => void;
}

/** Asks before an element goes: shows every use of it, and offers another to take its place. */
export function RemoveElement({ kind, id, name, version, onClose }: Props) {
  const { draft } = useWorkplace();
  const { closePanel } = usePlace();
  const uses = useUses(draft.id, kind, id);
  const remove = useRemove(draft.id);
  const [replacement, setReplacement] = useState<string | null>(null);
  const used = uses.data ?? [];
  const needed = used.some((use) => use.needed);
  const others = draft.plan[kind].filter((element) => element.id !== id);
  return (
    <Dialog
      open
      title={<h2>Remove {name}?</h2>}
      okText="Remove"
      cancelText="Keep it"
      okButtonProps={{ disabled: !uses.data || (needed && replacement === null) }}
      confirmLoading={remove.isPending}
      onCancel={onClose}
      onOk={() =>
        remove.mutate(
          { kind, id, version, replacement },
          {
            onSuccess: () => {
              onClose();
              closePanel();
            },
          },
        )
      }
    >
      {uses.data && used.length === 0 && <p>Nothing else in the plan uses it.</p>}
      {used.length > 0 && (
        <>
          <p>It is used in {used.length === 1 ? 'one place' : `${used.length} places`}:</p>
          <ul className="uses">
            {used.map((use) => (
              <li key={`${use.kind} ${use.id} ${use.pointer}`}>
                <strong>{use.name}</strong>{' '}
                <span className="soft">
                  {KIND_WORDS[use.kind].one}
                  {use.needed ? ', cannot do without' : ''}
                </span>
              </li>
            ))}
          </ul>
          <label className="gate-field">
            <span>What takes its place there?</span>
            <Select
              aria-label="Replacement"
              allowClear={!needed}
              placeholder={needed ? 'choose one' : 'nothing, the references go too'}
              value={replacement}
              onChange={(value) => setReplacement(value ?? null)}
              options={others.map((other) => ({ value: other.id, label: labelOf(draft.plan, kind, other.id) }))}
            />
          </label>
        </>
      )}
      <ErrorNote error={uses.error ?? remove.error} />
    </Dialog>
  );
}
