import { ProblemError } from '../api/client';

/** Says why nothing is there yet while the server or its database is away; it is asked again until it is back. */
export function Away({ reason }: { reason: unknown }) {
  if (!(reason instanceof ProblemError) || !reason.mayPass) return null;
  return (
    <p className="away" role="status">
      ▾ {reason.problem.status === 0 ? 'Kinetarch does not answer.' : reason.problem.detail} This page comes back by itself.
    </p>
  );
}
