import type { ReactNode } from 'react';
import { Link } from 'react-router';
import type { ChatFigures, Report, ReportLine } from '../api/model';
import { formatSeconds, formatShare } from '../time/time';
import { ENDS } from './ends';
import { chatsOf } from './leads';

interface ReportTableProps {
  report: Report;
  asked: URLSearchParams;
  /** The shares that queues are to answer in time, by their ids. */
  targets: Record<string, number>;
}

/** The lines of a report with their total, each figure drawn to the scale of its column. */
export function ReportTable({ report, asked, targets }: ReportTableProps) {
  const most = Math.max(1, ...report.lines.map(({ now }) => now.chats));
  const longest = Math.max(1, ...report.lines.map(({ now }) => now.wait95 ?? 0), report.total.now.wait95 ?? 0);
  const people = report.by === 'OPERATOR';
  return (
    <table className="report-table">
      <thead>
        <tr>
          <th scope="col">{people ? 'Operator' : ' '}</th>
          <th scope="col">Chats, and how they ended</th>
          <th scope="col">Service level</th>
          <th scope="col">Waits: median, mean, 95th percentile</th>
          <th scope="col">Gave up</th>
          <th scope="col">First reply</th>
          <th scope="col">Handling</th>
          <th scope="col">Rating</th>
          {people && (
            <>
              <th scope="col">Present</th>
              <th scope="col">Occupancy</th>
              <th scope="col">Offers missed</th>
              <th scope="col">Longest silence</th>
              <th scope="col">Ended on a question</th>
            </>
          )}
        </tr>
      </thead>
      <tbody>
        {report.lines.map((line) => (
          <Row key={line.key} line={line} {...{ report, asked, targets, most, longest, people }} />
        ))}
      </tbody>
      <tfoot>
        <Row line={report.total} most={Math.max(most, report.total.now.chats)} {...{ report, asked, targets, longest, people }} />
      </tfoot>
    </table>
  );
}

interface RowProps extends ReportTableProps {
  line: ReportLine;
  most: number;
  longest: number;
  people: boolean;
}

function Row({ report, asked, targets, line, most, longest, people }: RowProps) {
  const { now, work } = line;
  const target = report.by === 'QUEUE' ? targets[line.key] : undefined;
  const lead = (words: ReactNode, more: Record<string, string> = {}) => {
    const to = chatsOf(report, line, asked, more);
    return to ? <Link to={to}>{words}</Link> : words;
  };
  return (
    <tr>
      <th scope="row">{lead(line.name)}</th>
      <td>
        <span className="report-number">{now.chats.toLocaleString('en')}</span>
        <Ends figures={now} most={most} />
        {line.before && <small className="soft">{line.before.chats.toLocaleString('en')} before</small>}
      </td>
      <td>
        {now.serviceLevel == null ? (
          <span className="soft">none waited</span>
        ) : (
          <>
            <span className="report-number">{formatShare(now.serviceLevel)}</span>
            <span className="report-bar" title={`${now.inTime} of ${now.of}${target === undefined ? '' : `; its target is ${formatShare(target, 0)}`}`}>
              <i style={{ width: `${100 * now.serviceLevel}%` }} />
              {target !== undefined && <b style={{ left: `${100 * target}%` }} />}
            </span>
            <Change line={line} figure="serviceLevel" words={(by) => `${signed(100 * by)} pts`} />
          </>
        )}
      </td>
      <td>
        <Waits figures={now} longest={longest} />
        <Change line={line} figure="meanWait" words={(by) => `mean ${signed(by)} s`} />
      </td>
      <td>
        <span className="report-number">{lead(now.gaveUp.toLocaleString('en'), { outcome: 'gave-up' })}</span>{' '}
        {now.gaveUpSoon > 0 && <span className="soft">{now.gaveUpSoon} soon</span>}
        <Change line={line} figure="gaveUp" words={(by) => `${signed(100 * by)} pts`} />
      </td>
      <td>
        {seconds(now.firstReply)}
        <Change line={line} figure="firstReply" words={(by) => `${signed(by)} s`} />
      </td>
      <td>
        {seconds(now.handling)}
        {(now.wrapUp ?? 0) >= 1 && <span className="soft"> + {seconds(now.wrapUp)}</span>}
        <Change line={line} figure="handling" words={(by) => `${signed(by)} s`} />
      </td>
      <td>
        {now.rating == null ? (
          <span className="soft">none</span>
        ) : (
          <>
            {now.rating.toFixed(2)} <span className="soft">of {now.ratings.toLocaleString('en')}</span>
          </>
        )}
        <Change line={line} figure="rating" words={(by) => signed(by, 2)} />
      </td>
      {people && work && (
        <>
          <td>{(work.presentSeconds / 3600).toFixed(1)} h</td>
          <td>{work.occupancy == null ? '' : formatShare(work.occupancy, 0)}</td>
          <td>
            {work.lapsed}
            {work.declined > 0 && <span className="soft"> + {work.declined} declined</span>}
          </td>
          <td>{seconds(work.longestSilence)}</td>
          <td>{work.leftOpen}</td>
        </>
      )}
    </tr>
  );
}

function Ends({ figures, most }: { figures: ChatFigures; most: number }) {
  const parts = ENDS.map((end) => ({ ...end, chats: end.of(figures) })).filter(({ chats }) => chats > 0);
  return (
    <span
      className="report-ends"
      style={{ width: `${(100 * figures.chats) / most}%` }}
      role="img"
      aria-label={parts.map(({ name, chats }) => `${chats} ${name}`).join(', ')}
      title={parts.map(({ name, chats }) => `${chats} ${name}`).join('\n')}
    >
      {parts.map(({ name, look, chats }) => (
        <i key={name} className={look} style={{ flexGrow: chats }} />
      ))}
    </span>
  );
}

/** Median, mean and 95th percentile as marks on one line. */
function Waits({ figures, longest }: { figures: ChatFigures; longest: number }) {
  const { medianWait, meanWait, wait95 } = figures;
  if (medianWait == null || meanWait == null || wait95 == null) return <span className="soft">none waited</span>;
  const at = (value: number) => `${(100 * value) / longest}%`;
  return (
    <>
      <span className="report-number">
        {seconds(medianWait)} · {seconds(meanWait)} · {seconds(wait95)}
      </span>
      <span className="report-waits" aria-hidden>
        <i className="wait-span" style={{ width: at(wait95) }} />
        <i className="wait-median" style={{ left: at(medianWait) }} />
        <i className="wait-mean" style={{ left: at(meanWait) }} />
        <i className="wait-high" style={{ left: at(wait95) }} />
      </span>
    </>
  );
}

/** How a figure differs from the days before, and whether that can be chance. */
function Change({ line, figure, words }: { line: ReportLine; figure: string; words: (by: number) => string }) {
  const change = line.changes[figure];
  if (!change) return null;
  return (
    <small
      className={change.real ? 'change change-real' : 'change'}
      title={`With 95 % between ${words(change.lower)} and ${words(change.upper)}; so much comes about by chance ${formatShare(change.byChance)} of the time.`}
    >
      {change.real ? '' : '≈ '}
      {words(change.difference)}
    </small>
  );
}

const seconds = (value: number | null | undefined) => (value == null ? '' : value < 60 ? `${value.toFixed(value < 10 ? 1 : 0)} s` : formatSeconds(Math.round(value)));

function signed(value: number, digits = 1) {
  return `${value < 0 ? '−' : '+'}${Math.abs(value).toFixed(digits)}`;
}
