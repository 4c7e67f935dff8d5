import { Button, InputNumber, Segmented } from 'antd';
import { useState } from 'react';
import { type Bot, type BotQuality, type Topic, useLimitHours } from '../api/bot';
import { usePutElement } from '../api/plan';
import { SETTINGS_ID } from '../api/model';
import { useWorkplace } from '../plan/workplace';
import { BusyButton } from '../ui/BusyButton';
import { ErrorNote } from '../ui/ErrorNote';
import { Confusions } from './Confusions';
import { HeardUtterances } from './HeardUtterances';
import { InChats } from './InChats';
import { LimitCurve } from './LimitCurve';
import { MeasuredShares } from './MeasuredShares';
import { PassedOn } from './PassedOn';
import { Reliability } from './Reliability';

interface QualityProps {
  bot: Bot;
  topics: Topic[];
  quality: BotQuality;
  mostWrong: number;
  onMostWrong: (share: number) => void;
  onSource: (source: BotQuality['source']) => void;
}

const percent = (share: number) => `${(100 * share).toFixed(share > 0 && share < 0.1 ? 1 : 0)} %`;

/** Where to draw the line, what is taken for what, and whether certainty means what it says. */
export function Quality({ bot, topics, quality, mostWrong, onMostWrong, onSource }: QualityProps) {
  const { draft, canEdit } = useWorkplace();
  const [limit, setLimit] = useState<number | null>(null);
  const hours = useLimitHours(draft.id, bot.id, !quality.learning);
  const put = usePutElement(draft.id, 'settings', SETTINGS_ID);
  const shown = limit ?? quality.limit;
  const at = quality.curve[Math.round(shown * 100)] ?? quality.today;
  const recommended = quality.recommended?.shares;
  const { settings } = draft.plan;
  const version = draft.versions[`settings/${SETTINGS_ID}`] ?? 1;
  const needed = hours.data?.[Math.round(shown * 100)]?.requiredHours ?? null;
  const today = hours.data?.[Math.round(quality.limit * 100)]?.requiredHours ?? null;
  function draw(certainty: number) {
    put.mutate(
      { version, element: { ...settings, timeouts: { ...settings.timeouts, botCertainty: certainty } } },
      { onSuccess: () => setLimit(null) },
    );
  }
  return (
    <div className="bot-quality">
      <section aria-label="Where to draw the line" className="bot-card bot-line">
        <div className="view-head">
          <h2>Where to draw the line</h2>
          <span className="header-space" />
          {topics.some(({ trials }) => Object.values(trials).some((sentences) => sentences.length > 0)) && (
            <Segmented
              aria-label="Tried with"
              value={quality.source}
              onChange={onSource}
              options={[
                { value: 'TRIALS', label: 'Test utterances' },
                { value: 'PHRASES', label: 'Its own phrases' },
              ]}
            />
          )}
        </div>
        <p className="soft">
          {quality.source === 'TRIALS'
            ? `${quality.tried} test utterances, by the certainty from which ${bot.name} answers by itself.`
            : `${quality.tried} phrases, each as if it had not been learned.`}
        </p>
        <LimitCurve quality={quality} hours={hours.data ?? []} limit={shown} onLimit={setLimit} />
        <p className="line-words" role="status">
          From <strong>{shown.toFixed(2)}</strong> on: answered <strong className="enough">{percent(at.answered)}</strong>, passed on{' '}
          <strong>{percent(at.passedOn)}</strong>, wrong <strong className="short">▾ {percent(at.wrong)}</strong>
          {needed !== null && (
            <>
              ; <strong>{needed.toFixed(1)}</strong> operator-hours a week
              {today !== null && shown !== quality.limit && ` (${signed(needed - today)})`}
            </>
          )}
        </p>
        <p className="soft">
          A good bot takes about four fifths of what is asked (common practice); {bot.name} takes {percent(quality.today.answered)} at today’s limit.
        </p>
        <div className="line-actions">
          {canEdit && shown !== quality.limit && (
            <BusyButton type="primary" busy={put.isPending} onClick={() => draw(shown)}>
              Draw it at {shown.toFixed(2)}
            </BusyButton>
          )}
          {shown !== quality.limit && <Button onClick={() => setLimit(null)}>Back to {quality.limit}</Button>}
          <span className="header-space" />
          <label>
            At most{' '}
            <InputNumber
              aria-label="Per cent that may be wrong"
              min={0}
              max={50}
              suffix="%"
              value={Math.round(mostWrong * 1000) / 10}
              onChange={(value) => value !== null && onMostWrong(value / 100)}
            />{' '}
            wrong
          </label>
          {recommended ? (
            <Button disabled={recommended.limit === shown} onClick={() => setLimit(recommended.limit)}>
              takes {recommended.limit.toFixed(2)}
            </Button>
          ) : (
            <span className="soft">no limit does</span>
          )}
        </div>
        <ErrorNote error={put.error ?? hours.error} />
      </section>
      <section aria-label="Certainty" className="bot-card">
        <h2>Does certainty mean something?</h2>
        <p className="soft">
          The likeliest topic is right for {percent(quality.accuracy)}; certainty is off by {percent(quality.calibrationError)} on average.
        </p>
        <Reliability bins={quality.reliability} />
      </section>
      <Confusions topics={topics} quality={quality} />
      <PassedOn bot={bot} topics={topics} quality={quality} />
      <InChats bot={bot} />
      <HeardUtterances bot={bot} topics={topics} />
      <MeasuredShares bot={bot} topics={topics} quality={quality} />
    </div>
  );
}

const signed = (value: number) => (value > 0 ? `▾ ${value.toFixed(1)} more` : value < 0 ? `▴ ${(-value).toFixed(1)} fewer` : 'the same');
