import { Button, InputNumber, Select, Space } from 'antd';
import { useState } from 'react';
import type { CheckExpectation, PlayedRehearsal } from '../api/rehearsals';
import { useWorkplace } from '../plan/workplace';
import { durationOf, clockOf, secondsOf } from '../time/duration';

const EVENTS = {
  queued: 'is queued',
  offered: 'is offered',
  assigned: 'is taken',
  moved: 'moves to another queue',
  lapsed: 'lapses as an offer',
  declined: 'is declined',
  'way-offered': 'is offered a way out',
  reminded: 'is reminded',
  transferred: 'is sent on',
  'handed-over': 'is handed over by the bot',
} as const;

const OUTCOMES = {
  answered: 'is answered by somebody',
  'finished-by-bot': 'is finished by the bot',
  'ended-by-operator': 'is ended by its operator',
  'ended-by-visitor': 'is ended by its visitor',
  'closed-silent': 'is closed after silence',
  'gave-up': 'gives up waiting',
  'left-message': 'leaves a message',
  'asked-call-back': 'asks for a call back',
  'turned-away': 'is turned away',
  'ended-by-ladder': 'is ended by its ladder',
  'ended-at-closing': 'is ended at closing',
} as const;

const WORDS: Record<string, string> = { ...EVENTS, ...OUTCOMES };

interface WriteExpectationProps {
  rehearsal: PlayedRehearsal;
  onWritten: (expectation: CheckExpectation) => void;
}

/** What must happen, or must not, though nothing like it happened in the rehearsal. */
export function WriteExpectation({ rehearsal, onWritten }: WriteExpectationProps) {
  const { plan } = useWorkplace().draft;
  const chats = [...new Set(rehearsal.trace.flatMap(({ chat }) => (chat ? [chat] : [])))];
  const [chat, setChat] = useState(chats[0]);
  const [comes, setComes] = useState(true);
  const [what, setWhat] = useState<string>('answered');
  const [operator, setOperator] = useState<string>();
  const [queue, setQueue] = useState<string>();
  const [topic, setTopic] = useState<string>();
  const [by, setBy] = useState(60);
  const isEvent = what in EVENTS;
  function write() {
    const about = comes ? (isEvent ? { event: what } : { outcome: what }) : { not: what };
    const detail = isEvent ? { operator: operator ?? null, queue: queue ?? null, topic: topic ?? null } : {};
    onWritten({ chat: chat ?? null, ...about, ...detail, by: durationOf(by * 1000) });
  }
  return (
    <fieldset className="write-expectation">
      <legend>Or write it</legend>
      <Space wrap>
        <Select aria-label="Chat" value={chat} onChange={setChat} options={chats.map((value) => ({ value }))} popupMatchSelectWidth={false} />
        <Select
          aria-label="Whether it must happen"
          value={comes}
          onChange={setComes}
          popupMatchSelectWidth={false}
          options={[
            { value: true, label: 'must' },
            { value: false, label: 'must not' },
          ]}
        />
        <Select
          aria-label="What"
          value={what}
          onChange={setWhat}
          popupMatchSelectWidth={false}
          options={[
            { label: 'It ends or is taken', options: Object.entries(OUTCOMES).map(([value, label]) => ({ value, label })) },
            { label: 'It happens', options: Object.entries(EVENTS).map(([value, label]) => ({ value, label })) },
          ]}
        />
        {isEvent && (
          <>
            <Select
              aria-label="With whom"
              allowClear
              placeholder="whomever"
              value={operator}
              onChange={setOperator}
              popupMatchSelectWidth={false}
              options={plan.operators.map(({ id, name }) => ({ value: id, label: name }))}
            />
            <Select
              aria-label="In which queue"
              allowClear
              placeholder="any queue"
              value={queue}
              onChange={setQueue}
              popupMatchSelectWidth={false}
              options={plan.queues.map(({ id, name }) => ({ value: id, label: name }))}
            />
            <Select
              aria-label="Known to be about"
              allowClear
              placeholder="whatever it is about"
              value={topic}
              onChange={setTopic}
              popupMatchSelectWidth={false}
              options={plan.topics.map(({ name }) => ({ value: name, label: `known to be about ${name}` }))}
            />
          </>
        )}
        <InputNumber aria-label="By second" prefix="by" suffix="s" min={0} precision={0} value={by} onChange={(seconds) => setBy(seconds ?? 0)} />
        <Button disabled={chats.length === 0} onClick={write}>
          Add
        </Button>
      </Space>
    </fieldset>
  );
}

/** "c1 is taken, Greta, known to be about Refunds, by 2:00". */
export function expectationWords({ chat, event, outcome, not, operator, topic, by }: CheckExpectation, operatorName: (id: string) => string) {
  const what = not ?? event ?? outcome ?? '';
  return `${chat ?? ''} ${not ? 'must not come by then: ' : ''}${WORDS[what] ?? what}${operator ? `, ${operatorName(operator)}` : ''}${topic ? `, known to be about ${topic}` : ''}, by ${clockOf(secondsOf(by) * 1000)}`;
}
