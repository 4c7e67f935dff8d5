import { Segmented } from 'antd';
import { useState } from 'react';
import { type Bot, useBotRecord } from '../api/bot';
import { useWorkplace } from '../plan/workplace';
import { ErrorNote } from '../ui/ErrorNote';

const SPANS = [7, 28, 91];

const percent = (share: number) => `${Math.round(100 * share)} %`;

/** What it did for real visitors, where it was said to be wrong, and what operators made of its drafts. */
export function InChats({ bot }: { bot: Bot }) {
  const { draft } = useWorkplace();
  const [days, setDays] = useState(28);
  const record = useBotRecord(draft.id, bot.id, days);
  const { chats, finished, wrong, topics } = record.data ?? { chats: 0, finished: undefined, wrong: 0, topics: [] };
  return (
    <section aria-label="In chats" className="bot-card">
      <div className="view-head">
        <h2>In chats</h2>
        <span className="header-space" />
        <Segmented
          aria-label="Days"
          value={days}
          onChange={setDays}
          options={SPANS.map((value) => ({ value, label: `${value} days` }))}
        />
      </div>
      <ErrorNote error={record.error} />
      {finished && chats > 0 && (
        <p role="status">
          {bot.name} had a word in <strong>{chats}</strong> {chats === 1 ? 'chat' : 'chats'} and finished <strong className="enough">{percent(finished.share)}</strong>{' '}
          <span className="soft">
            ({percent(finished.least)} to {percent(finished.most)})
          </span>
          ; in <strong className={wrong > 0 ? 'short' : ''}>{wrong}</strong> it was said to be wrong.
        </p>
      )}
      {record.data && topics.length === 0 && <p className="soft">No chat with {bot.name} has ended in these days.</p>}
      {topics.length > 0 && (
        <div className="shares-frame" tabIndex={0} role="region" aria-label="What became of each topic">
          <table className="measured-shares">
            <thead>
              <tr>
                <th scope="col" rowSpan={2}>
                  Topic
                </th>
                <th scope="colgroup" colSpan={3}>
                  chats
                </th>
                <th scope="colgroup" colSpan={3}>
                  said to be wrong
                </th>
                <th scope="colgroup" colSpan={3}>
                  drafts
                </th>
              </tr>
              <tr>
                <th scope="col">all</th>
                <th scope="col">finished</th>
                <th scope="col">to people</th>
                <th scope="col" className="wraps" title="A person was asked for right after an answer">
                  person asked for
                </th>
                <th scope="col" title="1 or 2 of 5, where the bot finished the chat">
                  rated poor
                </th>
                <th scope="col" title="By the operator who has the chat">
                  marked
                </th>
                <th scope="col">taken</th>
                <th scope="col">changed</th>
                <th scope="col">dropped</th>
              </tr>
            </thead>
            <tbody>
              {topics.map((one) => (
                <tr key={one.topic ?? ''}>
                  <th scope="row">{one.topic ?? 'none it knows, or a page'}</th>
                  <td>{one.chats}</td>
                  <td className="enough">{one.finished}</td>
                  <td>{one.answered}</td>
                  <Count of={one.asked} />
                  <Count of={one.rated} />
                  <Count of={one.marked} />
                  <td>{one.taken}</td>
                  <td>{one.changed}</td>
                  <td>{one.dropped}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
    </section>
  );
}

const Count = ({ of }: { of: number }) => <td className={of > 0 ? 'short' : 'soft'}>{of > 0 ? `▾ ${of}` : 0}</td>;
