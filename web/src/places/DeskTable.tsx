import { AutoComplete, Button, Dropdown, Segmented } from 'antd';
import { memo, type ReactNode, useMemo, useState } from 'react';
import type { CannedAtHand } from '../api/canned';
import type { Desk as DeskState, Place, PlaceAct, PresenceState, Transfer } from '../api/desk';
import type { MarginPlace } from '../api/margin';
import { clockWords, secondsSince, timeOfDay } from './clock';
import { type Around, PlaceCard } from './PlaceCard';
import { freePlaces, inUse } from './place';
import { WaitingAxis } from './WaitingAxis';
import './places.css';

/** What an operator does at a desk, whoever carries it out. */
export interface DeskActions {
  /** Says whether the operator is here. */
  presence: (state: PresenceState) => void;
  /** Says why the operator is away; where nothing is kept, it cannot be said. */
  awayFor?: (reason: string) => void;
  act: (chat: number, act: PlaceAct) => void;
  /** Sends a reply, and the one kept ready from which it was made. */
  reply: (chat: number, text: string, canned: number | null) => void;
  type: (chat: number) => void;
  /** Sends a file; where nothing is kept, none can be sent. */
  sendFile?: (chat: number, file: File) => void;
  transfer: (chat: number, to: Transfer) => void;
  callIn: (chat: number, operator: string) => void;
  /** Tells that an answer of the bot's is wrong, or is not; where nothing is kept, it cannot be told. */
  markWrong?: (chat: number, entry: number, wrong: boolean) => void;
  /** Sets a chat aside for some minutes. */
  setAside: (chat: number, minutes: number) => void;
  /** Says how urgent a chat is, 0 to 9. */
  prioritize: (chat: number, priority: number) => void;
  /** Where labels, notes and tickets of a chat are kept; nowhere where nothing is. */
  margin?: (chat: number) => MarginPlace;
  /** What the visitor said in chats before; nothing where nothing is kept. */
  before?: (place: Place) => ReactNode;
  /** Joins or leaves a queue. */
  take: (queue: string, takes: boolean) => void;
}

/** A reply that is not at the server yet. */
export interface SendingReply {
  chat: number;
  key: string;
  text: string;
}

interface DeskTableProps {
  desk: DeskState;
  /** The instant that it is, in milliseconds. */
  at: number;
  typing: Record<number, string>;
  sending: SendingReply[];
  actions: DeskActions;
  /** What could not be done. */
  trouble: ReactNode;
  /** Replies that are kept ready. */
  canned?: CannedAtHand | undefined;
}

const STATES: { value: PresenceState; label: string }[] = [
  { value: 'present', label: '▲ Present' },
  { value: 'away', label: '◇ Away' },
  { value: 'gone', label: '○ Off' },
];

/** Whether the operator is here, and for which queues. */
export function DeskControls({ desk, actions }: Pick<DeskTableProps, 'desk' | 'actions'>) {
  return (
    <>
      <Presence state={desk.state} say={actions.presence} />
      {desk.state === 'away' && actions.awayFor && <AwayFor key={desk.reason} reason={desk.reason ?? ''} say={actions.awayFor} />}
      <span className="soft">
        {inUse(desk.places)} of {desk.self.capacity} in use
      </span>
      <Taken queues={desk.queues} take={actions.take} />
    </>
  );
}

const Presence = memo(function Presence({ state, say }: { state: string; say: DeskActions['presence'] }) {
  return <Segmented aria-label="Presence" options={STATES} value={STATES.find(({ value }) => value === state)?.value} onChange={say} />;
});

const NONE: SendingReply[] = [];

/** Who waits, and the places with their chats, at an instant in milliseconds. */
export function DeskTable({ desk, at, typing, sending, actions, trouble, canned }: DeskTableProps) {
  const { self, colleagues, queues, skills, acceptSeconds, replySeconds } = desk;
  const around: Around = useMemo(
    () => ({ self, colleagues, queues, skills, acceptSeconds, replySeconds }),
    [self, colleagues, queues, skills, acceptSeconds, replySeconds],
  );
  const free = desk.state === 'present' ? freePlaces(desk.self.capacity, desk.self.heaviest, desk.places) : 0;
  return (
    <>
      <WaitingAxis waiting={desk.waiting} at={at} take={desk.state === 'present' ? (chat) => actions.act(chat, 'take') : null} />
      {(desk.sentOn.length > 0 || desk.aside.length > 0) && (
        <ul className="sent-on" aria-label="Sent on or set aside by you">
          {desk.aside.map(({ chat, visitor, until }) => (
            <li key={chat}>
              {visitor ?? 'Visitor'} set aside, back at {timeOfDay(until)} or once they write
              <Button size="small" onClick={() => actions.act(chat, 'take-back')}>
                Take back
              </Button>
            </li>
          ))}
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
            desk={around}
            place={place}
            at={at}
            number={i + 1}
            typing={typing[place.chat]}
            sending={sending.length === 0 ? NONE : sending.filter(({ chat }) => chat === place.chat)}
            actions={actions}
            canned={canned}
          />
        ))}
        {Array.from({ length: free }, (_, i) => (
          <div key={`free ${i}`} className="place place-free">
            <span>free</span>
          </div>
        ))}
        {desk.state !== 'present' && desk.places.length === 0 && (
          <p className="desk-empty">
            {desk.state === 'away'
              ? 'You are away: no chats are offered to you.'
              : desk.reason && desk.since
                ? `Your shift was over at ${timeOfDay(desk.since)}, so you are off.`
                : 'You are off.'}{' '}
            Choose “Present” above to be offered chats.
          </p>
        )}
      </div>
    </>
  );
}

const REASONS = ['Break', 'Lunch', 'Meeting', 'Training', 'Paperwork'];

/** Why the operator is away, for colleagues and those who watch: one of some usual reasons, or in their own words. */
function AwayFor({ reason, say }: { reason: string; say: (reason: string) => void }) {
  const [text, setText] = useState(reason);
  return (
    <AutoComplete
      size="small"
      className="away-for"
      aria-label="Away for"
      placeholder="away for …"
      value={text}
      maxLength={40}
      options={REASONS.map((value) => ({ value }))}
      onChange={setText}
      onSelect={say}
      onBlur={() => text !== reason && say(text)}
      onKeyDown={(event) => {
        if (event.key === 'Enter' && !REASONS.includes(text)) say(text);
      }}
    />
  );
}

/** Which queues the operator takes chats of, to be joined and left for as long as they are here. */
const Taken = memo(function Taken({ queues, take }: { queues: DeskState['queues']; take: DeskActions['take'] }) {
  const taken = queues.filter(({ takes }) => takes);
  return (
    <Dropdown
      trigger={['click']}
      menu={{
        multiple: true,
        selectable: true,
        selectedKeys: taken.map(({ id }) => id),
        items: queues.map(({ id, name, takes }) => ({ key: id, label: `${takes ? '✓' : '+'} ${name}` })),
        onClick: ({ key }) => take(key, !taken.some(({ id }) => id === key)),
      }}
    >
      <Button type="text">
        takes from {taken.length} of {queues.length} queues ▾
      </Button>
    </Dropdown>
  );
});
