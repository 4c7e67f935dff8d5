import { Popover } from 'antd';
import { memo, type ReactNode } from 'react';
import type { CannedAtHand } from '../api/canned';
import type { Colleague, Desk as DeskState } from '../api/desk';
import { timeOfDay, useSecond } from '../places/clock';
import { type DeskActions, DeskControls, DeskTable, type SendingReply } from '../places/DeskTable';
import { DESK_SHORTCUTS, Shortcuts } from '../ui/Shortcuts';
import { useTelling } from './notices';
import { useDeskKeys } from './useDeskKeys';
import { Languages } from '../ui/Languages';
import { languageName } from '../ui/languages';

interface DeskProps {
  desk: DeskState;
  typing: Record<number, string>;
  sending: SendingReply[];
  actions: DeskActions;
  canned: CannedAtHand | undefined;
  /** What stands in the head besides: plan, connection, the way out. */
  head: ReactNode;
  /** What could not be done. */
  trouble: ReactNode;
}

/** The desk as a table with places: every chat whole, side by side, so that nothing is switched. */
export function Desk({ desk, typing, sending, actions, canned, head, trouble }: DeskProps) {
  const at = useSecond();
  const keys = useDeskKeys(desk, actions);
  useTelling(desk);
  return (
    <main className="desk">
      {keys.asked && <Shortcuts of={DESK_SHORTCUTS} onClose={keys.close} />}
      <header className="desk-head">
        <span className="brand">Kinetarch</span>
        <h1>Desk</h1>
        <DeskControls desk={desk} actions={actions} />
        {head}
        <strong>{desk.self.name}</strong>
      </header>
      <DeskTable desk={desk} at={at} typing={typing} sending={sending} actions={actions} trouble={trouble} canned={canned} />
      <footer className="desk-foot">
        <strong>Colleagues</strong>
        {desk.colleagues.filter(({ state }) => state !== 'gone').map((one) => (
          <ColleagueMark key={one.id} colleague={one} />
        ))}
        {desk.colleagues.every(({ state }) => state === 'gone') && <span>nobody else is here</span>}
      </footer>
    </main>
  );
}

const ColleagueMark = memo(function ColleagueMark({ colleague }: { colleague: Colleague }) {
  return (
    <span title={`${colleague.inUse} of ${colleague.capacity} in use`}>
      {colleague.talks.length > 0 ? (
        <Popover
          trigger="click"
          title={`${colleague.name} talks with`}
          content={
            <ul className="mentions">
              {colleague.talks.map(({ chat, visitor, queueName, language, since }) => (
                <li key={chat}>
                  {visitor ?? 'a visitor'}, {queueName}, {languageName(language)}, since {timeOfDay(since)}
                </li>
              ))}
            </ul>
          }
        >
          <button type="button" className="colleague-talks">
            {colleague.name}
          </button>
        </Popover>
      ) : (
        colleague.name
      )}{' '}
      {colleague.state === 'away' ? (
        `away${colleague.reason ? `: ${colleague.reason}` : ''}`
      ) : (
        <span className="colleague-room" role="img" aria-label={`${colleague.capacity - colleague.inUse} of ${colleague.capacity} free`}>
          {Array.from({ length: colleague.capacity }, (_, i) => (
            <i key={i} className={i < colleague.inUse ? 'taken' : ''} />
          ))}
        </span>
      )}{' '}
      <Languages tags={colleague.languages.filter((tag) => tag !== 'en')} />
    </span>
  );
});
