import { usePlace } from '../plan/place';
import { useWorkplace } from '../plan/workplace';
import { COVERED, formatMoment, formatPeople } from '../time/time';

const MOST_SHOWN = 8;

/** Where the week is worst: shown while nothing is selected, so that the user knows where to begin. */
export function Attention() {
  const { week } = useWorkplace();
  const { pick, select } = usePlace();
  const stretches = week.queues
    .flatMap((queue) => shortStretches(queue.shortOf).map((stretch) => ({ queue, ...stretch })))
    .sort((a, b) => b.peopleHours - a.peopleHours);
  return (
    <>
      <h2>Where the week is short</h2>
      {week.totals.chats === 0 ? (
        <p>Nothing is known of the chats to come, so nothing can be said of who is needed. Import volumes first.</p>
      ) : stretches.length === 0 ? (
        <p>Every queue has the operators its target needs, in every half-hour of the week.</p>
      ) : (
        <ol className="attention">
          {stretches.slice(0, MOST_SHOWN).map(({ queue, from, until, most, peopleHours }) => {
            const start = week.startsAt[from] ?? '';
            return (
              <li key={`${queue.id} ${from}`}>
                <button
                  type="button"
                  onClick={() => {
                    pick(start);
                    select({ kind: 'queues', id: queue.id });
                  }}
                >
                  <strong>{queue.name}</strong>
                  <span className="short">▾ {formatPeople(most)} short</span>
                  <span className="soft">
                    {formatMoment(start, week.timeZone)}, {(until - from) / 2} h
                  </span>
                  <span className="soft">{peopleHours.toFixed(1)} operator-hours</span>
                </button>
              </li>
            );
          })}
        </ol>
      )}
      <p className="soft">Pick a place in the drawing to see and change its settings.</p>
      <h3>How these figures are made</h3>
      {week.notes.map((note) => (
        <p key={note} className="soft">
          {note}
        </p>
      ))}
    </>
  );
}

/** Runs of half-hours in which a queue lacks operators. */
function shortStretches(shortOf: number[]) {
  const stretches: { from: number; until: number; most: number; peopleHours: number }[] = [];
  let open: (typeof stretches)[number] | null = null;
  shortOf.forEach((lacking, i) => {
    if (lacking < COVERED) {
      open = null;
      return;
    }
    if (!open) {
      open = { from: i, until: i, most: 0, peopleHours: 0 };
      stretches.push(open);
    }
    open.until = i + 1;
    open.most = Math.max(open.most, lacking);
    open.peopleHours += lacking / 2;
  });
  return stretches;
}
