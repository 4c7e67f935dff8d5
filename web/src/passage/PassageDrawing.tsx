import { type ReactNode, useMemo } from 'react';
import type { Passage, QueuePlace } from '../api/model';
import { usePlace } from '../plan/place';
import { useWorkplace } from '../plan/workplace';
import { type Box, layOut } from './layout';
import { anHour, doorWords, END_NAMES, finishedWords, isBadEnd, standing } from './words';

const BAND_CLASSES = { people: 'band', bot: 'band band-bot', bad: 'band band-bad' } as const;

export function PassageDrawing({ passage, width, height }: { passage: Passage; width: number; height: number }) {
  const { week } = useWorkplace();
  const busiest = 2 * Math.max(0.5, ...week.chats);
  const drawing = useMemo(() => layOut(passage, width, height, busiest), [passage, width, height, busiest]);
  return (
    <div className="drawing" style={{ height: drawing.height }}>
      <svg width={width} height={drawing.height} aria-hidden="true">
        {drawing.bands.map((band) => (
          <path key={band.key} className={BAND_CLASSES[band.kind]} d={band.path}>
            {band.topic && <title>{band.topic}</title>}
          </path>
        ))}
      </svg>
      {passage.doors.map((door) => (
        <Place key={door.id} kind="doors" id={door.id} look="place-door" box={drawing.doors.get(door.id)}>
          <strong>{door.name}</strong>
          <span>{doorWords(door)}</span>
        </Place>
      ))}
      {passage.bots.map((bot) => (
        <Place key={bot.id} kind="bots" id={bot.id} look="place-bot" box={drawing.bots.get(bot.id)}>
          <strong>{bot.name}</strong>
          <span>{anHour(bot.perHour)}</span>
          <span className="enough">{finishedWords(bot)}</span>
        </Place>
      ))}
      {passage.queues.map((queue) => (
        <Place key={queue.id} kind="queues" id={queue.id} look="place-queue" box={drawing.queues.get(queue.id)}>
          <strong>{queue.name}</strong>
          <span>{anHour(queue.perHour)}</span>
          <Standing queue={queue} />
        </Place>
      ))}
      {passage.ends.map((end) => {
        const box = drawing.ends.get(end.id);
        return (
          box && (
            <div
              key={end.id}
              className={isBadEnd(end) ? 'place place-end place-bad' : 'place place-end'}
              style={position(box)}
            >
              <strong>{END_NAMES[end.id]}</strong>
              <span>{anHour(end.perHour)}</span>
            </div>
          )
        );
      })}
    </div>
  );
}

interface PlaceProps {
  kind: 'doors' | 'bots' | 'queues';
  /** Empty for what the plan does not have. */
  id: string;
  look: string;
  box: Box | undefined;
  children: ReactNode;
}

/** A place of the drawing that opens its settings. */
function Place({ kind, id, look, box, children }: PlaceProps) {
  const { selection, select } = usePlace();
  return (
    box && (
      <button
        type="button"
        className={`place ${look}`}
        style={position(box)}
        disabled={id === ''}
        aria-pressed={selection?.kind === kind && selection.id === id}
        onClick={() => select({ kind, id })}
      >
        {children}
      </button>
    )
  );
}

function Standing({ queue }: { queue: QueuePlace }) {
  const { week } = useWorkplace();
  const { words, tone } = standing(queue, week.timeZone);
  return <span className={tone}>{words}</span>;
}

function position({ x, y, width, height }: Box) {
  return { left: x, top: y, width, height };
}
