import { Button, Segmented, Select } from 'antd';
import { useMemo, useRef, useState } from 'react';
import { download } from '../api/client';
import { useHoursAt, useHoursYear, useReadCalendar } from '../api/hours';
import type { OpeningHours, WeeklyWindow } from '../api/model';
import { AddElement } from '../plan/AddElement';
import { SidePanel } from '../settings/SidePanel';
import { useElement } from '../plan/useElement';
import { BusyButton } from '../ui/BusyButton';
import { ErrorNote } from '../ui/ErrorNote';
import { usePlace } from '../plan/place';
import { useWorkplace } from '../plan/workplace';
import { mondayOf } from '../time/time';
import { useSettled } from '../ui/useSettled';
import { HoursEditor } from './HoursEditor';
import { trafficOf } from './traffic';
import { WeekGrid } from './WeekGrid';
import { YearStrip } from './YearStrip';
import { localMinutes } from './zones';
import './hours.css';
import { TimeZoneSelect } from '../ui/TimeZoneSelect';

const TYPING = 150;
const USUAL = 'usual';

/** Opening hours: the week painted over what is expected in it, the year with its seasons and exceptions. */
export function HoursView() {
  const { draft } = useWorkplace();
  const { selection } = usePlace();
  const sets = draft.plan.hours;
  const id = (selection?.kind === 'hours' && sets.some((set) => set.id === selection.id) ? selection.id : sets[0]?.id) ?? null;
  if (id === null) {
    return (
      <div className="split-view">
        <section className="hours-main" aria-label="Hours">
          <div className="view-head">
            <h1>Hours</h1>
          </div>
          <p>The plan has no opening hours yet; departments and doors need some to keep. Add a set to begin with.</p>
          <AddElement kind="hours" what="set of hours" primary />
        </section>
        <aside className="panel" aria-label="Settings">
          <SidePanel>
            <h2>No hours yet</h2>
          </SidePanel>
        </aside>
      </div>
    );
  }
  return <OneSet key={id} id={id} />;
}

function OneSet({ id }: { id: string }) {
  const { draft, at, week, canEdit } = useWorkplace();
  const { select } = usePlace();
  const element = useElement('hours', id);
  const { hours } = element.value;
  const [layer, setLayer] = useState(USUAL);
  const [visitorZone, setVisitorZone] = useState('');
  const [date, setDate] = useState<string | null>(null);
  const monday = mondayOf(at, week.timeZone);
  const { year, error } = useHoursYear(useSettled({ hours, from: monday, monday }, TYPING));
  const { data: state } = useHoursAt(useSettled(hours, TYPING), at);
  const season = hours.seasons.find(({ name }) => name === layer);
  const windows = season ? season.weekly : hours.weekly;
  const traffic = useMemo(() => trafficOf(draft.plan, week, id, hours.timeZone), [draft.plan, week, id, hours.timeZone]);
  const change = (part: Partial<OpeningHours>) => element.change({ hours: { ...hours, ...part } });
  function changeWeek(weekly: WeeklyWindow[]) {
    if (season) change({ seasons: hours.seasons.map((other) => (other === season ? { ...season, weekly } : other)) });
    else change({ roundTheClock: false, weekly });
  }
  const seen = visitorZone && year ? localMinutes(year.week, monday, visitorZone) : null;
  return (
    <div className="split-view">
      <section className="hours-main" aria-label="Hours">
        <div className="view-head">
          <h1>Hours</h1>
          <Select
            className="hours-pick"
            aria-label="Set of hours"
            value={id}
            options={draft.plan.hours.map((set) => ({ value: set.id, label: set.name }))}
            onChange={(other) => select({ kind: 'hours', id: other })}
          />
          <span className="header-space" />
          <Button onClick={() => void download('/plans/{plan}/hours/{hours}/calendar.ics', { plan: draft.id, hours: id })}>Export calendar</Button>
          {canEdit && <ImportCalendar plan={draft.id} id={id} onRead={(read) => element.change({ hours: read })} />}
          {canEdit && <AddElement kind="hours" what="set of hours" primary />}
        </div>
        <ErrorNote error={error} />
        {state && (
          <p className={state.open ? 'enough' : 'short'} role="status">
            {state.open ? '●' : '○'} {state.because}
          </p>
        )}
        <div className="hours-tools">
          <Segmented
            aria-label="Which week"
            value={season ? layer : USUAL}
            options={[{ value: USUAL, label: 'Usual week' }, ...hours.seasons.map(({ name }) => ({ value: name, label: name }))]}
            onChange={setLayer}
          />
          <label className="hours-zone">
            <span className="soft">as a visitor sees it in</span>
            <TimeZoneSelect
              placeholder={hours.timeZone}
              value={visitorZone || null}
              onChange={(zone) => setVisitorZone(zone ?? '')}
            />
          </label>
        </div>
        <WeekGrid
          windows={hours.roundTheClock && !season ? [] : windows}
          always={hours.roundTheClock && !season}
          seen={seen}
          traffic={traffic}
          canEdit={canEdit && seen === null}
          onChange={changeWeek}
        />
        {seen && (
          <p className="soft">
            The week of {monday} as clocks in {visitorZone} show it, exceptions and seasons in it. Painting is for the hours’ own
            zone.
          </p>
        )}
        {year && <YearStrip year={year} picked={date} onPick={setDate} />}
      </section>
      <aside className="panel" aria-label="Settings">
        <HoursEditor element={element} year={year} date={date} onDate={setDate} week={layer === USUAL ? null : (season ?? null)} />
      </aside>
    </div>
  );
}

function ImportCalendar({ plan, id, onRead }: { plan: string; id: string; onRead: (hours: OpeningHours) => void }) {
  const read = useReadCalendar(plan, id);
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <BusyButton busy={read.isPending} onClick={() => input.current?.click()}>
        Import calendar…
      </BusyButton>
      <input
        ref={input}
        type="file"
        className="visually-hidden"
        tabIndex={-1}
        aria-label="Calendar file"
        accept=".ics,text/calendar"
        onChange={(event) => {
          const file = event.target.files?.[0];
          event.target.value = '';
          if (file) read.mutate(file, { onSuccess: ({ hours }) => onRead(hours) });
        }}
      />
      {(read.error || read.data) && (
        <div className="hours-read" role="status">
          <ErrorNote error={read.error} />
          {read.data && (
            <div className="finding">
              <strong>Read; nothing is stored until you save.</strong>{' '}
              {read.data.unused.length === 0
                ? 'Everything in the file could be kept.'
                : `${read.data.unused.length} of its events could not be kept:`}
              <ul className="fault-list">
                {read.data.unused.map(({ what, why }, i) => (
                  <li key={i}>
                    {what}: {why}.
                  </li>
                ))}
              </ul>
            </div>
          )}
          <Button onClick={() => read.reset()}>Close</Button>
        </div>
      )}
    </>
  );
}
