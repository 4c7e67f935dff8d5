import { ProblemError } from '../api/client';
import { ErrorNote } from './ErrorNote';

const MOST_SHOWN = 20;

/** A refusal of a document with every place that is wrong in it. */
export function ProblemList({ error }: { error: Error | null }) {
  const places = error instanceof ProblemError ? (error.problem.errors ?? []) : [];
  return (
    <>
      <ErrorNote error={error} />
      {places.length > 1 && (
        <ul className="fault-list">
          {places.slice(0, MOST_SHOWN).map((place) => (
            <li key={place.pointer + place.detail}>{place.detail}</li>
          ))}
          {places.length > MOST_SHOWN && <li>and {places.length - MOST_SHOWN} more</li>}
        </ul>
      )}
    </>
  );
}
