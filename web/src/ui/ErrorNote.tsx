import { ProblemError } from '../api/client';

/** A refusal in the words of the server, at the place it concerns. */
export function ErrorNote({ error }: { error: unknown }) {
  if (!error) return null;
  const problem = error instanceof ProblemError ? error.problem : null;
  return (
    <div className="error-note" role="alert">
      <strong>{problem?.title ?? 'This failed'}.</strong> {problem?.detail ?? String(error)}
      {problem && problem.status >= 500 && typeof problem.request === 'string' && (
        <span className="soft"> Whoever keeps this installation finds it in the log as {problem.request}.</span>
      )}
    </div>
  );
}
