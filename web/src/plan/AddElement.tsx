import { Button, Input } from 'antd';
import { useState } from 'react';
import type { ListKind } from '../api/model';
import { usePutElements } from '../api/plan';
import { Dialog } from '../ui/Dialog';
import { ErrorNote } from '../ui/ErrorNote';
import { usePlace } from './place';
import { useWorkplace } from './workplace';
import { newElement, newElements } from './newElement';

/** A button that asks for a name, or several, makes elements of what is usual, and opens the first to be changed. */
export function AddElement({
  kind,
  what,
  department,
  primary = false,
}: {
  kind: ListKind;
  what: string;
  department?: string;
  primary?: boolean;
}) {
  const [asking, setAsking] = useState(false);
  return (
    <>
      <Button type={primary ? 'primary' : 'default'} onClick={() => setAsking(true)}>
        Add {article(what)}
      </Button>
      {asking && <Ask kind={kind} what={what} department={department} onClose={() => setAsking(false)} />}
    </>
  );
}

function Ask({
  kind,
  what,
  department,
  onClose,
}: {
  kind: ListKind;
  what: string;
  department: string | undefined;
  onClose: () => void;
}) {
  const { draft } = useWorkplace();
  const { select } = usePlace();
  const [typed, setTyped] = useState('');
  const names = typed.split('\n').map((name) => name.trim()).filter((name) => name !== '');
  const possible = newElement(draft.plan, kind, names[0] ?? '', department) !== undefined;
  const put = usePutElements(draft.id);
  function add() {
    const elements = newElements(draft.plan, kind, names, department);
    const [first] = elements;
    if (!first) return;
    put.mutate(
      elements.map((element) => ({ kind, version: 0, element })),
      {
        onSuccess: () => {
          select({ kind, id: first.id });
          onClose();
        },
      },
    );
  }
  return (
    <Dialog
      open
      title={<h2>Add {article(what)}</h2>}
      okText={names.length > 1 ? `Add all ${names.length}` : 'Add'}
      okButtonProps={{ disabled: names.length === 0 || !possible }}
      confirmLoading={put.isPending}
      onCancel={onClose}
      onOk={add}
    >
      <label className="gate-field">
        <span>Name</span>
        <Input.TextArea
          autoFocus
          autoSize={{ minRows: 1, maxRows: 12 }}
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
          onPressEnter={(event) => {
            if (event.shiftKey) return;
            event.preventDefault();
            add();
          }}
        />
      </label>
      <p className="soft">Several at once: a name a line, typed with Shift and Enter or pasted.</p>
      {!possible && <p className="warns">◆ It needs something to belong to first: opening hours, a department or a queue.</p>}
      <ErrorNote error={put.error} />
    </Dialog>
  );
}

function article(what: string) {
  return `${/^[aeiou]/.test(what) ? 'an' : 'a'} ${what}`;
}
