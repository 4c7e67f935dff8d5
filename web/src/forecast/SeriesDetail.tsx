import { Button } from 'antd';
import { lazy, Suspense, useMemo } from 'react';
import type { MethodScores, SeriesForecast, SeriesHead } from '../api/model';
import { useSeriesDays, useSpecialDays, useTryAnew, useWantMethod } from '../api/forecast';
import { BusyButton } from '../ui/BusyButton';
import { ErrorNote } from '../ui/ErrorNote';
import { useWorkplace } from '../plan/workplace';
import { formatShare } from '../time/time';
import { dayOption, isMoved } from './dayOption';
import { Effects } from './Effects';
import { type Selection, written } from '../plan/series';

const Chart = lazy(() => import('../ui/Chart'));

/** A series or a sum: its days, what is made of them, and how each method did. */
export function SeriesDetail({ selection }: { selection: Selection }) {
  const { draft } = useWorkplace();
  const { data, error, isPending } = useSeriesDays(draft.id, selection);
  const { data: special } = useSpecialDays(draft.id);
  const option = useMemo(
    () =>
      data &&
      dayOption(
        data.days,
        special?.shifts.filter(({ series }) => !selection.sum && written({ ...selection, key: series }) === written(selection)),
      ),
    [data, special, selection],
  );
  return (
    <section className="series-detail" aria-label={selection.label}>
      <h2>{selection.label}</h2>
      <ErrorNote error={error} />
      {isPending && <p role="status">Trying the methods from points of the past…</p>}
      {data && option && (
        <>
          <Suspense fallback={<div className="chart-place" />}>
            <Chart label={`Days of ${selection.label}`} option={option} />
          </Suspense>
          <p className="series-key soft">
            <span className="key-came" /> came <span className="key-mean" /> expected{' '}
            {data.days.some(isMoved) && (
              <>
                <span className="key-before" /> by the model alone{' '}
              </>
            )}
            <span className="key-80" /> 80 % of days <span className="key-95" /> 95 % <span className="key-named" /> a day with a name
          </p>
          {selection.sum && (
            <p className="soft">What its series make together. Methods and ranges are those of the sum tried as one.</p>
          )}
          {data.findings.map((words) => (
            <p key={words} className="warns">
              ◆ {words}
            </p>
          ))}
          <h3>What it is made of</h3>
          <Effects days={data.days} />
          <Methods head={selection.head} forecast={data} />
          <Horizons forecast={data} />
        </>
      )}
    </section>
  );
}

const signed = (share: number) => `${share < 0 ? '−' : '+'}${formatShare(Math.abs(share))}`;
const known = (score: number | null | undefined, words: (known: number) => string) => (score == null ? '–' : words(score));

function Methods({ head, forecast }: { head: SeriesHead | undefined; forecast: SeriesForecast }) {
  const { draft, canEdit } = useWorkplace();
  const want = useWantMethod(draft.id);
  const anew = useTryAnew(draft.id);
  return (
    <>
      <div className="methods-head">
        <h3>The methods, tried</h3>
        <span className="soft">
          from {forecast.trials} points of the past, {forecast.triedDays} days ahead
        </span>
        {head?.wanted && canEdit && (
          <BusyButton size="small" busy={want.isPending} onClick={() => want.mutate({ series: head.key, method: null })}>
            Leave the choice to the trials
          </BusyButton>
        )}
        {canEdit && (
          <BusyButton size="small" busy={anew.isPending} onClick={() => anew.mutate()}>
            Try all series anew
          </BusyButton>
        )}
      </div>
      <ErrorNote error={want.error ?? anew.error} />
      {head && !forecast.backtest.some(({ model }) => model === head.method) && (
        <p className="soft">By half-hour, in which chats are forecast, another way did best: {head.methodWords}.</p>
      )}
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
              used={method.model === (head?.method ?? forecast.method)}
              why={head?.wanted ? 'wanted by a planner' : 'best in the trials'}
              onUse={head && canEdit ? () => want.mutate({ series: head.key, method: method.model }) : undefined}
            />
          ))}
        </tbody>
      </table>
    </>
  );
}

/** How far off the method was near and far, drawn. */
function Horizons({ forecast }: { forecast: SeriesForecast }) {
  const most = Math.max(...forecast.horizons.map(({ wape }) => wape ?? 0), 0.01);
  if (forecast.horizons.length === 0) return null;
  return (
    <>
      <h3>Its past errors by days ahead</h3>
      <ul className="horizons">
        {forecast.horizons.map(({ fromInterval, untilInterval, wape, bias, coverage80 }) => (
          <li key={fromInterval}>
            <span className="horizon-place">
              <span className="horizon-bar" style={{ height: `${(100 * (wape ?? 0)) / most}%` }} />
            </span>
            <strong>{known(wape, (share) => formatShare(share))}</strong>
            <span className="soft">
              {fromInterval + 1}–{untilInterval} days ahead
              <br />
              bias {known(bias, signed)}
              <br />
              {known(coverage80, (share) => formatShare(share, 0))} within 80 %
            </span>
          </li>
        ))}
      </ul>
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
      <td>
        {known(method.wape, (share) => formatShare(share))}
        <span className="near-or-far soft">{known(method.near, (share) => formatShare(share))} near</span>
        <span className="near-or-far soft">{known(method.far, (share) => formatShare(share))} far</span>
      </td>
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
