import { Button, Input, Modal } from 'antd';
import { useState } from 'react';
import type { ListKind } from '../api/model';
import { usePutElement } from '../api/plan';
import { ErrorNote } from '../ui/ErrorNote';
import { usePlace } from './place';
import { useWorkplace } from './workplace';
import { newElement } from './newElement';

/** A button that asks for a name, makes an element of what is usual, and opens it to be changed. */
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
  const [name, setName] = useState('');
  const element = newElement(draft.plan, kind, name, department);
  const put = usePutElement(draft.id, kind, element?.id ?? '');
  function add() {
    if (!element || name.trim() === '') return;
    put.mutate(
      { element, version: 0 },
      {
        onSuccess: () => {
          select({ kind, id: element.id });
          onClose();
        },
      },
    );
  }
  return (
    <Modal
      open
      title={<h2>Add {article(what)}</h2>}
      okText="Add"
      okButtonProps={{ disabled: name.trim() === '' || !element }}
      confirmLoading={put.isPending}
      onCancel={onClose}
      onOk={add}
    >
      <label className="gate-field">
        <span>Name</span>
        <Input autoFocus value={name} onChange={(event) => setName(event.target.value)} onPressEnter={add} />
      </label>
      {!element && <p className="warns">◆ It needs something to belong to first: opening hours, a department or a queue.</p>}
      <ErrorNote error={put.error} />
    </Modal>
  );
}

function article(what: string) {
  return `${/^[aeiou]/.test(what) ? 'an' : 'a'} ${what}`;
}
