import { Button } from 'antd';
import type { Bot, BotQuality, Topic } from '../api/bot';
import { usePutElements } from '../api/plan';
import { usePlace } from '../plan/place';
import { useWorkplace } from '../plan/workplace';
import { ErrorNote } from '../ui/ErrorNote';
import { without, withSentence } from './sentences';

const MOST_GROUPS = 10;

/** Test utterances that the bot is not sure enough of, by likeness; it learns one by a click, which is no test any more then. */
export function PassedOn({ bot, topics, quality }: { bot: Bot; topics: Topic[]; quality: BotQuality }) {
  const { draft, canEdit } = useWorkplace();
  const { select } = usePlace();
  const put = usePutElements(draft.id);
  if (quality.source !== 'TRIALS' || quality.passedOn.length === 0) return null;
  function learn(topic: Topic, language: string, text: string) {
    const element = {
      ...topic,
      trials: without(topic.trials, language, text),
      phrases: withSentence(topic.phrases, language, text),
    };
    put.mutate([{ kind: 'topics', version: draft.versions[`topics/${topic.id}`] ?? 1, element }]);
  }
  return (
    <section aria-label="Not sure enough" className="bot-card">
      <h2>Not sure enough</h2>
      <p className="soft">What {bot.name} passes on, alike together. Learning one makes a phrase of it; it is no test of the bot any more.</p>
      <ul className="confusions">
        {quality.passedOn.slice(0, MOST_GROUPS).map((group) => (
          <li key={`${group[0]?.language} ${group[0]?.text}`}>
            {group.map((one) => {
              const topic = topics.find(({ id }) => id === one.right);
              return (
                <p key={one.text} className="confusion-utterance">
                  <span lang={one.language}>“{one.text}”</span> <span className="soft">{one.certainty.toFixed(2)}</span>{' '}
                  {topic && (
                    <button type="button" className="plain-link" onClick={() => select({ kind: 'topics', id: topic.id })}>
                      {topic.name}
                    </button>
                  )}
                  {canEdit && topic && (
                    <Button size="small" type="link" disabled={put.isPending} onClick={() => learn(topic, one.language, one.text)}>
                      learn it
                    </Button>
                  )}
                </p>
              );
            })}
          </li>
        ))}
      </ul>
      <ErrorNote error={put.error} />
    </section>
  );
}
