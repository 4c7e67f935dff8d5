import { Switch } from 'antd';
import { useNavigate, useSearchParams } from 'react-router';
import { usePutElement, useRemove } from '../api/plan';
import { type CheckResult, useBegin, useChecks } from '../api/rehearsals';
import type { ElementOf } from '../api/model';
import { useWorkplace } from '../plan/workplace';
import { clockOf, secondsOf } from '../time/duration';
import { formatMoment } from '../time/time';
import { BusyButton } from '../ui/BusyButton';
import { ErrorNote } from '../ui/ErrorNote';
import './checks.css';

type Check = ElementOf<'checks'>;

/** Rehearsals that are kept with what must happen in them, and how the draft does in each. */
export function ChecksView() {
  const { draft } = useWorkplace();
  const { data: results, error } = useChecks(draft.id, 'draft');
  const live = useChecks(draft.id, 'live', draft.live !== null);
  const failing = results?.filter(({ held }) => !held).length ?? 0;
  return (
    <div className="checks">
      <div className="view-head">
        <h1>Checks</h1>
        <span className={failing > 0 ? 'short' : 'soft'}>
          {results && (failing > 0 ? `▾ ${failing} of ${results.length} fail on the draft` : `all ${results.length} hold on the draft`)}
        </span>
        <span className="header-space" />
        <code className="soft">./kinetarch check plan.json</code>
      </div>
      <ErrorNote error={error} />
      {draft.plan.checks.length === 0 && (
        <p>No checks yet. Rehearse what must never go wrong, and keep it: every edit of the draft is tried against it from then on.</p>
      )}
      <ol className="check-list" aria-label="Checks of the draft">
        {draft.plan.checks.map((check) => (
          <CheckRow
            key={check.id}
            check={check}
            result={results?.find(({ id }) => id === check.id)}
            live={live.data?.find(({ id }) => id === check.id)}
          />
        ))}
      </ol>
    </div>
  );
}

function CheckRow({ check, result, live }: { check: Check; result: CheckResult | undefined; live: CheckResult | undefined }) {
  const { draft, week, canEdit } = useWorkplace();
  const navigate = useNavigate();
  const [params] = useSearchParams();
  const put = usePutElement(draft.id, 'checks', check.id);
  const remove = useRemove(draft.id);
  const begin = useBegin(draft.id);
  const version = draft.versions[`checks/${check.id}`] ?? 1;
  function rehearse() {
    begin.mutate(
      { name: check.name, source: 'draft', against: draft.live ? 'live' : null, from: check.from, present: 'nobody', steps: check.steps },
      {
        onSuccess: ({ id }) => {
          const kept = new URLSearchParams([...params].filter(([name]) => name === 'at' || name === 'plan'));
          kept.set('r', id);
          void navigate({ pathname: '/rehearsal', search: kept.toString() });
        },
      },
    );
  }
  const held = result?.held ?? true;
  return (
    <li className={held ? 'check-row' : 'check-row check-fails'} aria-label={check.name}>
      <span className={held ? 'enough check-sign' : 'short check-sign'} aria-hidden="true">
        {held ? '✓' : '✕'}
      </span>
      <div>
        <h2>{check.name}</h2>
        <p className="soft">
          {formatMoment(check.from, week.timeZone)}, {clockOf(secondsOf(check.until) * 1000)} long, {check.steps.length === 1 ? 'one step' : `${check.steps.length} steps`}
          {live && live.held !== held && <span className="warns"> ◆ on the live plan it {live.held ? 'holds' : 'fails'}</span>}
        </p>
      </div>
      <Expectations check={check} result={result} />
      <label className="check-blocks">
        <Switch
          size="small"
          checked={check.blocks}
          disabled={!canEdit}
          loading={put.isPending}
          onChange={(blocks) => put.mutate({ version, element: { ...check, blocks } })}
        />{' '}
        {check.blocks ? 'blocks going live' : 'only warns'}
      </label>
      <div className="check-actions">
        <BusyButton size="small" busy={begin.isPending} onClick={rehearse}>
          Rehearse it
        </BusyButton>
        {canEdit && (
          <BusyButton size="small" type="text" busy={remove.isPending} onClick={() => remove.mutate({ kind: 'checks', id: check.id, version, replacement: null })}>
            Remove
          </BusyButton>
        )}
      </div>
      {!held && result && (
        <ul className="check-failures">
          {result.trouble && <li className="short">▾ It cannot go on. {result.trouble}</li>}
          {result.expectations.map(
            (one, i) =>
              !one.held && (
                <li key={i} className="short">
                  ▾ Expectation {i + 1}: {one.because}
                </li>
              ),
          )}
        </ul>
      )}
      <ErrorNote error={put.error ?? remove.error ?? begin.error} />
    </li>
  );
}

/** When each expectation is decided, on an axis as long as the check. */
function Expectations({ check, result }: { check: Check; result: CheckResult | undefined }) {
  const length = secondsOf(check.until);
  return (
    <div className="check-axis" role="img" aria-label={axisWords(result)}>
      {check.steps.map((step, i) => (
        <i key={i} style={{ left: `${(100 * secondsOf(step.at)) / length}%` }} />
      ))}
      {result?.expectations.map((one, i) => (
        <span
          key={i}
          className={one.held ? 'enough' : 'short'}
          style={{ left: `${(100 * one.at) / length}%` }}
          title={`${clockOf(one.at * 1000)} ${one.because}`}
        >
          {one.held ? '▴' : '▾'}
        </span>
      ))}
    </div>
  );
}

function axisWords(result: CheckResult | undefined) {
  if (!result) return 'not run yet';
  const held = result.expectations.filter((one) => one.held).length;
  return `${held} of ${result.expectations.length} expectations hold`;
}
