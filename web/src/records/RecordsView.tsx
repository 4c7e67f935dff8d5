import { Button } from 'antd';
import type { RecordLine } from '../api/model';
import { recordsFile, useRecords, wholeRecords } from '../api/records';
import { useAddress } from '../plan/useAddress';
import { useWorkplace } from '../plan/workplace';
import { formatInstant, formatSeconds } from '../time/time';
import { BusyButton } from '../ui/BusyButton';
import { ErrorNote } from '../ui/ErrorNote';
import { Erase } from './Erase';
import { LifeLine, lengthOf } from './LifeLine';
import { outcomeWords } from '../ui/outcome';
import { RecordPanel } from './RecordPanel';
import { RecordSearch, SEARCHED, type Searched } from './RecordSearch';
import { WhoRead } from './WhoRead';
import './records.css';
import { Languages } from '../ui/Languages';

const CHAT = 'chat';
/** No more are counted. */
const MOST_COUNTED = 10_000;

/** Finished chats as life lines, and one of them with all that happened in it. */
export function RecordsView() {
  const { draft, account } = useWorkplace();
  const [params, change] = useAddress();
  const search = new URLSearchParams([...params].filter(([name]) => SEARCHED.some((one) => one === name)));
  const records = useRecords(draft.id, search.toString());
  const chosen = params.get(CHAT);
  const found = records.data?.pages[0]?.found ?? null;
  const look = (wanted: Partial<Record<Searched, string[] | string | null>>) => change(wanted, { replace: true });
  const lines = records.data?.pages.flatMap((page) => page.lines) ?? [];
  const longest = Math.max(60, ...lines.map(({ life }) => lengthOf(life)));
  const choose = (chat: number | null) => change({ [CHAT]: chat === null ? null : String(chat) });
  return (
    <div className="records">
      <section className="records-main" aria-label="Finished chats">
        <div className="view-head">
          <h1>Records</h1>
          <span className="soft">
            {found !== null && `${found === MOST_COUNTED ? 'at least ' : ''}${found.toLocaleString('en')} ${found === 1 ? 'chat' : 'chats'}, `}
            the longest line is {formatSeconds(longest)}
          </span>
          <span className="header-space" />
          {account.permissions.includes('EXPORT') && (
            <>
              <Button href={recordsFile(draft.id, search.toString())} disabled={found === 0}>
                As a CSV
              </Button>
              <Button href={wholeRecords(draft.id, search.toString())} disabled={found === 0 || found === null || found > 1000}>
                All of it, JSON
              </Button>
            </>
          )}
          <WhoRead plan={draft.id} />
          {account.permissions.includes('ERASE') && <Erase plan={draft.id} doors={draft.plan.doors} search={search.toString()} found={found} />}
          <BusyButton busy={records.isFetching} onClick={() => void records.refetch()}>
            Look again
          </BusyButton>
        </div>
        <RecordSearch id={draft.id} plan={draft.plan} search={search} onSearch={look} />
        <p className="legend">
          <i className="life-door" /> at the door <i className="life-bot" /> bot <i className="life-queue" /> waiting{' '}
          <i className="life-operator" /> operator
        </p>
        <ErrorNote error={records.error} />
        {records.data && lines.length === 0 && search.size > 0 && <p>No chat is like this. Take one of the limits above away.</p>}
        {records.data && lines.length === 0 && search.size === 0 && (
          <p>No chat has ended yet. Take the plan live, open a door on a site, and answer at the desk: what comes of it is kept here.</p>
        )}
        <ol className="record-list">
          {lines.map((line) => (
            <RecordRow
              key={line.chat}
              line={line}
              longest={longest}
              chosen={String(line.chat) === chosen}
              onChoose={() => choose(line.chat)}
            />
          ))}
        </ol>
        {records.hasNextPage && (
          <BusyButton busy={records.isFetchingNextPage} onClick={() => void records.fetchNextPage()}>
            Older ones
          </BusyButton>
        )}
      </section>
      {chosen && <RecordPanel plan={draft.id} chat={chosen} onClose={() => choose(null)} />}
    </div>
  );
}

function RecordRow({ line, longest, chosen, onChoose }: { line: RecordLine; longest: number; chosen: boolean; onChoose: () => void }) {
  return (
    <li>
      <button type="button" className={chosen ? 'record-row record-chosen' : 'record-row'} aria-pressed={chosen} onClick={onChoose}>
        <span className="record-when">{formatInstant(line.endedAt)}</span>
        <span>
          {line.door} <Languages tags={[line.language]} />
        </span>
        <LifeLine life={line.life} longest={longest} />
        <span>
          {line.operator ?? line.queue ?? ''} <span className="soft">{outcomeWords(line.outcome)}</span>
        </span>
      </button>
    </li>
  );
}
