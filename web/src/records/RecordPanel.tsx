import { Button, Input } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import type { ChatRating, RecordEntry } from '../api/model';
import { inRecord } from '../api/margin';
import { useMailRecord, useRecord } from '../api/records';
import { Margin } from '../margin/Margin';
import { useWorkplace } from '../plan/workplace';
import { usePlace } from '../plan/place';
import type { ElementKind } from '../api/model';
import { formatInstant, formatSeconds } from '../time/time';
import { ErrorNote } from '../ui/ErrorNote';
import { SaidWords } from '../places/SaidWords';
import { LifeLine, lengthOf } from './LifeLine';
import { outcomeWords } from '../ui/outcome';
import { languageName } from '../ui/languages';
import { NoMail } from '../settings/NoMail';

/** One finished chat: its life, what was said, and why what happened did. */
export function RecordPanel({ plan, chat, onClose }: { plan: string; chat: string; onClose: () => void }) {
  const { data, error } = useRecord(plan, Number(chat));
  const { draft, account } = useWorkplace();
  const [mailing, setMailing] = useState(false);
  const [trace, setTrace] = useState(true);
  const begun = data?.line.arrivedAt ?? '';
  return (
    <aside className="panel record" aria-label="Record">
      <div className="record-head">
        <h2>Chat {chat}</h2>
        <Button size="small" aria-pressed={trace} onClick={() => setTrace(!trace)}>
          {trace ? 'Only what was said' : 'With the trace'}
        </Button>
        <Button size="small" onClick={() => window.print()}>
          Print
        </Button>
        {account.permissions.includes('EXPORT') && (
          <Button size="small" aria-expanded={mailing} onClick={() => setMailing(!mailing)}>
            Mail…
          </Button>
        )}
        <Button size="small" onClick={onClose}>
          Close
        </Button>
      </div>
      {mailing && <MailRecord plan={plan} chat={Number(chat)} />}
      <ErrorNote error={error} />
      {data && (
        <>
          {data.erasedAt && <p className="soft">What was written in it was erased on {formatInstant(data.erasedAt)}. What happened, and what is counted, stays.</p>}
          <LifeLine life={data.line.life} longest={lengthOf(data.line.life)} tall />
          <dl className="record-facts">
            <dt>Ended</dt>
            <dd>
              {outcomeWords(data.line.outcome)}, {formatInstant(data.line.endedAt)}
            </dd>
            <dt>Came by</dt>
            <dd>
              {data.line.door}, {languageName(data.line.language)}
              {data.page && `, from ${data.page}`}
            </dd>
            <dt>Waited</dt>
            <dd>{formatSeconds(data.line.waitedMillis / 1000)}</dd>
            {data.known.map(({ name, value }) => (
              <Fact key={name} name={name} value={value} />
            ))}
            {data.consents.map(({ id, text, agreed }) => (
              <Fact key={id} name={agreed ? 'Agreed to' : 'Did not agree to'} value={text} />
            ))}
            {data.rating && <Fact name="Rated" value={ratingWords(data.rating)} />}
            <Fact name="Revision" value={String(data.line.revision)} />
          </dl>
          <section className="record-margin" aria-label="Beside this chat">
            <Margin
              place={inRecord(plan, Number(chat))}
              margin={data.margin}
              tickets={data.tickets}
              people={draft.plan.operators.map(({ name }) => name)}
              numbers
            />
          </section>
          <ol className="record-entries">
            {data.entries
              .filter((entry) => entry.text !== null || (trace && entry.event !== 'said'))
              .map((entry) => (
                <Entry key={entry.number} entry={entry} begun={begun} />
              ))}
          </ol>
        </>
      )}
    </aside>
  );
}

function MailRecord({ plan, chat }: { plan: string; chat: number }) {
  const mail = useMailRecord(plan, chat);
  const [to, setTo] = useState('');
  return (
    <form
      className="record-mail"
      onSubmit={(event) => {
        event.preventDefault();
        mail.mutate(to.trim());
      }}
    >
      <NoMail />
      <Input autoFocus aria-label="Mail what was said to" placeholder="Mail what was said to" value={to} onChange={(event) => setTo(event.target.value)} />
      <Button htmlType="submit" disabled={to.trim() === '' || mail.isPending}>
        Send
      </Button>
      <span role="status" className="enough">
        {mail.isSuccess && `▴ On its way to ${mail.variables}; see Outbox`}
      </span>
      <ErrorNote error={mail.error} />
    </form>
  );
}

const ratingWords = ({ mark, comment }: ChatRating) => `${mark} of 5${comment ? `: “${comment}”` : ''}`;

function Fact({ name, value }: { name: string; value: string }) {
  return (
    <>
      <dt>{name}</dt>
      <dd dir="auto">{value}</dd>
    </>
  );
}

function Entry({ entry, begun }: { entry: RecordEntry; begun: string }) {
  const { viewOf } = usePlace();
  const seconds = (Date.parse(entry.at) - Date.parse(begun)) / 1000;
  const { setting } = entry;
  return (
    <li className={entry.text ? `said said-${entry.author}` : 'record-step'}>
      <span className="record-at">{formatSeconds(seconds)}</span>
      {entry.text ? (
        <span>
          <strong>{entry.author === 'operator' ? entry.operator : entry.author}</strong> <SaidWords text={entry.text} file={entry.file} />
        </span>
      ) : (
        <span className="soft">
          <strong>{entry.event.replaceAll('-', ' ')}</strong>
          {entry.because && `: ${entry.because}`}{' '}
          {setting && <Link to={`${viewOf(setting.kind as ElementKind)}?sel=${setting.kind}/${setting.id}`}>setting</Link>}
        </span>
      )}
    </li>
  );
}
