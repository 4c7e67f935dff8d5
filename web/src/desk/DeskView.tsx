import { useEffect, useMemo, useRef, useState } from 'react';
import { Link } from 'react-router';
import {
  type Desk as DeskState,
  tellMarks,
  tellTyping,
  useCallIn,
  useMarkWrong,
  useDesk,
  useDeskWire,
  usePlaceAct,
  usePresence,
  usePrioritize,
  useReply,
  useSendFile,
  useSetAside,
  useTaking,
  useTransfer,
} from '../api/desk';
import { useCanned } from '../api/canned';
import { atDesk } from '../api/margin';
import type { Account } from '../api/model';
import { useSignOut } from '../api/session';
import { now } from '../time/clock';
import { addMinutes } from '../time/time';
import { Away } from '../ui/Away';
import { BusyButton } from '../ui/BusyButton';
import { ErrorNote } from '../ui/ErrorNote';
import type { DeskActions, SendingReply } from '../places/DeskTable';
import { Desk } from './Desk';
import { EarlierChats } from './EarlierChats';
import { KeptReplies } from './KeptReplies';
import { LeftBehind } from './LeftBehind';
import { MentionedIn } from './MentionedIn';
import { MyDay } from './MyDay';
import { NoticeWishes } from './NoticeWishes';

const TYPING_MILLIS = 1500;
const MARK_MILLIS = 500;

/** The desk of whoever is signed in, on the live plan. */
export function DeskView({ plan, account }: { plan: string; account: Account }) {
  const desk = useDesk(plan);
  if (!desk.data) {
    return (
      <main className="gate">
        {desk.error ? (
          <div className="gate-card">
            <ErrorNote error={desk.error} />
            {account.permissions.includes('DESIGN') && <Link to="/people">Look at the people of the plan</Link>}
          </div>
        ) : (
          <Away reason={desk.failureReason} />
        )}
      </main>
    );
  }
  return <LiveDesk plan={plan} account={account} desk={desk.data} />;
}

function LiveDesk({ plan, account, desk }: { plan: string; account: Account; desk: DeskState }) {
  const { connected, typing } = useDeskWire(plan, desk.self.id);
  const signOut = useSignOut();
  const presence = usePresence(plan);
  const act = usePlaceAct(plan);
  const reply = useReply(plan);
  const sendFile = useSendFile(plan);
  const transfer = useTransfer(plan);
  const callIn = useCallIn(plan);
  const markWrong = useMarkWrong(plan);
  const taking = useTaking(plan);
  const setAside = useSetAside(plan);
  const prioritize = usePrioritize(plan);
  const canned = useCanned(plan);
  const [sending, setSending] = useState<SendingReply[]>([]);
  const typed = useRef(0);
  useMarks(plan, desk);

  const here = useMemo(() => new Set(desk.places.flatMap(({ lines }) => lines.map(({ key }) => key))), [desk.places]);
  const hereNow = useRef(here);
  useEffect(() => {
    hereNow.current = here;
  }, [here]);
  // The same from render to render: places in which nothing was said stay as they are.
  const actions = useMemo(
    (): DeskActions => ({
      presence: (state) => presence.mutate({ state, reason: null }),
      awayFor: (reason) => presence.mutate({ state: 'away', reason }),
      act: (chat, what) => act.mutate({ chat, act: what }),
      reply: (chat, text, kept) => {
        const key = crypto.randomUUID();
        setSending((all) => [...all.filter((one) => !hereNow.current.has(one.key)), { chat, key, text }]);
        reply.mutate(
          { chat, key, text, canned: kept },
          { onError: () => setSending((all) => all.filter((one) => one.key !== key)) },
        );
      },
      sendFile: (chat, file) => sendFile.mutate({ chat, key: crypto.randomUUID(), file }),
      type: (chat) => {
        if (Date.now() - typed.current < TYPING_MILLIS) return;
        typed.current = Date.now();
        tellTyping(plan, chat);
      },
      transfer: (chat, to) => transfer.mutate({ chat, to }),
      callIn: (chat, operator) => callIn.mutate({ chat, operator }),
      markWrong: (chat, entry, wrong) => markWrong.mutate({ chat, entry, wrong }),
      setAside: (chat, minutes) => setAside.mutate({ chat, until: addMinutes(now(), minutes) }),
      prioritize: (chat, priority) => prioritize.mutate({ chat, priority }),
      margin: (chat) => atDesk(plan, chat),
      before: ({ chat, visitor, facts }) => (visitor !== null || facts.length > 0) && <EarlierChats plan={plan} chat={chat} />,
      take: (queue, takes) => taking.mutate({ queue, takes }),
    }),
    [
      plan,
      presence.mutate,
      act.mutate,
      reply.mutate,
      sendFile.mutate,
      transfer.mutate,
      callIn.mutate,
      markWrong.mutate,
      taking.mutate,
      setAside.mutate,
      prioritize.mutate,
    ],
  );
  const failure = presence.error ?? act.error ?? reply.error ?? sendFile.error ?? transfer.error ?? callIn.error ?? markWrong.error ?? taking.error ?? setAside.error ?? prioritize.error;
  return (
    <Desk
      desk={desk}
      typing={typing}
      sending={sending.length === 0 ? sending : sending.filter(({ key }) => !here.has(key))}
      actions={actions}
      canned={canned.data}
      head={
        <>
          <span className="state-band state-live">Live</span>
          {!connected && <span className="warns">◆ connecting again …</span>}
          <LeftBehind plan={plan} />
          <KeptReplies plan={plan} />
          <MyDay plan={plan} />
          <NoticeWishes />
          <MentionedIn plan={plan} mentions={desk.mentions} />
          <span className="header-space" />
          {account.permissions.includes('DESIGN') && <Link to={`/passage?plan=${plan}`}>To the plan</Link>}
          <BusyButton type="text" busy={signOut.isPending} onClick={() => signOut.mutate()}>
            Sign out
          </BusyButton>
        </>
      }
      trouble={failure ? <ErrorNote error={failure} /> : null}
    />
  );
}

/** Tells how far this screen has got every chat, and read it while it can be seen: now and then, however much is said. */
function useMarks(plan: string, desk: DeskState) {
  const places = useRef(desk.places);
  useEffect(() => {
    places.current = desk.places;
  }, [desk.places]);
  useEffect(() => {
    const told = new Map<number, number>();
    const timer = setInterval(() => {
      if (document.visibilityState !== 'visible') return;
      for (const { chat, number, stage } of places.current) {
        if (stage !== 'held' || (told.get(chat) ?? 0) >= number) continue;
        told.set(chat, number);
        tellMarks(plan, chat, number, number);
      }
    }, MARK_MILLIS);
    return () => clearInterval(timer);
  }, [plan]);
}
