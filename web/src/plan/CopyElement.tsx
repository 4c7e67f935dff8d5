import { Checkbox, Input } from 'antd';
import { useState } from 'react';
import type { ListKind } from '../api/model';
import { usePutElements } from '../api/plan';
import { Dialog } from '../ui/Dialog';
import { ErrorNote } from '../ui/ErrorNote';
import { copyOf, type Copies, departmentWithQueues } from './copyElement';
import { usePlace } from './place';
import { useWorkplace } from './workplace';

interface Props {
  kind: ListKind;
  id: string;
  name: string;
  onClose: () => void;
}

/** Asks for the copy's name, and of a department whether its queues are copied along, and opens the copy. */
export function CopyElement({ kind, id, name, onClose }: Props) {
  const { draft } = useWorkplace();
  const { select } = usePlace();
  const put = usePutElements(draft.id);
  const [wanted, setWanted] = useState(`Copy of ${name}`);
  const queues = kind === 'departments' ? draft.plan.queues.filter((queue) => queue.department === id).length : 0;
  const [along, setAlong] = useState(queues > 0);
  function copies(): Copies {
    if (along) return departmentWithQueues(draft.plan, id, wanted.trim());
    const copy = copyOf(draft.plan, kind, id, wanted.trim());
    return copy ? [{ kind, element: copy }] : [];
  }
  function add() {
    const made = copies();
    const [first] = made;
    if (!first || wanted.trim() === '') return;
    put.mutate(
      made.map((copy) => ({ ...copy, version: 0 })),
      {
        onSuccess: () => {
          onClose();
          select({ kind, id: first.element.id });
        },
      },
    );
  }
  return (
    <Dialog
      open
      title={<h2>Copy {name}</h2>}
      okText="Copy"
      okButtonProps={{ disabled: wanted.trim() === '' }}
      confirmLoading={put.isPending}
      onCancel={onClose}
      onOk={add}
    >
      <label className="gate-field">
        <span>Name of the copy</span>
        <Input
          autoFocus
          value={wanted}
          onChange={(event) => setWanted(event.target.value)}
          onFocus={(event) => event.target.select()}
          onPressEnter={add}
        />
      </label>
      {kind === 'operators' && (
        <p className="soft">Skills, languages, capacity and presence are copied; real name, account and picture are not.</p>
      )}
      {queues > 0 && (
        <p>
          <Checkbox checked={along} onChange={(event) => setAlong(event.target.checked)}>
            Copy its {queues === 1 ? 'queue' : `${queues} queues`} too, with their ladders
          </Checkbox>
        </p>
      )}
      <ErrorNote error={put.error} />
    </Dialog>
  );
}
