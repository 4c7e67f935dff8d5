import type { ReactNode } from 'react';

/** A named line of a panel. */
export function Line({ label, children }: { label: string; children: ReactNode }) {
  return (
    <div className="line">
      <span className="line-label">{label}</span>
      <span className="line-value">{children}</span>
    </div>
  );
}

/** A named line whose value is one control. */
export function Field({ label, children }: { label: string; children: ReactNode }) {
  return (
    <label className="line">
      <span className="line-label">{label}</span>
      <span className="line-value">{children}</span>
    </label>
  );
}

/** A part of a panel that can be folded away, with what it says in short. */
export function Part({
  title,
  short,
  open = false,
  children,
}: {
  title: string;
  short: string;
  open?: boolean;
  children: ReactNode;
}) {
  return (
    <details className="part" open={open}>
      <summary>
        <span className="part-title">{title}</span> <span className="soft">{short}</span>
      </summary>
      <div className="part-body">{children}</div>
    </details>
  );
}
