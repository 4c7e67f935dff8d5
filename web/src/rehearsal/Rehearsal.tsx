import { Button, Dropdown, Input, Select } from 'antd';
import { useEffect, useRef, useState } from 'react';
import { call, save } from '../api/client';
import { type CheckStep, type PlayedRehearsal, useRehearse, useRehearsedDoor, useScene } from '../api/rehearsals';
import { DeskControls, DeskTable, type DeskActions } from '../places/DeskTable';
import { useAddress } from '../plan/useAddress';
import { useWorkplace } from '../plan/workplace';
import { formatMoment } from '../time/time';
import { BusyButton } from '../ui/BusyButton';
import { Dialog } from '../ui/Dialog';
import { ErrorNote } from '../ui/ErrorNote';
import { KeepAsCheck } from './KeepAsCheck';
import { instantsOf, lastBy, nextAfter } from './moments';
import { clockOf, durationOf, readClock, secondsOf } from '../time/duration';
import { NewVisitor } from './NewVisitor';
import { Score } from './Score';
import { StandIns } from './StandIns';
import { Trace } from './Trace';
import { VisitorPane } from './VisitorPane';

const TICK_MILLIS = 200;
const FAST = 20;
const T = 't';

type Dialog = 'visitor' | 'stand-ins' | 'check' | null;

