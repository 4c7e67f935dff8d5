import type { Foretold } from '../api/model';
import { useForetold } from '../api/results';
import { MEASURES } from '../plan/measures';
import { Changed } from '../plan/Changed';
import { useWorkplace } from '../plan/workplace';
import { formatDays } from '../time/time';
import { Dialog } from '../ui/Dialog';
import { ErrorNote } from '../ui/ErrorNote';
import '../plan/outcomes.css';

type Came = NonNullable<Foretold['came']>;

/** What came is counted of some figures only. */
const COUNTED: Record<string, (came: Came) => number | null | undefined> = {
  Chats: ({ chats }) => chats,
  'Answered in time': ({ answeredInTime }) => answeredInTime,
  'Gave up waiting': ({ gaveUp }) => gaveUp,
  'Median wait': ({ medianWaitSeconds }) => medianWaitSeconds,
  '95 of 100 wait at most': ({ wait95Seconds }) => wait95Seconds,
  'Mean wait': ({ meanWaitSeconds }) => meanWaitSeconds,
  'Finished by the bot': ({ finishedByBot }) => finishedByBot,
  'Left a message': ({ leftMessage }) => leftMessage,
};

/** What simulation foretold of a revision when it went live, and what came of its first whole week. */
export function ForetoldPanel({ revision, onClose }: { revision: number; onClose: () => void }) {
  const { draft } = useWorkplace();
  const { data, error } = useForetold(draft.id, revision);
  return (
    <Dialog open width={640} title={<h2>Revision {revision}: foretold and came</h2>} footer={null} onCancel={onClose}>
      <ErrorNote error={error} />
      {data?.foretold && data.monday ? (
        <Sides monday={data.monday} foretold={data.foretold} came={data.came ?? null} />
      ) : (
        data && <p className="soft">Nothing is foretold of it: there was no forecast when it went live, or its week is still being simulated.</p>
      )}
    </Dialog>
  );
}

interface Both {
  monday: string;
  foretold: NonNullable<Foretold['foretold']>;
  came: Came | null;
}

function Sides({ monday, foretold, came }: Both) {
  return (
    <>
      <p>
        For the week from {formatDays({ firstDay: monday, lastDay: monday })}, by {foretold.replications} simulated weeks when it went live.{' '}
        {came
          ? `What came is counted until ${formatDays({ firstDay: came.until, lastDay: came.until })}.`
          : 'Nobody has come in that week yet.'}
      </p>
      <table className="outcomes">
        <thead>
          <tr>
            <th scope="col">A week</th>
            <th scope="col">Foretold</th>
            {foretold.difference && <th scope="col">against the revision before</th>}
            <th scope="col">Came</th>
          </tr>
        </thead>
        <tbody>
          {MEASURES.filter(({ name }) => name in COUNTED).map((measure) => {
            const { mean, halfWidth95 } = measure.of(foretold.figures);
            const counted = came && COUNTED[measure.name]?.(came);
            return (
              <tr key={measure.name}>
                <th scope="row">{measure.name}</th>
                <td>
                  {mean == null ? '–' : measure.show(mean)} <small>{halfWidth95 != null && `± ${measure.show(halfWidth95)}`}</small>
                </td>
                {foretold.difference && (
                  <td>
                    <Changed measure={measure} difference={measure.of(foretold.difference)} />
                  </td>
                )}
                <td>{counted == null ? '–' : measure.show(counted)}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </>
  );
}
