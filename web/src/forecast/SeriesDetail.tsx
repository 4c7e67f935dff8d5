import { Button } from 'antd';
import { lazy, Suspense } from 'react';
import type { MethodScores, SeriesForecast, SeriesHead } from '../api/model';
import { useSeriesDays, useWantMethod } from '../api/forecast';
import { ErrorNote } from '../shell/ErrorNote';
import { useWorkplace } from '../shell/plan';
import { formatShare } from '../shell/time';
import { Effects } from './Effects';

const DayChart = lazy(() => import('./DayChart'));

/** One series: its days, what is made of them, and how each method did. */
export function SeriesDetail({ head }: { head: SeriesHead }) {
  const { draft } = useWorkplace();
  const { data, error, isPending } = useSeriesDays(draft.id, head.key);
  return (
    <section className="series-detail" aria-label={head.label}>
      <h2>{head.label}</h2>
      <ErrorNote error={error} />
      {isPending && <p role="status">Trying the methods from points of the past…</p>}
      {data && (
        <>
          <Suspense fallback={<div className="day-chart-place" />}>
            <DayChart label={head.label} days={data.days} />
          </Suspense>
          <p className="series-key soft">
            <span className="key-came" /> came <span className="key-mean" /> expected{' '}
            <span className="key-80" /> 80 % of days <span className="key-95" /> 95 % <span className="key-named" /> a day with a name
          </p>
          {data.findings.map((words) => (
            <p key={words} className="warns">
              ◆ {words}
            </p>
          ))}
          <h3>What it is made of</h3>
          <Effects days={data.days} />
          <Methods head={head} forecast={data} />
        </>
      )}
    </section>
  );
}

const signed = (share: number) => `${share < 0 ? '−' : '+'}${formatShare(Math.abs(share))}`;
const known = (score: number | null | undefined, words: (known: number) => string) => (score == null ? '–' : words(score));

function Methods({ head, forecast }: { head: SeriesHead; forecast: SeriesForecast }) {
  const { draft, canEdit } = useWorkplace();
  const want = useWantMethod(draft.id);
  return (
    <>
      <div className="methods-head">
        <h3>The methods, tried</h3>
        <span className="soft">
          from {forecast.trials} points of the past, {forecast.triedDays} days ahead
        </span>
        {head.wanted && canEdit && (
          <Button size="small" loading={want.isPending} onClick={() => want.mutate({ series: head.key, method: null })}>
            Leave the choice to the trials
          </Button>
        )}
      </div>
      <ErrorNote error={want.error} />
      <table className="methods">
        <thead>
          <tr>
            <th scope="col">method</th>
            <th scope="col">off (WAPE)</th>
            <th scope="col">against last week (MASE)</th>
            <th scope="col">bias</th>
            <th scope="col">within 80 %</th>
            <th scope="col">within 95 %</th>
            <th scope="col">share</th>
            <th scope="col">
              <span className="visually-hidden">use</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {forecast.backtest.map((method) => (
            <MethodRow
              key={method.model}
              method={method}
              used={method.model === head.method}
              why={head.wanted ? 'wanted by a planner' : 'best in the trials'}
              onUse={canEdit ? () => want.mutate({ series: head.key, method: method.model }) : undefined}
            />
          ))}
        </tbody>
      </table>
      <p className="soft">
        By weeks ahead, {head.label} was off by{' '}
        {forecast.horizons.map(({ wape }) => known(wape, (share) => formatShare(share))).join(', ')}.
      </p>
    </>
  );
}

interface MethodRowProps {
  method: MethodScores;
  used: boolean;
  why: string;
  onUse: (() => void) | undefined;
}

function MethodRow({ method, used, why, onUse }: MethodRowProps) {
  return (
    <tr data-used={used ? '' : undefined}>
      <th scope="row">
        {method.words}
        {used && <span className="enough"> ● used, {why}</span>}
      </th>
      <td>{known(method.wape, (share) => formatShare(share))}</td>
      <td>{known(method.mase, (score) => score.toFixed(2))}</td>
      <td>{known(method.bias, signed)}</td>
      <td>{known(method.coverage80, (share) => formatShare(share, 0))}</td>
      <td>{known(method.coverage95, (share) => formatShare(share, 0))}</td>
      <td>{method.weight > 0 ? formatShare(method.weight, 0) : ''}</td>
      <td>
        {!used && onUse && (
          <Button size="small" aria-label={`Use ${method.words}`} onClick={onUse}>
            Use
          </Button>
        )}
      </td>
    </tr>
  );
}
