import { Link, useSearchParams } from 'react-router';
import type { BotReading, PlayedRehearsal, Traced } from '../api/rehearsals';
import type { ElementKind } from '../api/model';
import { usePlace } from '../plan/place';
import { eventWords, millisOf } from './moments';
import { clockOf, secondsOf } from '../time/duration';
import { signOf } from './Score';

const MOST_LIKELY = 3;

interface TraceProps {
  rehearsal: PlayedRehearsal;
  millis: number;
  operatorName: (id: string) => string;
  onMillis: (millis: number) => void;
}

/** What came of it, step by step, each with its reason and the setting behind it; what has not happened yet is fainter. */
export function Trace({ rehearsal, millis, operatorName, onMillis }: TraceProps) {
  const steps = [
    ...rehearsal.readings.map((reading) => ({ reading, at: 1000 * secondsOf(reading.at) })),
    ...rehearsal.trace.filter(({ event }) => event !== 'said').map((one) => ({ one, at: millisOf(rehearsal, one.at) })),
  ].sort((one, other) => one.at - other.at);
  return (
    <aside className="trace" aria-label="Trace">
      <h2>Trace</h2>
      {steps.length === 0 && <p className="soft">Nothing has happened yet.</p>}
      <ol>
        {steps.map((step, i) =>
          'reading' in step ? (
            <ReadingStep key={`${step.at} ${i}`} reading={step.reading} at={step.at} now={millis} onMillis={onMillis} />
          ) : (
            <TraceStep
              key={`${step.at} ${i}`}
              one={step.one}
              at={step.at}
              now={millis}
              parts={rehearsal.partsSeconds === step.at / 1000}
              operatorName={operatorName}
              onMillis={onMillis}
            />
          ),
        )}
      </ol>
      {rehearsal.against && <Other rehearsal={rehearsal} operatorName={operatorName} />}
    </aside>
  );
}

/** What the bot made of what a visitor wrote: the likeliest topics, and how likely none of them is. */
function ReadingStep({ reading, at, now, onMillis }: { reading: BotReading; at: number; now: number; onMillis: (millis: number) => void }) {
  return (
    <li className={at > now ? 'trace-future' : ''}>
      <button type="button" className="trace-step" onClick={() => onMillis(at)}>
        <span className="trace-time">{clockOf(at)}</span>
        <span aria-hidden="true">≈</span>
        <span>
          <strong>{reading.chat}</strong> read by the bot: <q dir="auto">{reading.text}</q>
        </span>
      </button>
      <p className="soft">
        {[...reading.likely.slice(0, MOST_LIKELY), { topic: 'none of them', certainty: reading.none }]
          .map(({ topic, certainty }) => `${topic} ${certainty.toFixed(2)}`)
          .join(' · ')}
      </p>
    </li>
  );
}

function TraceStep({
  one,
  at,
  now,
  parts,
  operatorName,
  onMillis,
}: {
  one: Traced;
  at: number;
  now: number;
  parts: boolean;
  operatorName: (id: string) => string;
  onMillis: (millis: number) => void;
}) {
  const { sign, kind } = signOf(one.event);
  return (
    <li className={`${at > now ? 'trace-future' : ''}${parts ? ' trace-parts' : ''}`}>
      <button type="button" className="trace-step" onClick={() => onMillis(at)}>
        <span className="trace-time">{clockOf(at)}</span>
        <span className={`mark-${kind}`} aria-hidden="true">
          {sign}
        </span>
        <span>
          <strong>{one.chat ?? ''}</strong> {eventWords(one)}
          {one.operator && `, ${operatorName(one.operator)}`}
        </span>
      </button>
      {one.because && <p className="soft">{one.because}</p>}
      {one.setting && <SettingLinks setting={one.setting} />}
    </li>
  );
}

const KINDS: Record<string, ElementKind> = {
  queue: 'queues',
  operator: 'operators',
  door: 'doors',
  rule: 'rules',
  department: 'departments',
  skill: 'skills',
  hours: 'hours',
  settings: 'settings',
};

/** The setting where it is changed, and where it stands in the drawing of the plan. */
function SettingLinks({ setting }: { setting: { kind: string; id: string } }) {
  const [params] = useSearchParams();
  const { viewOf } = usePlace();
  const kind = KINDS[setting.kind];
  if (!kind) return null;
  const kept = new URLSearchParams([...params].filter(([name]) => name === 'at' || name === 'plan'));
  kept.set('sel', `${kind}/${setting.id}`);
  return (
    <p className="trace-links">
      <Link to={{ pathname: viewOf(kind), search: kept.toString() }}>Setting</Link>
      <Link to={{ pathname: '/passage', search: kept.toString() }}>On Passage</Link>
    </p>
  );
}

/** What the same does on the other plan, from where they part. */
function Other({ rehearsal, operatorName }: { rehearsal: PlayedRehearsal; operatorName: (id: string) => string }) {
  if (rehearsal.otherTrouble) return <p className="short">▾ On the other plan: {rehearsal.otherTrouble}</p>;
  const parts = rehearsal.partsSeconds;
  if (parts === null || parts === undefined) return <p className="enough">▴ On the other plan the same happens.</p>;
  return (
    <>
      <h3>On the other plan, from {clockOf(parts * 1000)}</h3>
      <ol>
        {rehearsal.otherTrace
          ?.filter(({ at, event }) => event !== 'said' && millisOf(rehearsal, at) >= parts * 1000)
          .map((one, i) => (
            <li key={`${one.at} ${i}`}>
              <span className="trace-time">{clockOf(millisOf(rehearsal, one.at))}</span> <strong>{one.chat ?? ''}</strong>{' '}
              {eventWords(one)}
              {one.operator && `, ${operatorName(one.operator)}`}
              {one.because && <p className="soft">{one.because}</p>}
            </li>
          ))}
      </ol>
    </>
  );
}
