import { Button, Drawer } from 'antd';
import { memo, useState } from 'react';
import { type LeftMessage, useAnswerLeft, useCloseLeft, useLeftBehind } from '../api/desk';
import { useDrafts } from '../places/drafts';
import { formatInstant } from '../time/time';
import { BusyButton } from '../ui/BusyButton';
import { ErrorNote } from '../ui/ErrorNote';
import { languageName } from '../ui/languages';

/** Messages, wishes to be called back and chats that nobody answered: each is answered by mail, or closed. */
export const LeftBehind = memo(function LeftBehind({ plan }: { plan: string }) {
  const left = useLeftBehind(plan);
  const [open, setOpen] = useState(false);
  const waiting = left.data?.waiting ?? [];
  const unsent = left.data?.unsent ?? [];
  return (
    <>
      <Button type="text" onClick={() => setOpen(true)}>
        {unsent.length > 0 && '▴ '}left behind {waiting.length}
      </Button>
      <Drawer title="Left behind" open={open} onClose={() => setOpen(false)} size={520}>
        <ErrorNote error={left.error} />
        {unsent.length > 0 && (
          <section aria-label="Not sent yet">
            {unsent.map((letter) => (
              <p key={`${letter.chat} ${letter.writtenAt}`} className="rust">
                ▴ The mail to {letter.recipient} was tried {letter.tries === 1 ? 'once' : `${letter.tries} times`} and is not sent
                {letter.nextTry ? `; it is tried again at ${formatInstant(letter.nextTry)}` : ', and is not tried again'}. {letter.trouble}
              </p>
            ))}
          </section>
        )}
        {left.data && waiting.length === 0 && <p className="soft">Nobody waits for an answer.</p>}
        <ol className="left-behind">
          {waiting.map((one) => (
            <Left key={one.chat} plan={plan} left={one} />
          ))}
        </ol>
      </Drawer>
    </>
  );
});

const WHY: Record<string, string> = {
  'left-message': 'left a message',
  'asked-call-back': 'asks to be called back',
  'gave-up': 'gave up waiting',
};

function Left({ plan, left }: { plan: string; left: LeftMessage }) {
  const text = useDrafts(({ drafts }) => drafts[left.chat] ?? '');
  const write = useDrafts(({ write: writeDraft }) => writeDraft);
  const answer = useAnswerLeft(plan);
  const close = useCloseLeft(plan);
  const [key] = useState(() => crypto.randomUUID());
  const late = left.until ? Date.parse(left.until) < Date.now() : false;
  function send() {
    answer.mutate({ chat: left.chat, key, text: text.trim() }, { onSuccess: () => write(left.chat, '') });
  }
  const who = left.visitor ?? left.email ?? 'A visitor';
  return (
    <li aria-label={who}>
      <h3>
        {who} <span className="soft">{WHY[left.outcome] ?? left.outcome}</span>
      </h3>
      <p className="soft">
        {left.door} · {languageName(left.language)} · {formatInstant(left.leftAt)}
        {left.until && (
          <>
            {' '}
            · <span className={late ? 'rust' : ''}>{late ? '▴ promised' : 'promised'} by {formatInstant(left.until)}</span>
          </>
        )}
      </p>
      {left.said.map((line) => (
        <blockquote key={line.at + line.text} dir="auto">
          <span className="soft">{line.from}:</span> {line.text}
        </blockquote>
      ))}
      <dl className="left-answers">
        {left.answers.map(({ question, answer: given }) => (
          <div key={question}>
            <dt>{question}</dt>
            <dd dir="auto">{given}</dd>
          </div>
        ))}
        {left.callBack && (
          <div>
            <dt>Call back</dt>
            <dd>
              <a href={`tel:${left.callBack}`}>{left.callBack}</a>
              {left.callBackTime && <bdi> · {left.callBackTime}</bdi>}
            </dd>
          </div>
        )}
      </dl>
      {left.email && (
        <textarea
          rows={4}
          aria-label={`Answer to ${who}`}
          value={text}
          maxLength={4000}
          dir="auto"
          onChange={(event) => write(left.chat, event.target.value)}
        />
      )}
      <div className="place-row">
        {left.email && (
          <BusyButton type="primary" disabled={!text.trim()} busy={answer.isPending} onClick={send}>
            Send to {left.email}
          </BusyButton>
        )}
        <BusyButton busy={close.isPending} onClick={() => close.mutate(left.chat)}>
          {left.callBack ? 'Called back' : 'Needs no answer'}
        </BusyButton>
      </div>
      <ErrorNote error={answer.error ?? close.error} />
    </li>
  );
}
