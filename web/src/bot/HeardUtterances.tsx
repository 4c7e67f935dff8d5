import { Button, Select } from 'antd';
import { useState } from 'react';
import { type Bot, type HeardGroup, type Topic, useHeard } from '../api/bot';
import { usePutElements } from '../api/plan';
import { useWorkplace } from '../plan/workplace';
import { newElement } from '../plan/newElement';
import { BusyButton } from '../ui/BusyButton';
import { ErrorNote } from '../ui/ErrorNote';
import { withSentence } from './sentences';

const MOST_SHOWN = 4;
const NEW = ' new';
const NONE = ' none';

/** What visitors of live chats wrote first, alike together, what the bot is least sure of first: a click says the topic. */
export function HeardUtterances({ bot, topics }: { bot: Bot; topics: Topic[] }) {
  const { draft } = useWorkplace();
  const heard = useHeard(draft.id, bot.id);
  return (
    <section aria-label="Heard in chats" className="bot-card">
      <h2>Heard in chats</h2>
      {heard.data && heard.data.groups.length === 0 && (
        <p className="soft">
          {heard.data.chats === 0
            ? 'No visitor has written yet. From the first live day on, what they write stands here, what is most worth labelling first.'
            : `All that was written first in ${heard.data.chats} chats has its topic.`}
        </p>
      )}
      <ErrorNote error={heard.error} />
      <ul className="confusions">
        {heard.data?.groups.map((group) => (
          <Group key={`${group.language} ${group.utterances[0]}`} group={group} bot={bot} topics={topics} />
        ))}
      </ul>
    </section>
  );
}

function Group({ group, bot, topics }: { group: HeardGroup; bot: Bot; topics: Topic[] }) {
  const { draft, canEdit } = useWorkplace();
  const put = usePutElements(draft.id);
  const [target, setTarget] = useState(group.topic ?? NONE);
  const name = topics.find(({ id }) => id === group.topic)?.name;
  function label(as: 'trials' | 'phrases') {
    if (target === NONE) {
      const strangers = group.utterances.reduce((all, text) => withSentence(all, group.language, text), bot.strangers);
      put.mutate([{ kind: 'bots', version: draft.versions[`bots/${bot.id}`] ?? 1, element: { ...bot, strangers } }]);
      return;
    }
    const topic = target === NEW ? newElement(draft.plan, 'topics', group.utterances[0]?.slice(0, 60) ?? 'New topic') : topics.find(({ id }) => id === target);
    if (!topic) return;
    const sentences = group.utterances.reduce((all, text) => withSentence(all, group.language, text), topic[as]);
    const version = target === NEW ? 0 : (draft.versions[`topics/${topic.id}`] ?? 1);
    put.mutate([{ kind: 'topics', version, element: { ...topic, [as]: sentences } }]);
  }
  return (
    <li>
      {group.utterances.slice(0, MOST_SHOWN).map((text) => (
        <p key={text} className="confusion-utterance">
          <span lang={group.language}>“{text}”</span>
        </p>
      ))}
      {group.utterances.length > MOST_SHOWN && <p className="soft">and {group.utterances.length - MOST_SHOWN} more like them</p>}
      <p className="soft">
        {name ? `${name} ${group.certainty.toFixed(2)}` : 'none of the topics'} · {group.answered} of {group.utterances.length} answered by itself
      </p>
      {canEdit && (
        <p className="heard-acts">
          <Select
            aria-label={`Topic of “${group.utterances[0]}”`}
            size="small"
            value={target}
            onChange={setTarget}
            popupMatchSelectWidth={false}
            options={[
              { value: NONE, label: 'about no topic' },
              { value: NEW, label: 'a new topic' },
              ...topics.map((topic) => ({ value: topic.id, label: topic.name })),
            ]}
          />
          <BusyButton size="small" busy={put.isPending} onClick={() => label('trials')}>
            Test with it
          </BusyButton>
          {target !== NONE && (
            <Button size="small" disabled={put.isPending} onClick={() => label('phrases')}>
              Learn it
            </Button>
          )}
        </p>
      )}
      <ErrorNote error={put.error} />
    </li>
  );
}
