import type { ChangeEntry } from '../api/model';
import { ErrorNote } from '../ui/ErrorNote';
import './changes.css';

const SIGNS: Record<ChangeEntry['sort'], string> = { ADDED: '+', REMOVED: '−', MOVED: '↕', CHANGED: '≠' };
const WORDS: Record<ChangeEntry['sort'], string> = {
  ADDED: 'new',
  REMOVED: 'removed',
  MOVED: 'moved',
  CHANGED: 'changed',
};

/** What differs between two states of a plan, an element a line, in plain words. */
export function ChangeEntries({ entries, error }: { entries: ChangeEntry[] | undefined; error: Error | null }) {
  if (error) return <ErrorNote error={error} />;
  if (!entries) return <p className="soft">Comparing …</p>;
  if (entries.length === 0) return <p>Nothing differs.</p>;
  return (
    <ul className="changes" aria-label="Changes">
      {entries.map((entry) => (
        <li key={`${entry.kind} ${entry.id}`}>
          <span className={`change-sign change-${entry.sort.toLowerCase()}`} title={WORDS[entry.sort]}>
            {SIGNS[entry.sort]}
          </span>
          <span>
            <strong>{entry.name}</strong> {entry.words.join('; ')}
          </span>
        </li>
      ))}
    </ul>
  );
}
