import { Dropdown, Segmented, Select } from 'antd';
import { useRef, useState } from 'react';
import { isActive, useJobs } from '../api/jobs';
import type { DayChange, RosterWeek, Shift } from '../api/model';
import { type From, useBeginRoster, useChangeDays, useDeleteRoster, useEffectOf, useRoster, useSearchRoster } from '../api/roster';
import { BusyButton } from '../ui/BusyButton';
import { ErrorNote } from '../ui/ErrorNote';
import { JobLine } from '../plan/JobLine';
import { usePlace } from '../plan/place';
import { useAddress } from '../plan/useAddress';
import { useWorkplace } from '../plan/workplace';
import { COVERED } from '../time/time';
import { useSettled } from '../ui/useSettled';
import { BrokenRules } from './BrokenRules';
import { CoverStrip } from './CoverStrip';
import { Effect } from './Effect';
import { FilesMenu } from './FilesMenu';
import { type Cell, type Range, RosterGrid, type Target } from './RosterGrid';
import { RulesPanel } from './RulesPanel';
import { ShiftPanel } from './ShiftPanel';
import { A_DAY, dayName, move, takenBack } from './shifts';
import './roster.css';

const SHIFT = 'Shift';
const BROKEN = 'Broken rules';
const RULES = 'Working rules';
const WHOLE_WEEK = -1;
const WHILE_DRAGGING = 80;

/** Who works when: shifts by person over the week, what they cover, and the rules they keep to. */
export function RosterView() {
  const { draft, week, slot, canEdit } = useWorkplace();
  const { pick } = usePlace();
  const [params, put] = useAddress();
  const picture = useRef<HTMLDivElement>(null);
  const { data: view, error } = useRoster(draft.id, week.monday);
  const [selected, setSelected] = useState<Cell | null>(null);
  const [target, setTarget] = useState<Target | null>(null);
  const [done, setDone] = useState<DayChange[][]>([]);
  const change = useChangeDays(draft.id, week.monday);
  const panel = [BROKEN, RULES].find((name) => name === params.get('panel')) ?? SHIFT;
  const day = Number(params.get('day') ?? WHOLE_WEEK);
  const range: Range = day === WHOLE_WEEK ? { from: 0, to: 7 * A_DAY } : { from: day * A_DAY, to: (day + 1) * A_DAY };
  const effect = useEffectOf(draft.id, week.monday, useSettled(view && target ? changes(view, target) : null, WHILE_DRAGGING));

  function apply(days: DayChange[]) {
    change.mutate(days, { onSuccess: () => setDone((before) => [...before, days]) });
  }

  function undo() {
    const last = done.at(-1);
    if (last) change.mutate(takenBack(last), { onSuccess: () => setDone((before) => before.slice(0, -1)) });
  }

  function select(cell: Cell) {
    setSelected(cell);
    put({ panel: null });
  }

  if (!view) return <ErrorNote error={error} />;
  const broken = view.people.flatMap((person) => person.breaches).filter((breach) => breach.rule !== 'WISH').length;
  return (
    <div className="roster">
      <section className="roster-main" aria-label="Roster">
        <div className="view-head">
          <h1>Who works when</h1>
          {canEdit && view.rostered && (
            <BusyButton onClick={undo} disabled={done.length === 0 || change.isPending} busy={change.isPending}>
              Take back
            </BusyButton>
          )}
          <Select
            aria-label="Days shown"
            value={day}
            onChange={(shown) => put({ day: shown === WHOLE_WEEK ? null : String(shown) })}
            options={[
              { value: WHOLE_WEEK, label: 'The week' },
              ...Array.from({ length: 7 }, (_, i) => ({ value: i, label: dayName(i) })),
            ]}
          />
          <FilesMenu view={view} selected={selected} picture={picture} />
          {canEdit && <Begin view={view} />}
        </div>
        <JobLine />
        <ErrorNote error={error ?? change.error} />
        {view.rostered ? <Found view={view} /> : <NoRoster />}
        <div className="roster-scroll" ref={picture}>
          <RosterGrid
            view={view}
            range={range}
            canEdit={canEdit && view.rostered}
            selected={selected}
            onSelect={select}
            onDrag={setTarget}
            onMove={(to) => apply(changes(view, to))}
            onDelete={(shift) => apply([{ operator: shift.operator, day: shift.date, before: shift, after: null }])}
          />
        </div>
        <CoverStrip week={week} range={range} slot={slot} onPick={pick} />
        {target && <Effect view={view} target={target} effect={effect.data} />}
      </section>
      <aside className="panel" aria-label={panel}>
        <Segmented
          block
          options={[SHIFT, { value: BROKEN, label: broken > 0 ? `▾ ${broken} broken` : BROKEN }, ...(canEdit ? [RULES] : [])]}
          value={panel}
          onChange={(shown) => put({ panel: shown === SHIFT ? null : shown })}
        />
        {panel === RULES ? (
          <RulesPanel operator={selected?.operator ?? null} />
        ) : panel === BROKEN ? (
          <BrokenRules view={view} onSelect={select} />
        ) : (
          <ShiftPanel view={view} selected={selected} onChange={apply} />
        )}
      </aside>
    </div>
  );
}

