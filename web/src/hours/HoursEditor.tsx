import { Button, Checkbox, Input, Select } from 'antd';
import { useState } from 'react';
import type { DatedHours, DayWindow, HolidayCalendar, HoursYear, OpeningHours, Season } from '../api/model';
import { EditorPanel } from '../plan/EditorPanel';
import { ClosingEditor } from '../settings/ClosingEditor';
import { addDays } from '../time/days';
import { Field, Line, Part } from '../ui/fields';
import type { useElement } from '../plan/useElement';
import { WeekWindows } from '../ui/WeekWindows';
import { fromText, toText } from '../ui/weekText';
import { useWorkplace } from '../plan/workplace';
import { countryName } from '../ui/countries';
import { CountrySelect } from '../ui/CountrySelect';
import { TimeZoneSelect } from '../ui/TimeZoneSelect';
import { datesOf, MOST_DATES } from './dates';

/** Everything about a set of opening hours that is typed rather than painted. */
export function HoursEditor({
  element,
  year,
  date,
  onDate,
  week,
}: {
  element: ReturnType<typeof useElement<'hours'>>;
  year: HoursYear | undefined;
  /** A date picked in the year. */
  date: string | null;
  onDate: (date: string | null) => void;
  /** The season whose week is shown; null for the usual week. */
  week: Season | null;
}) {
  const { draft } = useWorkplace();
  const { value: set, change, edits } = element;
  const { hours } = set;
  const keepers = [...draft.plan.departments, ...draft.plan.doors].filter((keeper) => keeper.hours === set.id);
  const changeHours = (part: Partial<OpeningHours>) => change({ hours: { ...hours, ...part } });
  const changeSeason = (season: Season, part: Partial<Season>) =>
    changeHours({ seasons: hours.seasons.map((other) => (other === season ? { ...season, ...part } : other)) });
  return (
    <EditorPanel title={set.name} about="Opening hours" edits={edits}>
      <Field label="Name">
        <Input value={set.name} onChange={(event) => change({ name: event.target.value })} />
      </Field>
      <Field label="Time zone">
        <TimeZoneSelect value={hours.timeZone} onChange={(zone) => zone && changeHours({ timeZone: zone })} />
      </Field>
      <Line label="Kept by">{keepers.map((keeper) => keeper.name).join(', ') || 'nobody yet'}</Line>
      <Checkbox
        checked={hours.roundTheClock}
        onChange={(event) => changeHours(event.target.checked ? { roundTheClock: true, weekly: [] } : { roundTheClock: false })}
      >
        Open round the clock
      </Checkbox>
      {date && (
        <OneDate
          key={date}
          date={date}
          hours={hours}
          ruling={year?.days.find((day) => day.date === date)?.exception ?? date}
          holiday={year?.holidays.find((holiday) => holiday.date === date)?.name}
          onChange={changeHours}
          onClose={() => onDate(null)}
        />
      )}
      {(week || !hours.roundTheClock) && (
        <Part title={week ? week.name : 'Usual week'} short="exact times" open>
          <WeekWindows
            nothing="closed"
            value={week ? week.weekly : hours.weekly}
            onChange={(weekly) => (week ? changeSeason(week, { weekly }) : changeHours({ weekly }))}
          />
        </Part>
      )}
      <Part title="Seasons" short={hours.seasons.map(({ name }) => name).join(', ') || 'none'}>
        {hours.seasons.map((season, i) => (
          <div key={i} className="dated">
            <Input
              aria-label={`Name of season ${i + 1}`}
              value={season.name}
              onChange={(event) => changeSeason(season, { name: event.target.value })}
            />
            <span className="dated-range">
              <input
                type="date"
                aria-label={`First day of season ${i + 1}`}
                value={season.from}
                onChange={(event) => event.target.value && changeSeason(season, { from: event.target.value })}
              />
              to
              <input
                type="date"
                aria-label={`Last day of season ${i + 1}`}
                value={season.to}
                onChange={(event) => event.target.value && changeSeason(season, { to: event.target.value })}
              />
              <Button type="text" onClick={() => changeHours({ seasons: hours.seasons.filter((other) => other !== season) })}>
                Remove
              </Button>
            </span>
          </div>
        ))}
        <div>
          <Button onClick={() => changeHours({ seasons: [...hours.seasons, newSeason(hours, year)] })}>Add a season</Button>
        </div>
      </Part>
      <Part title="Exceptions" short={hours.exceptions.length === 0 ? 'none' : String(hours.exceptions.length)}>
        <ul className="plain-list">
          {hours.exceptions.map((exception) => (
            <li key={exception.date}>
              <button type="button" className="plain-link" onClick={() => onDate(exception.date)}>
                {exception.date} {exception.name}
              </button>
              <span className="soft">
                , {exception.windows.length === 0 ? 'closed' : windowsText(exception.windows)}
                {exception.yearly && ', every year'}
              </span>
            </li>
          ))}
        </ul>
        <p className="soft">Pick a date in the year to add one.</p>
      </Part>
      <Part title="Public holidays" short={calendarWords(hours.holidays ?? null, year)} open={hours.holidays != null}>
        <Holidays hours={hours} year={year} onChange={changeHours} />
      </Part>
      <ClosingEditor value={set.closing} onChange={(closing) => change({ closing })} />
    </EditorPanel>
  );
}

