import { useMutationState } from '@tanstack/react-query';
import { useFeed } from './useFeed';

/** Says that the server does not answer, and how many edits wait to be stored. */
export function Connection({ plan }: { plan: string }) {
  const lost = useFeed(plan);
  const waiting = useMutationState({
    filters: { status: 'pending', mutationKey: [plan, 'change'] },
    select: (mutation) => mutation.state.failureCount,
  }).filter((failures) => failures > 0).length;
  if (!lost && waiting === 0) return null;
  return (
    <span className="connection" role="status">
      ▾ No connection.{' '}
      {waiting > 0
        ? `${waiting === 1 ? 'One edit waits' : `${waiting} edits wait`} to be stored; trying again.`
        : 'Trying again.'}
    </span>
  );
}