/** A rehearsal as a score: the axis, the parties that act under it, and beside them what came of it. */
export function Rehearsal({ rehearsal, onClose }: { rehearsal: PlayedRehearsal; onClose: () => void }) {
  const { draft, week, canEdit } = useWorkplace();
  const rehearse = useRehearse(draft.id, rehearsal.id);
  const [params, change] = useAddress();
  const [millis, setMillis] = useState(() => Number(params.get(T) ?? 0));
  const [speed, setSpeed] = useState(0);
  const [chosenChat, setChat] = useState<string | null>(null);
  const [chosenOperator, setOperator] = useState<string | null>(null);
  const [dialog, setDialog] = useState<Dialog>(null);
  const mayCut = useRef(false);
  /** What waits for its user to say whether it may cut away what comes after. */
  const [asking, setAsking] = useState<CheckStep[] | null>(null);
  const instants = instantsOf(rehearsal);
  const scene = useScene(draft.id, rehearsal, lastBy(instants, millis));
  const visitors = scene.data?.visitors ?? [];
  const visitor = visitors.find(({ name }) => name === chosenChat) ?? visitors.at(-1);
  const desks = scene.data?.desks ?? [];
  const busy = [...desks].sort((one, other) => other.places.length - one.places.length);
  const desk = desks.find(({ self }) => self.id === chosenOperator) ?? busy[0];
  const operatorName = (id: string) => draft.plan.operators.find((one) => one.id === id)?.name ?? id;
  const at = Date.parse(rehearsal.from) + millis;

  useEffect(() => {
    if (speed === 0) return;
    const timer = setInterval(() => setMillis((before) => before + TICK_MILLIS * speed), TICK_MILLIS);
    return () => clearInterval(timer);
  }, [speed]);

  // The address keeps where the clock stands, so that a reload finds it there.
  useEffect(() => {
    if (speed !== 0) return;
    const timer = setTimeout(() => change({ [T]: String(Math.round(millis)) }, { replace: true }), 400);
    return () => clearTimeout(timer);
  }, [millis, speed, change]);

  function seek(to: number) {
    setSpeed(0);
    setMillis(Math.round(to));
  }

  /** What falls on this instant by itself is seen already, so what is done comes a moment after it. */
  function act(step: Omit<CheckStep, 'at'>) {
    const then = instants.includes(Math.round(millis)) ? Math.round(millis) + 1 : millis;
    setMillis(then);
    actAt([{ ...step, at: durationOf(then) }]);
  }

  /** What was done later would not fit what is done now: it is cut away, which is asked once. */
  function actAt(steps: CheckStep[]) {
    const first = firstOf(steps);
    const later = rehearsal.steps.some((step) => secondsOf(step.at) * 1000 > first);
    if (later && !mayCut.current) setAsking(steps);
    else rehearse.mutate({ do: 'acts', cut: later, steps });
  }

  function cutAway(steps: CheckStep[]) {
    mayCut.current = true;
    setAsking(null);
    rehearse.mutate({ do: 'acts', cut: true, steps });
  }

  async function exportScript() {
    const script = await call('GET', '/plans/{plan}/rehearsals/{rehearsal}/script', { plan: draft.id, rehearsal: rehearsal.id });
    save(new Blob([JSON.stringify(script, null, 2)], { type: 'application/json' }), `${rehearsal.name}.json`);
  }

  const operator = desk?.self.id ?? '';
  const nameOf = (chat: number) => visitors.find(({ view }) => view.chat === chat)?.name ?? '';
  const actions: DeskActions = {
    presence: (state) => act({ do: state, operator }),
    act: (chat, what) =>
      act({ do: what === 'take' ? 'assign' : what, operator, chat: nameOf(chat), ...(what === 'end' ? { by: 'operator' } : {}) }),
    reply: (chat, text) => act({ do: 'say', by: 'operator', operator, chat: nameOf(chat), text }),
    type: () => undefined,
    transfer: (chat, to) => act({ do: 'transfer', operator, chat: nameOf(chat), to }),
    callIn: (chat, colleague) => act({ do: 'call-in', operator: colleague, chat: nameOf(chat) }),
    setAside: (chat, minutes) =>
      act({ do: 'set-aside', operator, chat: nameOf(chat), until: durationOf(millis + minutes * 60_000) }),
    prioritize: (chat, priority) => act({ do: 'prioritize', chat: nameOf(chat), priority }),
    take: (queue, takes) => act({ do: takes ? 'join-queue' : 'leave-queue', operator, queue }),
  };

  const next = nextAfter(instants, millis);
  return (
    <div className="rehearsal">
      <section className="rehearsal-main" aria-label="Rehearsal">
        <div className="view-head">
          <Button type="text" onClick={onClose}>
            ‹ Rehearsals
          </Button>
          <h1>{rehearsal.name}</h1>
          <span className="soft">
            {sourceWords(rehearsal.source)}
            {rehearsal.against && ` beside ${sourceWords(rehearsal.against)}`}, from {formatMoment(rehearsal.from, week.timeZone)}
          </span>
          {rehearsal.outdated && (
            <span className="warns">
              ◆ changed since{' '}
              <BusyButton size="small" busy={rehearse.isPending} onClick={() => rehearse.mutate({ do: 'plan' })}>
                Take it as it is now
              </BusyButton>
            </span>
          )}
          <span className="header-space" />
          <BusyButton disabled={!rehearsal.undoable} busy={rehearse.isPending} onClick={() => rehearse.mutate({ do: 'undo' })}>
            Take back
          </BusyButton>
          <Dropdown
            trigger={['click']}
            menu={{
              items: [
                { key: 'check', label: 'Keep as a check', disabled: !canEdit },
                { key: 'export', label: 'Export' },
              ],
              onClick: ({ key }) => (key === 'check' ? setDialog('check') : void exportScript()),
            }}
          >
            <Button>Keep ▾</Button>
          </Dropdown>
        </div>
        <div className="rehearsal-row" role="toolbar" aria-label="Clock">
          <Button aria-pressed={speed === 0} onClick={() => setSpeed(0)}>
            ‖ Stand
          </Button>
          <Button aria-pressed={speed === 1} onClick={() => setSpeed(1)}>
            ▸ Run
          </Button>
          <Button aria-pressed={speed === FAST} onClick={() => setSpeed(FAST)}>
            ▸▸ ×{FAST}
          </Button>
          <Button onClick={() => seek(lastBy(instants, millis - 1))}>↤ Before</Button>
          <Button disabled={next === undefined} onClick={() => next !== undefined && seek(next)}>
            ↦ Next
          </Button>
          <ClockField millis={millis} onMillis={seek} />
          <span className="header-space" />
          <Button type="primary" onClick={() => setDialog('visitor')}>
            Add visitors
          </Button>
          <Dropdown
            trigger={['click']}
            menu={{
              items: draft.plan.operators
                .filter(({ id }) => !desks.some(({ self }) => self.id === id))
                .map(({ id, name }) => ({ key: id, label: name })),
              onClick: ({ key }) => {
                act({ do: 'present', operator: key });
                setOperator(key);
              },
            }}
          >
            <Button>Somebody comes ▾</Button>
          </Dropdown>
          <Button onClick={() => setDialog('stand-ins')}>Stand-ins{rehearsal.standIns.length > 0 && ` (${rehearsal.standIns.length})`}</Button>
        </div>
        <ErrorNote error={rehearse.error ?? scene.error} />
        <Score
          rehearsal={rehearsal}
          millis={millis}
          instants={instants}
          chat={visitor?.name ?? null}
          operator={operator}
          operatorName={operatorName}
          onMillis={seek}
          onChat={setChat}
          onOperator={setOperator}
        />
        <div className="parties">
          {visitor ? (
            <RehearsedVisitor rehearsal={rehearsal} visitor={visitor} onAct={(step) => act(step)} />
          ) : (
            <p className="party-empty">No visitor has come by then. “Add visitors” lets one arrive at {clockOf(millis)}.</p>
          )}
          {desk ? (
            <section className="rehearsed-desk" aria-label="Desk">
              <header>
                <Select
                  aria-label="Whose desk"
                  value={operator}
                  onChange={setOperator}
                  options={desks.map(({ self, places }) => ({
                    value: self.id,
                    label: places.length > 0 ? `${self.name} (${places.length})` : self.name,
                  }))}
                />
                <DeskControls desk={desk} actions={actions} />
              </header>
              <DeskTable desk={desk} at={at} typing={{}} sending={[]} actions={actions} trouble={null} />
            </section>
          ) : (
            <p className="party-empty">Nobody is there to answer. “Somebody comes” lets an operator begin at {clockOf(millis)}.</p>
          )}
        </div>
      </section>
      <Trace rehearsal={rehearsal} millis={millis} operatorName={operatorName} onMillis={seek} />
      {asking && (
        <Dialog
          open
          title="Take it another way from here?"
          okText="Cut it away"
          cancelText="Leave it"
          onOk={() => cutAway(asking)}
          onCancel={() => setAsking(null)}
        >
          What was done after {clockOf(firstOf(asking))} is cut away. “Take back” brings it back.
        </Dialog>
      )}
      {dialog === 'visitor' && (
        <NewVisitor rehearsal={rehearsal} millis={millis} onClose={() => setDialog(null)} onSteps={actAt} onChat={setChat} />
      )}
      {dialog === 'stand-ins' && (
        <StandIns
          rehearsal={rehearsal}
          operatorName={operatorName}
          chats={visitors.map(({ name }) => name)}
          operators={desks.map(({ self }) => self.id)}
          onClose={() => setDialog(null)}
          onStandIns={(standIns) => rehearse.mutate({ do: 'stand-ins', standIns })}
        />
      )}
      {dialog === 'check' && <KeepAsCheck rehearsal={rehearsal} operatorName={operatorName} onClose={() => setDialog(null)} />}
    </div>
  );
}

