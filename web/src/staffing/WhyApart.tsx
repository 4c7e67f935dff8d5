import type { Against } from '../api/model';
import { formatShare } from '../time/time';

type Seen = Against['queues'][number]['slots'][number];

const WORDS: Record<Seen['why'][number], string> = {
  OTHERS_HELP: 'people who count for other queues take its chats while they are free',
  SHARED: 'some of the people counted for it get chats of other queues meanwhile',
  FEW_ABLE: 'some of its chats, by language or skill, can be taken by fewer people than they need',
  LEFT_OVER: 'chats wait already as the half-hour begins',
  LADDER: 'its ladder lets others take its chats, moves or ends them',
  ABSENCES: 'so few are there that it matters when each is away',
  UNEVEN: 'who gets the next chat is not whoever holds least, so that some are slowed down while others hold nothing',
};

/** Why the staffing model and the simulation say different things of a queue, where they do. */
export function WhyApart({ name, seen }: { name: string; seen: Seen | undefined }) {
  if (!seen?.apart || seen.simulated == null) return null;
  return (
    <>
      <h3>
        {name}: {formatShare(seen.formula, 0)} by the formula, {formatShare(seen.simulated, 0)} simulated
      </h3>
      <p>What the formula leaves out here:</p>
      <ul className="why-apart">
        {seen.why.map((why) => (
          <li key={why}>{WORDS[why]}</li>
        ))}
        {seen.why.length === 0 && <li>that every queue and half-hour is part of one week</li>}
      </ul>
    </>
  );
}
