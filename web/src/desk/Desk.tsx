import { Button, Dropdown, Segmented } from 'antd';
import type { ReactNode } from 'react';
import type { Colleague, Desk as DeskState, PlaceAct, Transfer } from '../api/desk';
import { clockWords, secondsSince, useSecond } from './clock';
import { PlaceCard } from './PlaceCard';
import { freePlaces, inUse } from './place';
import { WaitingAxis } from './WaitingAxis';
import './desk.css';

/** What an operator does at a desk, whoever carries it out. */
export interface DeskActions {
  presence: (state: string) => void;
  act: (chat: number, act: PlaceAct) => void;
  reply: (chat: number, text: string) => void;
  type: (chat: number) => void;
  transfer: (chat: number, to: Transfer) => void;
  callIn: (chat: number, operator: string) => void;
  /** Joins or leaves a queue. */
  take: (queue: string, takes: boolean) => void;
}

/** A reply that is not at the server yet. */
export interface SendingReply {
  chat: number;
  key: string;
  text: string;
}

interface DeskProps {
  desk: DeskState;
  typing: Record<number, string>;
  sending: SendingReply[];
  actions: DeskActions;
  /** What stands in the head besides: plan, connection, the way out. */
  head: ReactNode;
  /** What could not be done. */
  trouble: ReactNode;
}

const STATES = [
  { value: 'present', label: '▲ Present' },
  { value: 'away', label: '◇ Away' },
  { value: 'gone', label: '○ Off' },
];

/** The desk as a table with places: every chat whole, side by side, so that nothing is switched. */
export function Desk({ desk, typing, sending, actions, head, trouble }: DeskProps) {
  const at = useSecond();
  return (
    <main className="desk">
      <header className="desk-head">
        <span className="brand">Kinetarch</span>
        <h1>Desk</h1>
        <DeskControls desk={desk} actions={actions} />
        {head}
        <strong>{desk.self.name}</strong>
      </header>
      <DeskTable desk={desk} at={at} typing={typing} sending={sending} actions={actions} trouble={trouble} />
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

/** Whether the operator is here, and for which queues. */
export function DeskControls({ desk, actions }: Pick<DeskProps, 'desk' | 'actions'>) {
  return (
    <>
      <Segmented aria-label="Presence" options={STATES} value={desk.state} onChange={(state) => actions.presence(state)} />
      <span className="soft">
        {inUse(desk.places)} of {desk.self.capacity} in use
      </span>
      <Taken desk={desk} take={actions.take} />
    </>
  );
}

/** Who waits, and the places with their chats, at an instant in milliseconds. */
export function DeskTable({ desk, at, typing, sending, actions, trouble }: Omit<DeskProps, 'head'> & { at: number }) {
  const free = desk.state === 'present' ? freePlaces(desk.self.capacity, desk.self.heaviest, desk.places) : 0;
  return (
    <>
      <WaitingAxis waiting={desk.waiting} at={at} />
      {desk.sentOn.length > 0 && (
        <ul className="sent-on" aria-label="Sent on by you">
          {desk.sentOn.map((sent) => (
            <li key={sent.chat}>
              {sent.visitor ?? 'Visitor'} → {sent.operatorName ?? sent.queueName}, not taken for {clockWords(secondsSince(sent.since, at))}
              <Button size="small" onClick={() => actions.act(sent.chat, 'take-back')}>
                Take back
              </Button>
            </li>
          ))}
        </ul>
      )}
      {trouble}
      <div className="places">
        {desk.places.map((place, i) => (
          <PlaceCard
            key={place.chat}
            desk={desk}
            place={place}
            at={at}
            number={i + 1}
            typing={typing[place.chat]}
            sending={sending.filter(({ chat }) => chat === place.chat)}
            actions={actions}
          />
        ))}
        {Array.from({ length: free }, (_, i) => (
          <div key={`free ${i}`} className="place place-free">
            <span>free</span>
          </div>
        ))}
        {desk.state !== 'present' && desk.places.length === 0 && (
          <p className="desk-empty">
            {desk.state === 'away' ? 'You are away: no chats are offered to you.' : 'You are off.'} Choose “Present” above to be
            offered chats.
          </p>
        )}
      </div>
    </>
  );
}

/** Which queues the operator takes chats of, to be joined and left for as long as they are here. */
function Taken({ desk, take }: { desk: DeskState; take: DeskActions['take'] }) {
  const taken = desk.queues.filter(({ takes }) => takes);
  return (
    <Dropdown
      trigger={['click']}
      menu={{
        multiple: true,
        selectable: true,
        selectedKeys: taken.map(({ id }) => id),
        items: desk.queues.map(({ id, name, takes }) => ({ key: id, label: `${takes ? '✓' : '+'} ${name}` })),
        onClick: ({ key }) => take(key, !taken.some(({ id }) => id === key)),
      }}
    >
      <Button type="text">
        takes from {taken.length} of {desk.queues.length} queues ▾
      </Button>
    </Dropdown>
  );
}

function ColleagueMark({ colleague }: { colleague: Colleague }) {
  return (
    <span title={`${colleague.inUse} of ${colleague.capacity} in use`}>
      {colleague.name}{' '}
      {colleague.state === 'away' ? (
        'away'
      ) : (
        <span className="colleague-room" role="img" aria-label={`${colleague.capacity - colleague.inUse} of ${colleague.capacity} free`}>
          {Array.from({ length: colleague.capacity }, (_, i) => (
            <i key={i} className={i < colleague.inUse ? 'taken' : ''} />
          ))}
        </span>
      )}{' '}
      {colleague.languages.filter((tag) => tag !== 'en').join(' ')}
    </span>
  );
}
