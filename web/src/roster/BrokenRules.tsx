import type { Breach, RosterWeek } from '../api/model';
import type { Cell } from './RosterGrid';
import { daysBetween } from './shifts';

interface Props {
  view: RosterWeek;
  onSelect: (cell: Cell) => void;
}

/** What the roster breaks, person by person, and whose rules cannot be kept at all. */
export function BrokenRules({ view, onSelect }: Props) {
  const people = view.people.filter((person) => person.breaches.length > 0);
  const clashes = view.found?.clashes ?? [];
  const day = (breach: Breach) => (breach.dates[0] ? daysBetween(view.monday, breach.dates.at(-1) ?? breach.dates[0]) : 0);
  return (
    <>
      {clashes.map((clash) => (
        <div key={clash.operator} className="roster-clash">
          <h3>▾ No week for {view.people.find((person) => person.id === clash.operator)?.name}</h3>
          <p>These cannot all be kept; give up one of them:</p>
          <ul>
            {clash.words.map((words) => (
              <li key={words}>{words}</li>
            ))}
          </ul>
        </div>
      ))}
      {people.map((person) => (
        <div key={person.id}>
          <h3>{person.name}</h3>
          <ul className="roster-effects">
            {person.breaches.map((breach) => (
              <li key={breach.words} className={breach.rule === 'WISH' ? 'warns' : 'short'}>
                {breach.rule === 'WISH' ? '◆' : '▾'}{' '}
                <button
                  type="button"
                  className="plain-link"
                  onClick={() => onSelect({ operator: person.id, day: Math.max(0, day(breach)) })}
                >
                  {breach.words}
                </button>
              </li>
            ))}
          </ul>
        </div>
      ))}
      {people.length === 0 && clashes.length === 0 && <p className="soft">▴ No rule is broken.</p>}
    </>
  );
}
