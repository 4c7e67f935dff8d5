import type { Passage } from '../api/model';
import { anHour, LEAST_SHOWN } from './words';

/** What a bot does at the moment, topic by topic: finished by itself, and passed on to people. */
export function BotPassing({ bot }: { bot: Passage['bots'][number] }) {
  const topics = bot.topics.filter(({ finished, passedOn }) => finished + passedOn >= LEAST_SHOWN);
  const most = Math.max(...topics.map(({ finished, passedOn }) => finished + passedOn));
  return (
    <section className="bot-passing" aria-label={`What passes ${bot.name}`}>
      <h3>What passes {bot.name}</h3>
      <p className="soft">
        {anHour(bot.perHour)}: <span className="bar-finished" aria-hidden="true" /> {anHour(bot.finished)} finished by itself,{' '}
        <span className="bar-passed" aria-hidden="true" /> {anHour(bot.perHour - bot.finished)} passed on.
      </p>
      <ul>
        {topics.map(({ topic, finished, passedOn }) => (
          <li key={topic}>
            <span>{topic || 'of no known topic'}</span>
            <span className="bot-passing-bar" aria-hidden="true">
              <span className="bar-finished" style={{ width: `${(100 * finished) / most}%` }} />
              <span className="bar-passed" style={{ width: `${(100 * passedOn) / most}%` }} />
            </span>
            <span className="soft">
              {finished.toFixed(1)} + {passedOn.toFixed(1)}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
