import { InputNumber } from 'antd';
import { useState } from 'react';
import { useAtOnceWays, useChangeAtOnce } from '../api/atOnce';
import type { AtOnceWay } from '../api/model';
import { BusyButton } from '../ui/BusyButton';
import { ErrorNote } from '../ui/ErrorNote';
import { useWorkplace } from '../plan/workplace';
import { Field } from '../ui/fields';

const BY = {
  CAPACITY: 'set by capacity over weight',
  MOST_CHATS: 'set by the most chats its people hold',
  SLOWDOWN: 'set by how far its slowdown is known',
};

const LEVERS: Record<AtOnceWay['lever'], (to: number) => string> = {
  WEIGHT: (to) => `Weight ${to}`,
  CAPACITY: (to) => `Capacity of ${to} people`,
  MOST_CHATS: (to) => `Most chats of ${to} people`,
  SLOWDOWN: (to) => `Slowdown for ${to} chats`,
};

/** How many of a queue's chats are held at once, and what sets that; typing another number offers what would make it so. */
export function ChatsAtOnce({ queue }: { queue: string }) {
  const { draft, week, canEdit } = useWorkplace();
  const now = week.queues.find(({ id }) => id === queue)?.chatsAtOnce;
  const [wanted, setWanted] = useState<number | null>(null);
  const asked = wanted !== null && wanted !== now?.value ? wanted : undefined;
  const ways = useAtOnceWays(draft.id, queue, asked, week.monday);
  const change = useChangeAtOnce(draft.id);
  if (!now) return null;
  return (
    <>
      <Field label="Chats at once">
        <InputNumber
          min={1}
          max={20}
          precision={0}
          disabled={!canEdit}
          value={wanted ?? now.value}
          onChange={setWanted}
        />
      </Field>
      <p className="soft">
        {now.value} at once, {BY[now.by]} (capacity {now.byCapacity}
        {now.byMostChats < 1000 && `, most chats ${now.byMostChats}`}, slowdown {now.bySlowdown}).
      </p>
      {asked !== undefined && ways.data && (
        <div className="at-once">
          {ways.data.ways.length === 0 && (
            <p className="short">▾ No change of one limit makes it {asked} for its people.</p>
          )}
          {ways.data.ways.map((way) => (
            <p key={way.lever}>
              <BusyButton
                size="small"
                busy={change.isPending}
                onClick={() => change.mutate({ queue, wanted: asked, lever: way.lever }, { onSuccess: () => setWanted(null) })}
              >
                {LEVERS[way.lever](way.to)}
              </BusyButton>{' '}
              <span className="soft">
                {moved(way.hours.required - ways.data.hours.required)} needed, {moved(way.hours.lacking - ways.data.hours.lacking)}{' '}
                short
                {way.derivedLevels > 0 &&
                  `; ${way.derivedLevels === 1 ? 'one level' : `${way.derivedLevels} levels`} of slowdown not measured, derived from the last`}
              </span>
            </p>
          ))}
          <ErrorNote error={ways.error ?? change.error} />
        </div>
      )}
    </>
  );
}

const moved = (hours: number) =>
  Math.abs(hours) < 0.05 ? '±0 h' : `${hours > 0 ? '▴' : '▾'} ${Math.abs(hours).toFixed(1)} h`;
