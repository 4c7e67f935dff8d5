import { Button, Input, Select, Upload } from 'antd';
import { useId, useState } from 'react';
import {
  type CannedAtHand,
  type CannedReply,
  type CannedTaken,
  cannedFile,
  useCanned,
  useKeepCanned,
  useRemoveCanned,
  useTakeCanned,
} from '../api/canned';
import { formatInstant } from '../time/time';
import { BusyButton } from '../ui/BusyButton';
import { ErrorNote } from '../ui/ErrorNote';
import { Faults } from '../ui/Faults';
import './canned.css';
import { languageName } from '../ui/languages';

/** Replies that are kept ready: looked through, written, and exchanged as a table. */
export function CannedReplies({ plan }: { plan: string }) {
  const canned = useCanned(plan);
  const take = useTakeCanned(plan);
  const [look, setLook] = useState('');
  const [open, setOpen] = useState<number | 'new' | null>(null);
  if (!canned.data) return <ErrorNote error={canned.error} />;
  const { replies, shares, keeps } = canned.data;
  const letters = look.trim().toLocaleLowerCase();
  const shown = replies.filter(
    ({ shortcut, texts }) => !letters || [shortcut, ...Object.values(texts)].some((text) => text.toLocaleLowerCase().includes(letters)),
  );
  const unused = replies.filter(({ uses }) => uses === 0).length;
  return (
    <div className="canned">
      <div className="canned-tools">
        <Input
          type="search"
          aria-label="Find a reply"
          placeholder="Shortcut or words"
          allowClear
          value={look}
          onChange={(event) => setLook(event.target.value)}
        />
        {(shares || keeps) && <Button onClick={() => setOpen('new')}>Write a reply</Button>}
        {shares && (
          <>
            <Button href={cannedFile(plan)}>As a CSV</Button>
            <Upload
              accept=".csv,text/csv"
              showUploadList={false}
              beforeUpload={(file) => {
                take.mutate(file);
                return false;
              }}
            >
              <BusyButton busy={take.isPending}>From a CSV …</BusyButton>
            </Upload>
          </>
        )}
      </div>
      <ErrorNote error={canned.error ?? take.error} />
      {take.data && <Taken taken={take.data} />}
      {open === 'new' && <Editor plan={plan} atHand={canned.data} reply={null} onDone={() => setOpen(null)} />}
      {replies.length === 0 && open === null && (
        <p>
          No reply is kept ready yet. Write one that is often needed; at the desk “/” and a few letters of its shortcut bring it into the
          reply, with what is known of the chat filled in.
        </p>
      )}
      {unused > 0 && replies.length > unused && (
        <p className="soft">
          {unused} of {replies.length} {unused === 1 ? 'was' : 'were'} never used.
        </p>
      )}
      <ul className="canned-list">
        {shown.map((reply) =>
          open === reply.id ? (
            <li key={reply.id}>
              <Editor plan={plan} atHand={canned.data} reply={reply} onDone={() => setOpen(null)} />
            </li>
          ) : (
            <Line key={reply.id} reply={reply} atHand={canned.data} onOpen={() => setOpen(reply.id)} />
          ),
        )}
      </ul>
    </div>
  );
}

const whose = ({ own, department }: Pick<CannedReply, 'own' | 'department'>, { departments }: CannedAtHand) =>
  own ? 'you' : (departments.find(({ id }) => id === department)?.name ?? 'all');

function Line({ reply, atHand, onOpen }: { reply: CannedReply; atHand: CannedAtHand; onOpen: () => void }) {
  return (
    <li>
      <div className="canned-head">
        <strong>/{reply.shortcut}</strong> <span className="soft">for {whose(reply, atHand)}</span>
        <span className="header-space" />
        <span className="soft">
          {reply.uses === 0 ? 'never used' : `used ${reply.uses === 1 ? 'once' : `${reply.uses} times`}, last ${formatInstant(reply.usedAt ?? '')}`}
        </span>
        {reply.changes && (
          <Button size="small" aria-label={`Change /${reply.shortcut}`} onClick={onOpen}>
            Change
          </Button>
        )}
      </div>
      {Object.entries(reply.texts).map(([language, text]) => (
        <p key={language} lang={language} dir="auto">
          <span className="soft">{language}</span> {text}
        </p>
      ))}
    </li>
  );
}

