import { useMemo } from 'react';
import type { Passage, QueuePlace } from '../api/model';
import { usePlace } from '../plan/place';
import { useWorkplace } from '../plan/workplace';
import { type Box, layOut } from './layout';
import { anHour, doorWords, END_NAMES, finishedWords, isBadEnd, standing } from './words';

const BAND_CLASSES = { people: 'band', bot: 'band band-bot', bad: 'band band-bad' } as const;

export function PassageDrawing({ passage, width, height }: { passage: Passage; width: number; height: number }) {
  const { selection, select } = usePlace();
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
      {passage.doors.map((door) => {
        const box = drawing.doors.get(door.id);
        return (
          box && (
            <button
              key={door.id}
              type="button"
              className="place place-door"
              style={position(box)}
              disabled={door.id === ''}
              aria-pressed={selection?.kind === 'doors' && selection.id === door.id}
              onClick={() => select({ kind: 'doors', id: door.id })}
            >
              <strong>{door.name}</strong>
              <span>{doorWords(door)}</span>
            </button>
          )
        );
      })}
      {passage.bots.map((bot) => {
        const box = drawing.bots.get(bot.id);
        return (
          box && (
            <button
              key={bot.id}
              type="button"
              className="place place-bot"
              style={position(box)}
              disabled={bot.id === ''}
              aria-pressed={selection?.kind === 'bots' && selection.id === bot.id}
              onClick={() => select({ kind: 'bots', id: bot.id })}
            >
              <strong>{bot.name}</strong>
              <span>{anHour(bot.perHour)}</span>
              <span className="enough">{finishedWords(bot)}</span>
            </button>
          )
        );
      })}
      {passage.queues.map((queue) => {
        const box = drawing.queues.get(queue.id);
        return (
          box && (
            <button
              key={queue.id}
              type="button"
              className="place place-queue"
              style={position(box)}
              aria-pressed={selection?.kind === 'queues' && selection.id === queue.id}
              onClick={() => select({ kind: 'queues', id: queue.id })}
            >
              <strong>{queue.name}</strong>
              <span>{anHour(queue.perHour)}</span>
              <Standing queue={queue} />
            </button>
          )
        );
      })}
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

function Standing({ queue }: { queue: QueuePlace }) {
  const { week } = useWorkplace();
  const { words, tone } = standing(queue, week.timeZone);
  return <span className={tone}>{words}</span>;
}

function position({ x, y, width, height }: Box) {
  return { left: x, top: y, width, height };
}
