import { lazy, Suspense, useMemo } from 'react';
import { useWeekAsItGoes } from '../api/forecast';
import { ErrorNote } from '../ui/ErrorNote';
import { useWorkplace } from '../plan/workplace';
import type { SumRange } from '../api/model';
import type { Selection } from '../plan/series';
import { restOfDay, soFar, type Sums, weekOption } from './weekOption';

const Chart = lazy(() => import('../ui/Chart'));

/** The week as it goes: what came against what was expected before it began, and what is expected of the rest now. */
export function WeekSoFar({ selection }: { selection: Selection }) {
  const { draft, week: shown } = useWorkplace();
  const { data: week, error } = useWeekAsItGoes(draft.id, selection);
  const option = useMemo(() => week && weekOption(week, shown.timeZone), [week, shown.timeZone]);
  if (!week || !option) return error ? <ErrorNote error={error} /> : <p role="status">Working out the week…</p>;
  const rest = restOfDay(week, shown.timeZone);
  const monday = new Date(`${week.monday}T00:00:00Z`).toLocaleDateString('en-GB', {
    day: 'numeric',
    month: 'long',
    timeZone: 'UTC',
  });
  return (
    <section aria-label={`The week from ${monday}`}>
      <h2>
        {selection.label}, {week.iso}, from {monday}
      </h2>
      <Suspense fallback={<div className="chart-place" />}>
        <Chart label={`${selection.label} ${week.iso}`} option={option} />
      </Suspense>
      <p className="series-key soft">
        <span className="key-came" /> came <span className="key-before" /> expected before the week{' '}
        <span className="key-mean" /> expected now
      </p>
      <dl className="week-sums">
        <Compared title="So far" sums={soFar(week)} word="came" value={soFar(week).came} range={week.range} />
        {rest && <Compared title="Rest of the day" sums={rest} word="expected now" value={rest.now} />}
      </dl>
      {week.range && isBeyond(soFar(week).came, week.range) && (
        <p className="warns">
          ◆ One week in twenty is so far from what was expected. Trust what is expected of the rest less, look for what has changed, and
          plan a lift if it stays.
        </p>
      )}
      {week.expected.length === 0 && (
        <p className="warns">◆ Too little was known before this week to expect anything of it.</p>
      )}
    </section>
  );
}

interface ComparedProps {
  title: string;
  sums: Sums;
  word: string;
  value: number;
  range?: SumRange | null | undefined;
}

const isBeyond = (came: number, range: SumRange) => came < range.lower95 || came > range.upper95;
const whole = (chats: number) => Math.round(chats).toLocaleString('en');

function Compared({ title, sums, word, value, range }: ComparedProps) {
  const { expected } = sums;
  const off = expected ? value / expected - 1 : null;
  return (
    <div>
      <dt>{title}</dt>
      <dd>
        <strong>{whole(value)}</strong> {word}
        {expected !== null && <span className="soft">, {whole(expected)} expected before the week</span>}
        {range && (
          <span className="soft">
            , {whole(range.lower80)} to {whole(range.upper80)} in 80 of 100 such weeks
          </span>
        )}
        {off !== null && (
          <span className={Math.abs(off) < 0.05 ? 'soft' : off > 0 ? 'short' : 'enough'}>
            {' '}
            {off > 0 ? '▴' : '▾'} {Math.abs(100 * off).toFixed(1)} % {off > 0 ? 'more' : 'fewer'}
          </span>
        )}
      </dd>
    </div>
  );
}