/** The same people as the server knows them: all, oneself, or a department by its id. */
const ALL = 'all';
const OWN = 'own';

function Editor({ plan, atHand, reply, onDone }: { plan: string; atHand: CannedAtHand; reply: CannedReply | null; onDone: () => void }) {
  const { shares, keeps, languages, departments, placeholders } = atHand;
  const keep = useKeepCanned(plan);
  const remove = useRemoveCanned(plan);
  const id = useId();
  const [shortcut, setShortcut] = useState(reply?.shortcut ?? '');
  const [people, setPeople] = useState(reply ? (reply.own ? OWN : (reply.department ?? ALL)) : shares ? ALL : OWN);
  const [texts, setTexts] = useState<Record<string, string>>(reply?.texts ?? {});
  const options = [
    ...(shares ? [{ value: ALL, label: 'all' }, ...departments.map((one) => ({ value: one.id, label: one.name }))] : []),
    ...(keeps ? [{ value: OWN, label: 'you alone' }] : []),
  ];
  function save() {
    const wish = { shortcut: shortcut.trim(), own: people === OWN, department: people === ALL || people === OWN ? null : people, texts };
    keep.mutate({ known: reply, wish }, { onSuccess: onDone });
  }
  return (
    <form
      className="canned-editor"
      aria-label={reply ? `Change /${reply.shortcut}` : 'A new reply'}
      onSubmit={(event) => {
        event.preventDefault();
        save();
      }}
      onKeyDown={(event) => {
        if (event.key === 'Escape') onDone();
        if (event.key === 'Enter' && event.ctrlKey) save();
      }}
    >
      <div className="canned-tools">
        <Input
          autoFocus
          aria-label="Shortcut"
          prefix="/"
          placeholder="shortcut"
          value={shortcut}
          maxLength={30}
          onChange={(event) => setShortcut(event.target.value)}
        />
        <Select aria-label="For whom" value={people} options={options} onChange={setPeople} popupMatchSelectWidth={false} />
      </div>
      {[...new Set([...languages, ...Object.keys(texts)])].map((language) => (
        <div key={language}>
          <label htmlFor={`${id}-${language}`}>{languageName(language)}</label>
          <Input.TextArea
            id={`${id}-${language}`}
            autoSize={{ minRows: 2, maxRows: 8 }}
            lang={language}
            dir="auto"
            maxLength={4000}
            value={texts[language] ?? ''}
            onChange={(event) => setTexts((all) => ({ ...all, [language]: event.target.value }))}
          />
        </div>
      ))}
      <p className="soft">Filled in when it is used: {placeholders.map((name) => `{${name}}`).join(' ')}</p>
      <ErrorNote error={keep.error ?? remove.error} />
      <div className="canned-tools">
        <BusyButton type="primary" htmlType="submit" busy={keep.isPending}>
          Keep it
        </BusyButton>
        <Button onClick={onDone}>Leave it</Button>
        <span className="header-space" />
        {reply && (
          <BusyButton danger busy={remove.isPending} onClick={() => remove.mutate(reply.id, { onSuccess: onDone })}>
            Remove it
          </BusyButton>
        )}
      </div>
    </form>
  );
}

function Taken({ taken }: { taken: CannedTaken }) {
  return (
    <div role="status">
      <p>
        {taken.taken} {taken.taken === 1 ? 'reply was' : 'replies were'} taken.
      </p>
      <Faults faults={taken.faults} />
    </div>
  );
}
