import { Button, Slider } from 'antd';
import type { WhatIfAnswer, WhatIfSide } from '../api/model';
import { ErrorNote } from '../shell/ErrorNote';
import { useWorkplace } from '../shell/plan';
import { formatSeconds, formatShare } from '../shell/time';
import { SLIDES, type Slide, type Wish } from './wish';

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
      return Math.max(1, ...week.queues.map(({ chatsAtOnce }) => chatsAtOnce));
    case 'answerShare':
      return target.share;
    case 'withinSeconds':
      return target.withinSeconds;
    case 'shrinkage':
      return week.shrinkage;
    case 'botShare':
      return 0;
    default:
      return 1;
  }
}

/** The answer target of the queue with most chats. */
export function useLargestTarget() {
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
  of: (side: WhatIfSide) => number | null | undefined;
  words: (value: number) => string;
  /** Whether more is better; undefined where it is neither. */
  better?: 'more' | 'less';
}

const hours = (value: number) => value.toFixed(1);

const LINES: Line[] = [
  { title: 'Chats', of: ({ figures }) => figures.chats, words: (value) => value.toFixed(0) },
  { title: 'Operator-hours required', of: ({ figures }) => figures.requiredHours, words: hours, better: 'less' },
  { title: 'paid, with shrinkage', of: ({ paidHours }) => paidHours, words: hours, better: 'less' },
  { title: 'short of the people present', of: ({ figures }) => figures.shortHours, words: hours, better: 'less' },
  { title: 'Answered in time by them', of: ({ figures }) => figures.answeredInTime, words: formatShare, better: 'more' },
  { title: 'Gave up waiting', of: ({ figures }) => figures.gaveUp, words: formatShare, better: 'less' },
  { title: 'Mean wait', of: ({ figures }) => figures.meanWaitSeconds, words: formatSeconds, better: 'less' },
];

function Sides({ answer }: { answer: WhatIfAnswer }) {
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
        {LINES.map(({ title, of, words, better }) => {
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
