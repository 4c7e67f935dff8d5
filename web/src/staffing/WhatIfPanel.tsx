import { Button, Slider } from 'antd';
import type { Figures, Price, WhatIfAnswer } from '../api/model';
import { usePrices } from '../api/results';
import { ErrorNote } from '../ui/ErrorNote';
import { useWorkplace } from '../plan/workplace';
import { formatSeconds, formatShare } from '../time/time';
import { useSettled } from '../ui/useSettled';
import { SLIDES, type Slide, type Wish } from './wish';

const SLOWLY = 250;

interface WhatIfPanelProps {
  wish: Wish;
  onChange: (wish: Wish) => void;
  answer: WhatIfAnswer | undefined;
  error: Error | null;
}

/** Sliders for what may come otherwise, and what the week would take and give then. */
export function WhatIfPanel({ wish, onChange, answer, error }: WhatIfPanelProps) {
  const moved = Object.keys(wish).length > 0;
  return (
    <>
      <div className="what-if-head">
        <h2>What if</h2>
        <Button size="small" disabled={!moved} onClick={() => onChange({})}>
          All as planned
        </Button>
      </div>
      {SLIDES.map((slide) => (
        <Moved key={slide.field} slide={slide} wish={wish} onChange={onChange} />
      ))}
      <ErrorNote error={error} />
      {answer && <Sides answer={answer} />}
      {answer && <Prices wish={wish} now={answer.changed} />}
      {answer && <Queues answer={answer} />}
    </>
  );
}

interface MovedProps {
  slide: Slide;
  wish: Wish;
  onChange: (wish: Wish) => void;
}

function Moved({ slide, wish, onChange }: MovedProps) {
  const planned = usePlanned(slide);
  const { field, label, least, most, step, words } = slide;
  const value = wish[field];
  const { [field]: _, ...others } = wish;
  return (
    <div className="what-if-slide">
      <span id={`if-${field}`}>{label}</span>
      <span className={value === undefined ? 'soft' : ''}>
        {value === undefined ? `${words(planned)}, as planned` : words(value)}
      </span>
      <Slider
        ariaLabelledByForHandle={`if-${field}`}
        ariaValueTextFormatterForHandle={(now) => words(now ?? planned)}
        min={least}
        max={most}
        step={step}
        tooltip={{ formatter: null }}
        value={value ?? planned}
        onChange={(now) => onChange(now === planned ? others : { ...others, [field]: now })}
      />
    </div>
  );
}

/** Where a slider stands as planned; of what queues have each for themselves, the largest queue's. */
function usePlanned({ field }: Slide) {
  const { week } = useWorkplace();
  const target = useLargestTarget();
  switch (field) {
    case 'chatsAtOnce':
      return Math.max(1, ...week.queues.map(({ chatsAtOnce }) => chatsAtOnce.value));
    case 'answerShare':
      return target.share;
    case 'withinSeconds':
      return target.withinSeconds;
    case 'shrinkage':
      return week.shrinkage;
    case 'botShare':
      return week.botShare;
    case 'maxMeanWaitSeconds':
      return 0;
    default:
      return 1;
  }
}

/** The answer target of the queue with most chats. */
function useLargestTarget() {
  const { draft, week } = useWorkplace();
  const sum = (chats: number[]) => chats.reduce((total, one) => total + one, 0);
  const largest = week.queues.reduce<(typeof week.queues)[number] | undefined>(
    (most, queue) => (!most || sum(queue.chats) > sum(most.chats) ? queue : most),
    undefined,
  );
  return draft.plan.queues.find(({ id }) => id === largest?.id)?.target ?? { share: 0.8, withinSeconds: 30 };
}

interface Line {
  title: string;
  of: (side: Figures) => number | null | undefined;
  words: (value: number) => string;
  /** Whether more is better; undefined where it is neither. */
  better?: 'more' | 'less';
}

const hours = (value: number) => value.toFixed(1);

const LINES: Line[] = [
  { title: 'Chats to people', of: ({ chats }) => chats, words: (value) => value.toFixed(0) },
  { title: 'Operator-hours required', of: ({ requiredHours }) => requiredHours, words: hours, better: 'less' },
  { title: 'paid, with shrinkage', of: ({ paidHours }) => paidHours, words: hours, better: 'less' },
  { title: 'short of the people present', of: ({ shortHours }) => shortHours, words: hours, better: 'less' },
  { title: 'Answered in time by them', of: ({ answeredInTime }) => answeredInTime, words: formatShare, better: 'more' },
  { title: 'Gave up waiting', of: ({ gaveUp }) => gaveUp, words: formatShare, better: 'less' },
  { title: 'Mean wait', of: ({ meanWaitSeconds }) => meanWaitSeconds, words: formatSeconds, better: 'less' },
];

