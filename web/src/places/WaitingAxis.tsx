import type { WaitingChat } from '../api/desk';
import { clockWords, secondsSince } from './clock';
import { languageName } from '../ui/languages';

const SHORTEST_AXIS = 120;
/** Seconds between ticks, of which the finest is taken that leaves room for their words. */
const STEPS = [30, 60, 120, 300, 600, 1800, 3600];
const MOST_TICKS = 8;
/** So near to the beginning, words stand to the right of their mark. */
const EDGE = 0.06;
/** The words of a chat take about so much of the axis, in one of so many lines above it. */
const WORDS = 0.16;
const LINES = 3;
const LINE_HEIGHT = 15;

interface WaitingAxisProps {
  waiting: WaitingChat[];
  at: number;
  /** Takes a chat without its being offered; null where none can be taken now. */
  take: ((chat: number) => void) | null;
}

/**
 * In which line above the axis the words of each place stand, so that none are written over each other; null where no line is free.
 * Those furthest along the axis, who have waited longest, get theirs first.
 */
export function linesOf(places: number[]) {
  const freeUpTo = Array<number>(LINES).fill(Number.POSITIVE_INFINITY);
  const lines = Array<number | null>(places.length).fill(null);
  const longestFirst = places.map((at, i) => ({ at, i })).sort((a, b) => b.at - a.at || a.i - b.i);
  for (const { at, i } of longestFirst) {
    const from = at < EDGE ? at : at - WORDS / 2;
    const line = freeUpTo.findIndex((free) => from + WORDS <= free);
    if (line >= 0) {
      freeUpTo[line] = from;
      lines[i] = line;
    }
  }
  return lines;
}

/** Who waits, by how long: what the operator could take is filled, others' is hollow. */
export function WaitingAxis({ waiting, at, take }: WaitingAxisProps) {
  const waits = waiting.map((chat) => ({ ...chat, seconds: Math.max(0, secondsSince(chat.since, at)) }));
  const longest = Math.max(SHORTEST_AXIS, ...waits.map(({ seconds }) => seconds));
  const share = (seconds: number) => `${(100 * seconds) / longest}%`;
  const step = STEPS.find((seconds) => longest / seconds <= MOST_TICKS) ?? longest;
  const lines = linesOf(waits.map(({ seconds }) => seconds / longest));
  const mine = waits.filter((chat) => chat.mine).length;
  return (
    <section className="waiting" aria-label="Waiting">
      <p>
        <strong>Waiting</strong>{' '}
        <span className="soft">
          {waits.length === 0
            ? 'nobody'
            : `${waits.length} ${waits.length === 1 ? 'chat' : 'chats'}, ${mine} of queues that you take from`}
        </span>
      </p>
      <div className="waiting-axis">
        {Array.from({ length: Math.floor(longest / step) + 1 }, (_, i) => i * step).map((seconds) => (
          <span key={seconds} className="waiting-tick" style={{ left: share(seconds) }}>
            {clockWords(seconds)}
          </span>
        ))}
        {waits.map((chat, i) => {
          const about = `${chat.queueName}, ${languageName(chat.language)}, ${clockWords(chat.seconds)}${chat.offered ? ', offered' : ''}`;
          const line = lines[i] ?? null;
          const words = line !== null && (
            <span
              className={chat.seconds < EDGE * longest ? 'waiting-words waiting-edge' : 'waiting-words'}
              style={{ marginBottom: line * LINE_HEIGHT }}
            >
              {chat.queueName} {clockWords(chat.seconds)}
            </span>
          );
          const style = { left: share(chat.seconds) };
          return take && chat.mine ? (
            <button
              key={chat.chat}
              type="button"
              className="waiting-mark waiting-mine"
              style={style}
              title={`${about}: take it`}
              aria-label={`Take the chat that waits: ${about}`}
              onClick={() => take(chat.chat)}
            >
              {words}
            </button>
          ) : (
            <span key={chat.chat} className={`waiting-mark${chat.mine ? ' waiting-mine' : ''}`} style={style} title={about}>
              {words}
            </span>
          );
        })}
      </div>
    </section>
  );
}
