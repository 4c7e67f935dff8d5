import type { LifeStretch } from '../api/model';
import { formatSeconds } from '../time/time';

interface LifeLineProps {
  life: LifeStretch[];
  /** Seconds of the longest line beside it, so that lengths can be compared. */
  longest: number;
  tall?: boolean;
}

const HOLDERS: Record<LifeStretch['holder'], string> = { door: 'at the door', bot: 'with the bot', queue: 'waiting', operator: 'with' };

const secondsOf = ({ from, until }: LifeStretch) => (Date.parse(until) - Date.parse(from)) / 1000;

export const lengthOf = (life: LifeStretch[]) => life.reduce((sum, stretch) => sum + secondsOf(stretch), 0);

/** A chat's life: who had it, each as long as they had. */
export function LifeLine({ life, longest, tall = false }: LifeLineProps) {
  return (
    <span className={tall ? 'life life-tall' : 'life'} role="img" aria-label={life.map(wordsOf).join(', then ') || 'over at once'}>
      {life.map((stretch) => (
        <span
          key={stretch.from}
          className={`life-${stretch.holder}`}
          style={{ width: `${(100 * secondsOf(stretch)) / Math.max(1, longest)}%` }}
          title={wordsOf(stretch)}
        >
          {tall && <span>{stretch.name ?? HOLDERS[stretch.holder]}</span>}
        </span>
      ))}
    </span>
  );
}

function wordsOf(stretch: LifeStretch): string {
  const where = stretch.holder === 'operator' ? `with ${stretch.name}` : stretch.name ? `${HOLDERS[stretch.holder]} in ${stretch.name}` : HOLDERS[stretch.holder];
  return `${where} ${formatSeconds(secondsOf(stretch))}`;
}
