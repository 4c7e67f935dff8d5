import type { Bot, BotQuality, Topic } from '../api/bot';
import { SETTINGS_ID } from '../api/model';
import { usePutElement } from '../api/plan';
import { useWorkplace } from '../plan/workplace';
import { BusyButton } from '../ui/BusyButton';
import { ErrorNote } from '../ui/ErrorNote';
import { toLocal } from '../time/time';

const MOST = 0.99;

/** What the bot finishes by itself, as measured, beside what staffing assumes; taken over by a click. */
export function MeasuredShares({ bot, topics, quality }: { bot: Bot; topics: Topic[]; quality: BotQuality }) {
  const { draft, week, at, canEdit } = useWorkplace();
  const { settings } = draft.plan;
  const put = usePutElement(draft.id, 'settings', SETTINGS_ID);
  const version = draft.versions[`settings/${SETTINGS_ID}`] ?? 1;
  const measured = quality.topics.flatMap((one) => {
    const topic = topics.find(({ id }) => id === one.topic);
    return topic ? one.languages.filter(({ tried }) => tried > 0).map((spoken) => ({ topic, ...spoken })) : [];
  });
  function take() {
    const source = { said: `${bot.name} on ${quality.tried} test utterances`, asOf: toLocal(at, week.timeZone).slice(0, 10) };
    const taken = measured.map(({ topic, language, finished }) => ({
      topic: topic.name,
      language,
      share: Math.min(MOST, finished.share),
      source,
    }));
    const kept = settings.botShares.filter(({ topic, language }) => !taken.some((one) => one.topic === topic && one.language === language));
    put.mutate({ version, element: { ...settings, botShares: [...kept.filter(({ language }) => language), ...taken, ...kept.filter(({ language }) => !language)] } });
  }
  if (quality.source !== 'TRIALS') return null;
  return (
    <section aria-label="Into staffing" className="bot-card">
      <h2>Into staffing</h2>
      <p className="soft">The share of each topic that {bot.name} finishes by itself, with its interval of 95 %, beside what staffing assumes.</p>
      <div className="shares-frame" tabIndex={0} role="region" aria-label="Measured and assumed shares">
        <table className="measured-shares">
          <thead>
            <tr>
              <th scope="col">Topic</th>
              {bot.languages.map((language) => (
                <th key={language} scope="col">
                  {language}
                </th>
              ))}
              <th scope="col">assumed</th>
            </tr>
          </thead>
          <tbody>
            {topics.map((topic) => (
              <tr key={topic.id}>
                <th scope="row">{topic.name}</th>
                {bot.languages.map((language) => {
                  const one = measured.find((other) => other.topic === topic && other.language === language);
                  return (
                    <td key={language}>
                      {one ? (
                        <>
                          {Math.round(100 * one.finished.share)} %{' '}
                          <span className="soft">
                            {Math.round(100 * one.finished.least)}–{Math.round(100 * one.finished.most)}
                          </span>
                        </>
                      ) : (
                        <span className="soft">–</span>
                      )}
                    </td>
                  );
                })}
                <td>{assumed(settings.botShares, topic.name)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {canEdit && (
        <BusyButton busy={put.isPending} disabled={measured.length === 0} onClick={take}>
          Staff by what was measured
        </BusyButton>
      )}
      <ErrorNote error={put.error} />
    </section>
  );
}

function assumed(shares: { topic: string; language?: string | null; share: number; source?: unknown }[], topic: string) {
  const mine = shares.filter((share) => share.topic === topic);
  if (mine.length === 0) return <span className="soft">nothing</span>;
  return mine.map(({ language, share, source }) => (
    <span key={language ?? ''}>
      {language ?? ''} {Math.round(100 * share)} %{source ? ' ✓' : ''}{' '}
    </span>
  ));
}
