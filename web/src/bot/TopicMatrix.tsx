import { type CSSProperties, type KeyboardEvent, useRef } from 'react';
import type { Bot, BotQuality, Topic } from '../api/bot';
import { UnsavedDot } from '../plan/UnsavedDot';
import { usePlace } from '../plan/place';

interface TopicMatrixProps {
  bot: Bot;
  topics: Topic[];
  quality: BotQuality | undefined;
}

/** Topics × languages, with how many phrases each is learned by and how it does on what it is tried with. */
export function TopicMatrix({ bot, topics, quality }: TopicMatrixProps) {
  const { select, selection } = usePlace();
  const body = useRef<HTMLTableSectionElement>(null);
  if (topics.length === 0) {
    return <p>No topics yet. Add one, with at least five phrases in each language: what a visitor would write, not what you would.</p>;
  }
  const most = Math.max(1, ...topics.flatMap((topic) => bot.languages.map((language) => topic.phrases[language]?.length ?? 0)));
  function onKey(event: KeyboardEvent) {
    const step = { ArrowDown: 1, ArrowUp: -1 }[event.key];
    if (!step) return;
    event.preventDefault();
    const rows = [...(body.current?.querySelectorAll<HTMLButtonElement>('th button') ?? [])];
    const now = rows.indexOf(document.activeElement as HTMLButtonElement);
    rows[Math.min(rows.length - 1, Math.max(0, now + step))]?.focus();
  }
  return (
    <div className="topic-frame">
      <table className="topic-matrix">
        <thead>
          <tr>
            <th scope="col">Topic</th>
            {bot.languages.map((language) => (
              <th key={language} scope="col" className="topic-language">
                {language}
              </th>
            ))}
            <th scope="col">{quality?.source === 'PHRASES' ? 'its own phrases, held back' : 'test utterances'}</th>
            <th scope="col" className="topic-count">
              right
            </th>
            <th scope="col" className="topic-count">
              wrong
            </th>
            <th scope="col">then</th>
          </tr>
        </thead>
        <tbody ref={body} onKeyDown={onKey}>
          {topics.map((topic) => (
            <TopicRow
              key={topic.id}
              bot={bot}
              topic={topic}
              most={most}
              quality={quality}
              picked={selection?.kind === 'topics' && selection.id === topic.id}
              onPick={() => select({ kind: 'topics', id: topic.id })}
            />
          ))}
        </tbody>
      </table>
      <p className="soft topic-legend">
        Numbers are phrases; ✕ has none in that language. Bars: <span className="bar-key bar-answered" /> answered rightly,{' '}
        <span className="bar-key bar-passed" /> passed on, <span className="bar-key bar-wrong" /> answered wrongly.
      </p>
    </div>
  );
}

interface TopicRowProps {
  bot: Bot;
  topic: Topic;
  most: number;
  quality: BotQuality | undefined;
  picked: boolean;
  onPick: () => void;
}

const THEN = { NOTHING: '', HAND_OVER: '→ a person', MESSAGE_FORM: '→ message' } as const;

function TopicRow({ bot, topic, most, quality, picked, onPick }: TopicRowProps) {
  const mine = quality?.topics.find((one) => one.topic === topic.id);
  const tried = mine?.tried ?? 0;
  return (
    <tr className={picked ? 'picked' : ''} onClick={onPick}>
      <th scope="row">
        <button type="button" onClick={onPick}>
          {topic.name}
        </button>{' '}
        <UnsavedDot kind="topics" id={topic.id} />
      </th>
      {bot.languages.map((language) => {
        const count = topic.phrases[language]?.length ?? 0;
        return (
          <td key={language} className={count === 0 ? 'topic-cell topic-none' : 'topic-cell'} style={{ '--depth': `${8 + (30 * count) / most}%` } as CSSProperties}>
            {count === 0 ? '✕' : count}
          </td>
        );
      })}
      <td>
        {mine && tried > 0 ? (
          <span className="fate-bar" role="img" aria-label={`${mine.answered} answered rightly, ${mine.passedOn} passed on, ${mine.wrong} wrongly, of ${tried}`}>
            <span className="bar-answered" style={{ flexGrow: mine.answered }} />
            <span className="bar-passed" style={{ flexGrow: mine.passedOn }} />
            <span className="bar-wrong" style={{ flexGrow: mine.wrong }} />
          </span>
        ) : (
          <span className="soft">not tried</span>
        )}
      </td>
      <td className="topic-count">{tried > 0 && mine ? `${Math.round((100 * mine.likeliest) / tried)} %` : ''}</td>
      <td className={`topic-count ${mine && mine.wrong > 0 ? 'short' : ''}`}>{mine && mine.wrong > 0 ? `▾ ${mine.wrong}` : tried > 0 ? '0' : ''}</td>
      <td className="soft">{THEN[topic.after]}</td>
    </tr>
  );
}
