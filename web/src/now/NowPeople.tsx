import { Button, Checkbox, Popover } from 'antd';
import type { LiveNow, NowPerson } from '../api/model';
import { useMovePerson } from '../api/now';
import { timeOfDay } from '../places/clock';
import { ErrorNote } from '../ui/ErrorNote';
import { Languages } from '../ui/Languages';
import { ChatMark } from './NowView';

interface NowPeopleProps {
  plan: string;
  now: LiveNow;
  chosen: string | null;
  onRead: (chat: number) => void;
}

const ORDER = ['present', 'away', 'gone'];
const MARKS: Record<string, string> = { present: '●', away: '◐', gone: '○' };

/** People and what they hold; a click moves one into a queue for today. */
export function NowPeople({ plan, now, chosen, onRead }: NowPeopleProps) {
  const people = [...now.people].sort((a, b) => ORDER.indexOf(a.state) - ORDER.indexOf(b.state) || a.name.localeCompare(b.name));
  const here = people.filter(({ state }) => state !== 'gone');
  const gone = people.filter(({ state }) => state === 'gone');
  return (
    <section className="now-people" aria-label="People">
      {here.length === 0 && <p className="soft">Nobody is here. Operators are once they say so at the desk.</p>}
      <ul>
        {here.map((person) => (
          <li key={person.id}>
            <PersonName plan={plan} now={now} person={person} />
            {person.state === 'away' && person.since ? (
              <span className="soft">{`away ${timeOfDay(person.since)}${person.reason ? `, ${person.reason}` : ''}`}</span>
            ) : (
              <span>
                <Languages tags={person.languages} />
              </span>
            )}
            <Places person={person} />
            <span className="now-held">
              {person.chats.map((id) => {
                const chat = now.chats.find((one) => one.chat === id);
                return chat && <ChatMark key={id} chat={chat} at={now.at} chosen={String(id) === chosen} onRead={onRead} />;
              })}
            </span>
          </li>
        ))}
      </ul>
      {gone.length > 0 && (
        <p className="soft">
          ○ Gone: {gone.map(({ name }) => name).join(', ')}
        </p>
      )}
    </section>
  );
}

function Places({ person }: { person: NowPerson }) {
  return (
    <span className="now-places" role="img" aria-label={`${person.inUse} of ${person.capacity} in use`} title={`${person.inUse} of ${person.capacity} in use`}>
      {Array.from({ length: Math.min(person.capacity, 20) }, (_, place) => (
        <i key={place} className={place < person.inUse ? 'place-used' : undefined} />
      ))}
    </span>
  );
}

function PersonName({ plan, now, person }: { plan: string; now: LiveNow; person: NowPerson }) {
  const move = useMovePerson(plan);
  return (
    <Popover
      trigger="click"
      placement="rightTop"
      title={`${person.name} takes chats of, for as long as they are here`}
      content={
        <div className="now-moves">
          {now.queues.map(({ id, name }) => (
            <Checkbox
              key={id}
              checked={person.queues.includes(id)}
              disabled={move.isPending || person.state === 'gone'}
              onChange={(event) => move.mutate({ person: person.id, queue: id, takes: event.target.checked })}
            >
              {name}
            </Checkbox>
          ))}
          <ErrorNote error={move.error} />
        </div>
      }
    >
      <Button type="text" size="small" className="now-name">
        {MARKS[person.state]} {person.name}
      </Button>
    </Popover>
  );
}
