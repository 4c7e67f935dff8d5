import type { SimulatedSides } from '../api/model';
import { useCauses } from '../api/results';
import { Changed } from '../plan/Changed';
import { type Measure, verdict } from '../plan/measures';
import { useWorkplace } from '../plan/workplace';

interface Props {
  measure: Measure;
  /** Null for all together. */
  queue: string | null;
  sides: SimulatedSides;
  onQueue: (id: string) => void;
}

/** Where a figure changes, and which edits of the draft change it: each was taken out in turn. */
export function Causes({ measure, queue, sides, onQueue }: Props) {
  const { draft, week } = useWorkplace();
  const { data } = useCauses(draft.id, week.monday, true);
  const changed = sides.queues.filter(({ difference }) => difference && verdict(measure, measure.of(difference)) !== 'none');
  const causes = data?.causes.map(({ words, difference, queues }) => ({
    words,
    by: measure.of(queue === null ? difference : (queues.find((one) => one.queue === queue)?.difference ?? difference)),
  }));
  return (
    <>
      {queue === null && changed.length > 0 && (
        <>
          <h3>{measure.name}, by queue</h3>
          <ul className="causes">
            {changed.map(({ queue: id, name, difference }) => (
              <li key={id}>
                <button type="button" className="plain link" onClick={() => onQueue(id)}>
                  {name}
                </button>
                {difference && <Changed measure={measure} difference={measure.of(difference)} />}
              </li>
            ))}
          </ul>
        </>
      )}
      <h3>{measure.name}, by edit</h3>
      {data?.failure && <p className="short">{data.failure}</p>}
      {!causes?.length && !data?.failure && <p className="soft">Each edit is being taken out in turn…</p>}
      <ul className="causes" aria-label="What each edit changes">
        {causes
          ?.sort((one, other) => Math.abs(other.by.mean ?? 0) - Math.abs(one.by.mean ?? 0))
          .map(({ words, by }) => (
            <li key={words.join()}>
              <span>{words.join(' · ')}</span>
              <Changed measure={measure} difference={by} />
            </li>
          ))}
      </ul>
      {(data?.notTried ?? 0) > 0 && <p className="soft">{data?.notTried} more edits were not tried.</p>}
    </>
  );
}
