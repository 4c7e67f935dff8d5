import type { HoursYear } from '../api/model';

const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];

/** A year, a day a square: seasons, exceptions, and public holidays that nobody has decided on. */
export function YearStrip({
  year,
  picked,
  onPick,
}: {
  year: HoursYear;
  picked: string | null;
  onPick: (date: string) => void;
}) {
  const undecided = new Map(year.holidays.filter(({ decision }) => decision === 'UNDECIDED').map(({ date, name }) => [date, name]));
  const months: { name: string; days: HoursYear['days'] }[] = [];
  for (const day of year.days) {
    const name = `${MONTHS[Number(day.date.slice(5, 7)) - 1]} ${day.date.slice(0, 4)}`;
    if (months.at(-1)?.name !== name) months.push({ name, days: [] });
    months.at(-1)?.days.push(day);
  }
  return (
    <section className="year" aria-label="The year">
      {months.map(({ name, days }) => (
        <div key={name} className="year-month">
          <span className="soft">{name}</span>
          {days.map((day) => {
            const holiday = undecided.get(day.date);
            const words = `${day.date}${day.name ? `, ${day.name}` : ''}${holiday ? `, ${holiday}, not decided` : ''}: ${
              day.windows.length === 0 ? 'closed' : day.windows.map(({ from, to }) => `${from.slice(0, 5)}–${to.slice(0, 5)}`).join(', ')
            }`;
            return (
              <button
                key={day.date}
                type="button"
                className={`year-day year-${day.source.toLowerCase()}`}
                style={{ gridColumn: Number(day.date.slice(8)) + 1 }}
                data-closed={day.windows.length === 0 ? '' : undefined}
                data-picked={picked === day.date ? '' : undefined}
                aria-label={words}
                title={words}
                onClick={() => onPick(day.date)}
              >
                {holiday ? '◆' : day.source === 'EXCEPTION' ? '▪' : ''}
              </button>
            );
          })}
        </div>
      ))}
      <p className="soft week-grid-key">
        <span className="key-open" /> open <span className="key-closed" /> closed <span className="key-season" /> season ▪ exception ◆
        holiday, not decided; pick a date to change it
      </p>
    </section>
  );
}
