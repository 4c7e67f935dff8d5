import type { ReactNode } from 'react';

/** A file to be chosen. */
export function FileField({ label, accept, onChoose }: { label: ReactNode; accept: string; onChoose: (file: File) => void }) {
  return (
    <label className="gate-field">
      <span>{label}</span>
      <input
        type="file"
        accept={accept}
        onChange={(event) => {
          const chosen = event.target.files?.[0];
          if (chosen) onChoose(chosen);
        }}
      />
    </label>
  );
}