/** The cost of the paid hours, where the plan says what one costs. */
const costLine = (currency: string): Line => ({
  title: `which cost, in ${currency}`,
  of: ({ cost }) => cost,
  words: (value) => value.toFixed(0),
  better: 'less',
});

function Sides({ answer }: { answer: WhatIfAnswer }) {
  const { draft } = useWorkplace();
  const pay = draft.plan.settings.pay;
  const lines = pay ? [...LINES.slice(0, 3), costLine(pay.currency), ...LINES.slice(3)] : LINES;
  return (
    <table className="by-queue what-if-sides">
      <thead>
        <tr>
          <th scope="col">The week</th>
          <th scope="col">planned</th>
          <th scope="col">if so</th>
          <th scope="col">change</th>
        </tr>
      </thead>
      <tbody>
        {lines.map(({ title, of, words, better }) => {
          const planned = of(answer.planned);
          const changed = of(answer.changed);
          return (
            <tr key={title}>
              <th scope="row">{title}</th>
              <td>{planned == null ? 'grows' : words(planned)}</td>
              <td>{changed == null ? 'grows' : words(changed)}</td>
              <td>{planned != null && changed != null && <Change by={changed - planned} words={words} better={better} />}</td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

function Change({ by, words, better }: { by: number; words: (value: number) => string; better: Line['better'] }) {
  const size = words(Math.abs(by));
  if (size === words(0)) return <span className="soft">±0</span>;
  const good = better === undefined ? undefined : (by > 0) === (better === 'more');
  return (
    <span className={good === undefined ? '' : good ? 'enough' : 'short'}>
      {by > 0 ? '▴ +' : '▾ −'}
      {size}
    </span>
  );
}

const WIDTH = 320;
const HEIGHT = 90;

/** What each share of chats answered in time costs in paid hours: the dearer, the steeper. */
function Prices({ wish, now }: { wish: Wish; now: Figures }) {
  const { draft, week } = useWorkplace();
  const { answerShare: _, ...others } = wish;
  const { data } = usePrices(draft.id, useSettled({ monday: week.monday, ...others }, SLOWLY));
  if (!data) return null;
  const least = data[0]?.paidHours ?? 0;
  const most = data.at(-1)?.paidHours ?? 1;
  const x = (share: number) => ((share - 0.5) / 0.5) * WIDTH;
  const y = (hours: number) => HEIGHT - 6 - ((hours - least) / Math.max(1, most - least)) * (HEIGHT - 20);
  return (
    <figure className="prices">
      <figcaption>
        Paid hours by the share answered in time <span className="soft">(each queue within its own time)</span>
      </figcaption>
      <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} role="img" aria-label={inWords(data)}>
        <line className="price-now" x1={0} x2={WIDTH} y1={y(now.paidHours)} y2={y(now.paidHours)} />
        <polyline className="price-line" points={data.map((one) => `${x(one.answerShare)},${y(one.paidHours)}`).join(' ')} />
        {data.map((one) => (
          <circle key={one.answerShare} cx={x(one.answerShare)} cy={y(one.paidHours)} r={2.5} />
        ))}
      </svg>
      <div className="prices-shares soft" aria-hidden>
        {[0.5, 0.6, 0.7, 0.8, 0.9].map((share) => {
          const price = data.find((one) => one.answerShare === share);
          return (
            <span key={share}>
              {formatShare(share, 0)}
              <br />
              {price?.paidHours.toFixed(0)} h
            </span>
          );
        })}
      </div>
    </figure>
  );
}

const inWords = (prices: Price[]) =>
  prices.map(({ answerShare, paidHours }) => `${formatShare(answerShare, 0)}: ${paidHours.toFixed(0)} hours`).join(', ');

function Queues({ answer }: { answer: WhatIfAnswer }) {
  return (
    <table className="by-queue">
      <thead>
        <tr>
          <th scope="col">Operator-hours by queue</th>
          <th scope="col">planned</th>
          <th scope="col">if so</th>
        </tr>
      </thead>
      <tbody>
        {answer.queues.map((queue) => (
          <tr key={queue.id}>
            <th scope="row">{queue.name}</th>
            <td>{hours(queue.requiredHours)}</td>
            <td>{hours(queue.changedHours)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
