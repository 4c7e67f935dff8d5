import { Button } from 'antd';
import type { Conflict, Edit } from './useElement';

/** Both versions of an element that two people changed, and the choice between them. */
export function ConflictNote({ edits, conflict }: { edits: Edit; conflict: Conflict }) {
  return (
    <div className="error-note" role="alert">
      <p>{conflict.detail}</p>
      <ConflictTable conflict={conflict} yours="Yours" />
      <div className="editor-actions">
        <Button onClick={edits.keepMine}>Keep mine</Button>
        <Button onClick={edits.discard}>Take the newest</Button>
      </div>
    </div>
  );
}

/** Two versions of an element, field by field where they differ. */
export function ConflictTable({ conflict, yours: yourWords }: { conflict: Conflict; yours: string }) {
  const yours = conflict.yours as Record<string, unknown>;
  const current = (conflict.current ?? {}) as Record<string, unknown>;
  const differing = Object.keys(yours).filter((field) => words(yours[field]) !== words(current[field]));
  return (
    <table className="conflict">
      <thead>
        <tr>
          <th />
          <th>{yourWords}</th>
          <th>Newest</th>
        </tr>
      </thead>
      <tbody>
        {differing.map((field) => (
          <tr key={field}>
            <th>{readable(field)}</th>
            <td>{words(yours[field])}</td>
            <td>{conflict.current ? words(current[field]) : 'removed'}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** A field's name in words: leastLevel is "least level". */
function readable(field: string) {
  return field.replace(/[A-Z]/g, (capital) => ` ${capital.toLowerCase()}`);
}

function words(value: unknown): string {
  if (Array.isArray(value)) return value.map(words).join('; ') || 'none';
  if (value !== null && typeof value === 'object') return Object.values(value).map(words).join(' ') || 'none';
  return value === null || value === undefined ? 'none' : String(value);
}
