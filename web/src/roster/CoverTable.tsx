import type { RosterWeek } from '../api/model';
import { dayName } from './shifts';

const DAYS = [0, 1, 2, 3, 4, 5, 6];

/** How many shifts of each kind the cheapest cover has, whoever works them, against those that there are. */
export function CoverTable({ view }: { view: RosterWeek }) {
  const cover = view.found?.cover ?? [];
  if (cover.length === 0) return null;
  const shifts = view.people.flatMap((person) => person.shifts);
  const wanted = (kind: string, day: number) =>
    cover.filter((one) => one.kind === kind && one.day === day).reduce((sum, one) => sum + one.shifts, 0);
  const there = (kind: string, day: number) =>
    shifts.filter((shift) => shift.kind === kind && (new Date(`${shift.date}T00:00:00Z`).getUTCDay() + 6) % 7 === day).length;
  return (
    <>
      <h3>Shifts of the cheapest cover</h3>
      <p className="soft">Whoever works them, whatever they can serve; behind the stroke those of this roster.</p>
      <table className="by-queue">
        <thead>
          <tr>
            <th scope="col">Kind</th>
            {DAYS.map((day) => (
              <th key={day} scope="col">
                {dayName(day)}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {view.kinds.map((kind) => (
            <tr key={kind.id}>
              <th scope="row">{kind.name}</th>
              {DAYS.map((day) => (
                <td key={day}>
                  {wanted(kind.id, day)}/{there(kind.id, day)}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}