/** When the first of some steps is, in milliseconds. */
const firstOf = (steps: CheckStep[]) => Math.min(...steps.map((step) => secondsOf(step.at) * 1000));

const sourceWords = (source: string) =>
  source === 'draft' ? 'the draft' : source === 'live' ? 'the live plan' : `revision ${source}`;

function RehearsedVisitor({
  rehearsal,
  visitor,
  onAct,
}: {
  rehearsal: PlayedRehearsal;
  visitor: { name: string; door: string; language: string; view: Parameters<typeof VisitorPane>[0]['view'] };
  onAct: (step: Omit<CheckStep, 'at'>) => void;
}) {
  const { draft } = useWorkplace();
  const door = useRehearsedDoor(draft.id, rehearsal, visitor.door, visitor.language);
  if (!door.data) return <ErrorNote error={door.error} />;
  return <VisitorPane key={visitor.name} name={visitor.name} door={door.data} view={visitor.view} onAct={onAct} />;
}

/** Where the clock stands, to be typed over. */
function ClockField({ millis, onMillis }: { millis: number; onMillis: (millis: number) => void }) {
  const [text, setText] = useState<string | null>(null);
  function commit() {
    const to = text === null ? null : readClock(text);
    setText(null);
    if (to !== null) onMillis(to);
  }
  return (
    <Input
      className="clock-field"
      aria-label="Clock"
      value={text ?? clockOf(millis)}
      onChange={(event) => setText(event.target.value)}
      onBlur={commit}
      onPressEnter={commit}
    />
  );
}