/** What holds on one date. */
function OneDate({
  date,
  hours,
  ruling,
  holiday,
  onChange,
  onClose,
}: {
  date: string;
  hours: OpeningHours;
  /** Date of the exception that holds, where one does: of an earlier year where it is one of every year. */
  ruling: string;
  holiday: string | undefined;
  onChange: (part: Partial<OpeningHours>) => void;
  onClose: () => void;
}) {
  const exception = hours.exceptions.find((other) => other.date === ruling);
  const [name, setName] = useState(exception?.name ?? holiday ?? 'Closed');
  const [text, setText] = useState(exception ? windowsText(exception.windows) : '');
  const [until, setUntil] = useState(date);
  const [yearly, setYearly] = useState(exception?.yearly ?? false);
  const windows = fromText(text, 'MONDAY');
  const dates = datesOf(date, until);
  const others = hours.exceptions.filter((other) => other !== exception);
  const alike = hours.exceptions.filter((other) => other.name === exception?.name);
  const keep = (exceptions: DatedHours[]) => {
    onChange({ exceptions: exceptions.sort((a, b) => a.date.localeCompare(b.date)) });
    onClose();
  };
  const take = (dated: Omit<DatedHours, 'date'>) =>
    keep([
      ...hours.exceptions.filter((other) => !dates.includes(other.date)),
      ...dates.map((each) => ({ ...dated, date: each })),
    ]);
  return (
    <fieldset className="one-date">
      <legend>{date}</legend>
      <Field label="Because of">
        <Input value={name} onChange={(event) => setName(event.target.value)} />
      </Field>
      <Field label="Open">
        <Input placeholder="closed all day" value={text} onChange={(event) => setText(event.target.value)} />
      </Field>
      <Field label="Until">
        <Input type="date" min={date} value={until} onChange={(event) => setUntil(event.target.value || date)} />
      </Field>
      <Checkbox checked={yearly} onChange={(event) => setYearly(event.target.checked)}>
        Every year from then on
      </Checkbox>
      {exception && exception.date !== date && <p className="soft">As every year since {exception.date}.</p>}
      {dates.length === 0 && (
        <p className="short">
          {until < date
            ? 'It ends before it begins.'
            : `More than ${MOST_DATES} days in a row have a week of their own: add a season instead.`}
        </p>
      )}
      {windows === null && <p className="short">Write 07:00–12:00, 13:00–21:00, or nothing for closed.</p>}
      <span className="one-date-actions">
        <Button
          disabled={windows === null || name.trim() === '' || dates.length === 0}
          onClick={() => take({ name: name.trim(), windows: (windows ?? []).map(({ from, to }) => ({ from, to })), yearly })}
        >
          {dates.length > 1 ? `Set these ${dates.length} dates` : 'Set this date'}
        </Button>
        {exception && (
          <Button onClick={() => keep(others)}>{exception.yearly ? 'As always every year' : 'As always'}</Button>
        )}
        {alike.length > 1 && (
          <Button onClick={() => keep(hours.exceptions.filter((other) => !alike.includes(other)))}>
            All {alike.length} as always
          </Button>
        )}
        <Button type="text" onClick={onClose}>
          Leave it
        </Button>
      </span>
    </fieldset>
  );
}

