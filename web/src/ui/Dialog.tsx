import { Modal, type ModalProps } from 'antd';
import { useRef } from 'react';

const FIELDS = 'input:not([type=hidden]):not(:disabled), textarea:not(:disabled), [contenteditable=true]';

/** A dialog. Once it stands open, its first field has the focus, unless another was given it. */
export function Dialog({ children, afterOpenChange, ...rest }: ModalProps) {
  const contents = useRef<HTMLDivElement>(null);
  function focus(open: boolean) {
    const there = contents.current;
    if (open && there && !there.contains(document.activeElement)) {
      there.querySelector<HTMLElement>(FIELDS)?.focus({ preventScroll: true });
    }
    afterOpenChange?.(open);
  }
  return (
    <Modal {...rest} afterOpenChange={focus}>
      <div ref={contents}>{children}</div>
    </Modal>
  );
}