/** The changes that a move means; a shift that stood there gives way. */
function changes(view: RosterWeek, { from, to }: Target) {
  const there: Shift | undefined = view.people
    .find((person) => person.id === to.operator)
    ?.shifts.find((shift) => shift.date === to.date);
  return move(from, to, there);
}

const BEGINNINGS: { key: From; label: string }[] = [
  { key: 'USUAL', label: 'Begin with everybody’s usual hours' },
  { key: 'WEEK_BEFORE', label: 'Begin with the week before' },
  { key: 'EMPTY', label: 'Begin with nothing' },
];

function Begin({ view }: { view: RosterWeek }) {
  const { draft } = useWorkplace();
  const { data: jobs } = useJobs(draft.id);
  const search = useSearchRoster(draft.id, view.monday);
  const begin = useBeginRoster(draft.id, view.monday);
  const remove = useDeleteRoster(draft.id, view.monday);
  const searching = jobs?.some((job) => isActive(job) && job.kind === 'SEARCH_ROSTER' && job.subject === view.monday) ?? false;
  return (
    <>
      <Dropdown
        menu={{
          items: [
            ...BEGINNINGS,
            { type: 'divider' },
            { key: 'DELETE', label: 'Take the roster away', danger: true, disabled: !view.rostered },
          ],
          onClick: ({ key }) => (key === 'DELETE' ? remove.mutate() : begin.mutate(key as From)),
        }}
      >
        <BusyButton busy={begin.isPending || remove.isPending}>Begin</BusyButton>
      </Dropdown>
      <BusyButton type="primary" busy={search.isPending} disabled={searching} onClick={() => search.mutate()}>
        Search a roster
      </BusyButton>
      <ErrorNote error={search.error ?? begin.error ?? remove.error} />
    </>
  );
}

function NoRoster() {
  return (
    <p>
      This week has no roster: people are present as usual. Search one that covers what is required, or begin with the usual
      hours.
    </p>
  );
}

const inHours = (halfHours: number) => `${(halfHours / 2).toFixed(1).replace(/\.0$/, '')} h`;

/** What the last search found, and how far from the best it could be. */
function Found({ view }: { view: RosterWeek }) {
  const { week } = useWorkplace();
  const short = week.totals.shortHours;
  const found = view.found;
  return (
    <p className="soft roster-found">
      {found?.simulatedHours != null && (
        <>
          <strong className={found.standing.shortHalfHours / 2 >= COVERED ? 'short' : 'enough'}>
            {found.standing.shortHalfHours / 2 >= COVERED ? `▾ ${inHours(found.standing.shortHalfHours)} short` : '▴ nothing short'}
          </strong>
          {` of the ${found.simulatedHours.toFixed(0)} h that the simulation requires, as the search left it · by the staffing model, `}
        </>
      )}
      <strong className={short >= COVERED ? 'short' : 'enough'}>{short >= COVERED ? `▾ ${short.toFixed(1)} h short` : '▴ nothing short'}</strong>
      {found && found.simulatedHours == null && !view.outdated && found.standing.shortBound > 0 && `, at least ${inHours(found.standing.shortBound)} whatever these people work`}
      {` · ${week.totals.presentHours.toFixed(0)} h present, of which ${week.totals.availableHours.toFixed(0)} h answering after shrinkage, for ${week.totals.requiredHours.toFixed(0)} h required`}
      {found?.usualShortHours != null &&
        (found.usualShortHours < short - COVERED ? (
          <span className="short">{` · ▾ the usual hours would leave only ${found.usualShortHours.toFixed(1)} h short`}</span>
        ) : (
          ` · the usual hours would leave ${found.usualShortHours.toFixed(1)} h short`
        ))}
      {view.outdated && ' · what is required has changed since the search, so its bounds no longer hold: search again'}
      {found?.unfit && ` · ${found.unfit}`}
      {found?.coverPaid != null && !view.outdated &&
        ` · shifts of anybody could cover all for ${inHours(found.coverPaid)} paid, none for less than ${inHours(found.coverBound ?? 0)}`}
      {found?.coverSaid && ` · ${found.coverSaid}`}
      {found?.changedMeanwhile != null && ` · ${found.changedMeanwhile} days set by hand while it ran are as you set them`}
      {found && found.clashes.length > 0 && ` · no week for ${found.clashes.length} of them, see Broken rules`}
    </p>
  );
}