/** The holidays of a calendar, each to be decided on. */
function Holidays({
  hours,
  year,
  onChange,
}: {
  hours: OpeningHours;
  year: HoursYear | undefined;
  onChange: (part: Partial<OpeningHours>) => void;
}) {
  const { draft } = useWorkplace();
  const calendar = hours.holidays ?? null;
  const [country, setCountry] = useState(calendar?.country ?? draft.plan.settings.country ?? null);
  const set = (holidays: HolidayCalendar | null) => onChange({ holidays });
  const decline = (date: string, declined: boolean) =>
    calendar &&
    set({
      ...calendar,
      declined: declined ? [...calendar.declined, date].sort() : calendar.declined.filter((other) => other !== date),
    });
  return (
    <>
      <Field label="Of the country">
        <CountrySelect
          placeholder="none"
          value={country}
          onChange={(code) => {
            setCountry(code);
            if (code === null) set(null);
          }}
        />
      </Field>
      {country !== null && country !== calendar?.country && (
        <div>
          <Button onClick={() => set({ country, region: null, declined: [] })}>
            Propose the holidays of {countryName(country)}
          </Button>
        </div>
      )}
      {calendar && year && year.regions.length > 0 && (
        <Field label="Region">
          <Select
            value={calendar.region ?? ''}
            onChange={(region) => set({ ...calendar, region: region || null })}
            options={[
              { value: '', label: 'the whole country' },
              ...year.regions.map(({ code, name }) => ({ value: code, label: name })),
            ]}
          />
        </Field>
      )}
      <ul className="holidays">
        {year?.holidays.map(({ date, name, decision }) => (
          <li key={date}>
            <span>
              {date} {name}
              {decision === 'UNDECIDED' && <span className="warns"> ◆ not decided</span>}
              {decision === 'DECLINED' && <span className="soft">, open as always</span>}
              {decision === 'KEPT' && <span className="enough"> ✓ an exception</span>}
            </span>
            {decision === 'UNDECIDED' && (
              <span>
                <Button
                  size="small"
                  aria-label={`Closed on ${name}, ${date}`}
                  onClick={() =>
                    onChange({
                      exceptions: [...hours.exceptions, { date, name, windows: [], yearly: false }].sort((a, b) => a.date.localeCompare(b.date)),
                    })
                  }
                >
                  Closed
                </Button>{' '}
                <Button size="small" aria-label={`As always on ${name}, ${date}`} onClick={() => decline(date, true)}>
                  As always
                </Button>
              </span>
            )}
            {decision === 'DECLINED' && (
              <Button size="small" type="text" aria-label={`Decide again on ${name}, ${date}`} onClick={() => decline(date, false)}>
                Decide again
              </Button>
            )}
          </li>
        ))}
      </ul>
    </>
  );
}

function newSeason(hours: OpeningHours, year: HoursYear | undefined): Season {
  const last = hours.seasons.map(({ to }) => to).sort().at(-1) ?? year?.days[27]?.date ?? '2027-01-01';
  return { name: `Season ${hours.seasons.length + 1}`, from: addDays(last, 1), to: addDays(last, 30), weekly: hours.weekly };
}

function windowsText(windows: DayWindow[]) {
  return toText(
    windows.map((window) => ({ day: 'MONDAY', ...window })),
    'MONDAY',
  );
}

function calendarWords(calendar: HolidayCalendar | null, year: HoursYear | undefined) {
  if (!calendar) return 'nobody’s';
  const open = year?.holidays.filter(({ decision }) => decision === 'UNDECIDED').length ?? 0;
  return open === 0 ? calendar.country : `${calendar.country}, ${open} not decided`;
}
