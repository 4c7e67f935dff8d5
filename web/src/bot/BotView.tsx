import { Button, Segmented } from 'antd';
import { useState } from 'react';
import { type Bot, type BotQuality, type Topic, useQuality } from '../api/bot';
import { download } from '../api/client';
import { AddElement } from '../plan/AddElement';
import { usePlace } from '../plan/place';
import { useAddress } from '../plan/useAddress';
import { useWorkplace } from '../plan/workplace';
import { SidePanel } from '../settings/SidePanel';
import { ErrorNote } from '../ui/ErrorNote';
import { ImportTopics } from './ImportTopics';
import { Knowledge } from './Knowledge';
import { Quality } from './Quality';
import { Talk } from './Talk';
import { TopicMatrix } from './TopicMatrix';
import './bot.css';

const PARTS = [
  { value: 'topics', label: 'Topics' },
  { value: 'knowledge', label: 'Knowledge' },
  { value: 'quality', label: 'Does it work?' },
];

/** What bots know and say, how well they understand, and a talk with the one that is picked. */
export function BotView() {
  const { draft, canEdit } = useWorkplace();
  const [params] = useAddress();
  const bot = draft.plan.bots.find(({ id }) => id === params.get('bot')) ?? draft.plan.bots[0];
  if (!bot) {
    return (
      <div className="empty-state">
        <h1>Bot</h1>
        <p>No bot answers yet. Give it a name, then topics with the words that visitors use; it learns while you write.</p>
        {canEdit && <AddElement kind="bots" what="bot" primary />}
      </div>
    );
  }
  return <OneBot key={bot.id} bot={bot} />;
}

function StillLearning({ bot, learning }: { bot: Bot; learning: NonNullable<BotQuality['learning']> }) {
  const { done, all, failure } = learning;
  return (
    <p className={failure ? 'warns' : 'soft'} role="status">
      {failure
        ? `◆ ${bot.name} goes by words alone: what sentences mean cannot be worked out on this machine (${failure}).`
        : `${bot.name} is learning what sentences mean, ${done} of ${all}; until then it goes by their words.`}
    </p>
  );
}

/** How many sentences the bot is tried with, in its languages. */
const tests = (bot: Bot, topics: Topic[]) =>
  [bot.strangers, ...topics.map(({ trials }) => trials)].reduce(
    (sum, sentences) => sum + bot.languages.reduce((all, language) => all + (sentences[language]?.length ?? 0), 0),
    0,
  );

function OneBot({ bot }: { bot: Bot }) {
  const { draft, canEdit } = useWorkplace();
  const { plan } = draft;
  const { select, selection, closePanel } = usePlace();
  const [params, change] = useAddress();
  const [importing, setImporting] = useState(false);
  const part = params.get('part') ?? (selection?.kind === 'helpPages' ? 'knowledge' : 'topics');
  const mostWrong = Number(params.get('wrong') ?? 0.02);
  const { data: quality, error } = useQuality(draft.id, bot.id, mostWrong, params.get('on') === 'PHRASES' ? 'PHRASES' : null);
  const topics = plan.topics.filter(({ id }) => bot.topics.length === 0 || bot.topics.includes(id));
  return (
    <div className="split-view">
      <section className="view-main bot-main" aria-label="Bot">
        <div className="view-head">
          <div>
            <h1>
              <button type="button" className="plain-link" onClick={() => select({ kind: 'bots', id: bot.id })}>
                {bot.name}
              </button>
            </h1>
          </div>
          <span className="soft">
            {topics.length} topics · {bot.languages.join(' ')} · {quality ? `${tests(bot, topics)} test utterances` : 'learning …'}
          </span>
          <span className="header-space" />
          <Segmented aria-label="Part" options={PARTS} value={part} onChange={(value) => change({ part: value })} />
          {canEdit && part === 'topics' && <AddElement kind="topics" what="topic" primary />}
        </div>
        <ErrorNote error={error} />
        {quality?.learning && <StillLearning bot={bot} learning={quality.learning} />}
        {part === 'topics' ? (
          <>
            <TopicMatrix bot={bot} topics={topics} quality={quality} />
            <div className="topic-files">
              <Button onClick={() => void download('/plans/{plan}/topics.csv', { plan: draft.id })}>Export CSV</Button>
              {canEdit && <Button onClick={() => setImporting(true)}>Import CSV…</Button>}
            </div>
          </>
        ) : part === 'knowledge' ? (
          <Knowledge bot={bot} />
        ) : quality ? (
          <Quality
            bot={bot}
            topics={topics}
            quality={quality}
            mostWrong={mostWrong}
            onMostWrong={(share) => change({ wrong: String(share) })}
            onSource={(source) => change({ on: source })}
          />
        ) : (
          <p className="soft">Trying the bot …</p>
        )}
      </section>
      {importing && <ImportTopics onClose={() => setImporting(false)} />}
      <aside className="panel bot-panel" aria-label={selection ? 'Settings' : 'Talk'}>
        {selection && (
          <Button className="bot-to-talk" size="small" onClick={closePanel}>
            Talk to {bot.name}
          </Button>
        )}
        <SidePanel>
          <Talk bot={bot} />
        </SidePanel>
      </aside>
    </div>
  );
}
