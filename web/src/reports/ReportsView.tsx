import { Button, Checkbox, Input, InputNumber, Segmented } from 'antd';
import { lazy, Suspense, useMemo } from 'react';
import type { Plan, Report, ReportBy } from '../api/model';
import { reportFile, useReport } from '../api/reports';
import { useAddress } from '../plan/useAddress';
import { useWorkplace } from '../plan/workplace';
import { ChatLimits } from '../ui/ChatLimits';
import { ErrorNote } from '../ui/ErrorNote';
import { chartOption } from './chartOption';
import { daysBefore } from './leads';
import { ReportTable } from './ReportTable';
import { WayOfCounting } from './WayOfCounting';
import '../ui/chart.css';
import './reports.css';

const Chart = lazy(() => import('../ui/Chart'));

const KINDS: { value: ReportBy; label: string }[] = [
  { value: 'QUEUE', label: 'Queues' },
  { value: 'DOOR', label: 'Doors' },
  { value: 'OPERATOR', label: 'Operators' },
  { value: 'LANGUAGE', label: 'Languages' },
  { value: 'TOPIC', label: 'Topics' },
  { value: 'LABEL', label: 'Labels' },
  { value: 'DAY', label: 'Days' },
  { value: 'WEEKDAY', label: 'Weekdays' },
  { value: 'HOUR', label: 'Hours' },
];

/** Reports: what became of the chats of some days, drawn so that it can be compared; every figure leads to its chats. */
export function ReportsView() {
  const { draft, canEdit, account } = useWorkplace();
  const [params, change] = useAddress();
  const report = useReport(draft.id, params.toString());
  const data = report.data;
  const targets = Object.fromEntries(draft.plan.queues.map(({ id, target }) => [id, target.share]));
  const option = useMemo(() => (data ? chartOption(data) : null), [data]);
  // an empty field limits nothing
  const ask = (wanted: Record<string, string | null>) =>
    change(Object.fromEntries(Object.entries(wanted).map(([name, value]) => [name, value || null])), { replace: true });
  return (
    <div className="reports">
      <div className="view-head">
        <h1>Reports</h1>
        <Segmented<ReportBy> aria-label="Told apart by" options={KINDS} value={(params.get('by') as ReportBy | null) ?? 'QUEUE'} onChange={(by) => ask({ by })} />
        <span className="header-space" />
        {account.permissions.includes('EXPORT') && (
          <>
            <Button href={reportFile(draft.id, params.toString(), 'csv')}>CSV</Button>
            <Button href={reportFile(draft.id, params.toString(), 'xlsx')}>XLSX</Button>
          </>
        )}
      </div>
      <Asked plan={draft.plan} report={data} params={params} onAsk={ask} />
      <ErrorNote error={report.error} />
      {data && (
        <>
          <p className="report-meaning">
            <b>Service level</b>: {data.meaning}.{' '}
            {data.before && (
              <span className="soft">
                ≈ such a difference may be chance; without it, days like these would bring it less than once in twenty times. Of many figures, a few look so all the same.
              </span>
            )}{' '}
            {canEdit && <WayOfCounting plan={draft.id} way={data.way} />}
          </p>
          {data.lines.length === 0 ? (
            <p>
              No chat came on these days{[...params.keys()].some((name) => name !== 'by' && name !== 'from' && name !== 'until') && ', or none is like this'}. Choose
              other days: what is counted of a chat is here a moment after it ends.
            </p>
          ) : (
            <>
              <ReportTable report={data} asked={params} targets={targets} />
              {data.by === 'OPERATOR' && (
                <p className="soft">
                  Silences, offers missed and chats that ended on a question say where help is needed: too many chats at once, a skill that is missing, a shift that ended. They rank
                  nobody.
                </p>
              )}
              {option && (
                <Suspense fallback={<div className="chart-place" />}>
                  <Chart label={`Report ${data.from} to ${data.until}`} option={option} />
                </Suspense>
              )}
            </>
          )}
        </>
      )}
    </div>
  );
}

interface AskedProps {
  plan: Plan;
  report: Report | undefined;
  params: URLSearchParams;
  onAsk: (change: Record<string, string | null>) => void;
}

/** Which chats are counted, and with which days they are compared. */
function Asked({ plan, report, params, onAsk }: AskedProps) {
  const compares = params.has('thanFrom');
  const day = (parameter: string, label: string, word: string, value: string | null | undefined) => (
    <Input
      type="date"
      aria-label={label}
      prefix={<span className="soft">{word}</span>}
      value={value ?? ''}
      onChange={(event) => onAsk({ [parameter]: event.target.value || null })}
    />
  );
  return (
    <div className="report-asked">
      {day('from', 'Came from', 'from', params.get('from') ?? report?.from)}
      {day('until', 'Came until', 'until', params.get('until') ?? report?.until)}
      <Checkbox
        checked={compares}
        disabled={!report}
        onChange={(event) => {
          const before = report && daysBefore(report);
          onAsk(event.target.checked && before ? { thanFrom: before.from, thanUntil: before.until } : { thanFrom: null, thanUntil: null });
        }}
      >
        compare with
      </Checkbox>
      {compares && day('thanFrom', 'Compared from', 'from', params.get('thanFrom'))}
      {compares && day('thanUntil', 'Compared until', 'until', params.get('thanUntil'))}
      <ChatLimits plan={plan} params={params} onLimit={onAsk} />
      <InputNumber
        aria-label="In time within, seconds"
        placeholder="each target"
        prefix="≤"
        suffix="s"
        min={0}
        max={86_400}
        value={params.has('within') ? Number(params.get('within')) : null}
        onChange={(seconds) => onAsk({ within: seconds === null ? null : String(seconds) })}
      />
    </div>
  );
}
