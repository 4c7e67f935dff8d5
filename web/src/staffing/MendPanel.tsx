import { Button } from 'antd';
import type { SkillGaps, Ways } from '../api/model';
import { useSkillGaps, useWays } from '../api/results';
import { ErrorNote } from '../ui/ErrorNote';
import { usePlace } from '../plan/place';
import { useWorkplace } from '../plan/workplace';
import { formatMoment, formatShare } from '../time/time';
import type { Field, Wish } from './wish';

interface Props {
  /** Shows a way on the sliders. */
  onTry: (wish: Wish) => void;
}

/** What the week lacks, who could learn what, and the ways to have nothing short. */
export function MendPanel({ onTry }: Props) {
  const { draft, week } = useWorkplace();
  const gaps = useSkillGaps(draft.id, week.monday);
  const ways = useWays(draft.id, week.monday);
  return (
    <>
      <ErrorNote error={gaps.error ?? ways.error} />
      {gaps.data && <Lacking gaps={gaps.data} />}
      {gaps.data && gaps.data.training.length > 0 && <Training gaps={gaps.data} />}
      {ways.data ? <WaysOut ways={ways.data} onTry={onTry} /> : <p className="soft">Looking for ways…</p>}
    </>
  );
}

function Lacking({ gaps }: { gaps: SkillGaps }) {
  const { week } = useWorkplace();
  const { pick } = usePlace();
  if (gaps.queues.length === 0) return <p className="enough">▴ Nothing is short in this week.</p>;
  return (
    <>
      <h2>What is short when</h2>
      <table className="by-queue">
        <thead>
          <tr>
            <th scope="col">Short of the same people</th>
            <th scope="col">hours</th>
          </tr>
        </thead>
        <tbody>
          {gaps.queues.map(({ names, hours, halfHours }) => (
            <tr key={names.join()}>
              <th scope="row">
                {names.join(', ')}
                <br />
                <button type="button" className="plain-link" onClick={() => pick(halfHours[0] ?? '')}>
                  {formatMoment(halfHours[0] ?? '', week.timeZone)}
                </button>
                {halfHours.length > 1 && <span className="soft"> and {halfHours.length - 1} half-hours more</span>}
              </th>
              <td className="short">▾ {hours.toFixed(1)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {gaps.languages.length > 0 && (
        <p className="short">
          ▾ Nobody, or too few, for chats in{' '}
          {gaps.languages
            .map(({ name, lacking }) => `${name} ${(lacking.reduce((sum, people) => sum + people, 0) / 2).toFixed(1)} h`)
            .join(', ')}
          .
        </p>
      )}
      <p className="soft">
        Skills short:{' '}
        {gaps.skills
          .map(({ name, lacking }) => `${name} ${(lacking.reduce((sum, people) => sum + people, 0) / 2).toFixed(1)} h`)
          .join(', ')}
        .
      </p>
    </>
  );
}

function Training({ gaps }: { gaps: SkillGaps }) {
  const { select } = usePlace();
  return (
    <>
      <h3>Who would help most by learning</h3>
      <table className="by-queue">
        <thead>
          <tr>
            <th scope="col">One person more for one queue</th>
            <th scope="col" title="Operator-hours short that would be filled">
              fills
            </th>
          </tr>
        </thead>
        <tbody>
          {gaps.training.map(({ operator, operatorName, queue, queueName, hours, lacks }) => (
            <tr key={`${operator} ${queue} ${lacks.join()}`}>
              <th scope="row">
                <button type="button" className="plain-link" onClick={() => select({ kind: 'operators', id: operator })}>
                  {operatorName}
                </button>{' '}
                in {queueName}
                <span className="soft">{lacks.length > 0 ? `, needs ${lacks.join(', ')}` : ', needs the department'}</span>
              </th>
              <td>{hours.toFixed(1)} h</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="soft">Counted for people who are there and can be spared from what they serve now.</p>
    </>
  );
}

type Lever = Ways['levers'][number]['lever'];

const LEVERS: Record<Lever, { field: Field; words: (value: number) => string }> = {
  CHATS_AT_ONCE: { field: 'chatsAtOnce', words: (value) => `${value} chats at once` },
  BOT_SHARE: { field: 'botShare', words: (value) => `the bot finishes ${formatShare(value, 0)}` },
  HANDLING: { field: 'handling', words: (value) => `handling takes × ${value.toFixed(2)}` },
  ANSWER_SHARE: { field: 'answerShare', words: (value) => `the target is ${formatShare(value, 0)} in every queue` },
};

function WaysOut({ ways, onTry }: { ways: Ways; onTry: Props['onTry'] }) {
  const { draft } = useWorkplace();
  const pay = draft.plan.settings.pay;
  const each = ways.queues.reduce((sum, { everyHalfHour }) => sum + everyHalfHour, 0);
  const week = ways.queues.reduce((sum, { overTheWeek }) => sum + overTheWeek, 0);
  return (
    <>
      {ways.shortHours > 0 && (
        <>
          <h3>Ways to have nothing short</h3>
          <table className="by-queue">
            <thead>
              <tr>
                <th scope="col">Each on its own</th>
                <th scope="col">short then</th>
                <th scope="col">
                  <span className="visually-hidden">Try</span>
                </th>
              </tr>
            </thead>
            <tbody>
              <tr>
                <th scope="row">
                  {ways.paidHours.toFixed(1)} paid hours more
                  {pay && ways.cost != null && `, ${ways.cost.toFixed(0)} ${pay.currency} a week`}
                </th>
                <td>0 h</td>
                <td />
              </tr>
              {ways.levers.map(({ lever, value, shortHours }) => {
                const { field, words } = LEVERS[lever];
                return (
                  <tr key={lever}>
                    <th scope="row">{words(value)}</th>
                    <td className={shortHours > 0 ? 'short' : ''}>{shortHours > 0 ? `▾ ${shortHours.toFixed(1)} h` : '0 h'}</td>
                    <td>
                      <Button size="small" onClick={() => onTry({ [field]: value })} aria-label={`Try: ${words(value)}`}>
                        Try
                      </Button>
                    </td>
                  </tr>
                );
              })}
            </tbody>
          </table>
          {ways.nobodyHours > 0 && (
            <p className="soft">
              In {ways.nobodyHours.toFixed(1)} of the {ways.shortHours.toFixed(1)} hours short nobody is there who can serve
              the queue: only presence mends that.
            </p>
          )}
        </>
      )}
      <h3>The target over the week</h3>
      <p>
        The targets take {each.toFixed(1)} operator-hours where every half-hour is to reach them, and{' '}
        <strong>{week.toFixed(1)}</strong> where the week is, some half-hours better and some worse.
      </p>
      <table className="by-queue">
        <thead>
          <tr>
            <th scope="col">Queue</th>
            <th scope="col">each</th>
            <th scope="col">the week</th>
          </tr>
        </thead>
        <tbody>
          {ways.queues.map(({ queue, name, share, everyHalfHour, overTheWeek }) => (
            <tr key={queue}>
              <th scope="row">
                {name} <span className="soft">{formatShare(share, 0)}</span>
              </th>
              <td>{everyHalfHour.toFixed(1)}</td>
              <td>{overTheWeek.toFixed(1)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}
