import { AutoComplete, Button, Mentions } from 'antd';
import { useState } from 'react';
import { type Margin as MarginState, type MarginPlace, type Ticket, useLabel, useLabels, useNote } from '../api/margin';
import { formatInstant } from '../time/time';
import { ErrorNote } from '../ui/ErrorNote';
import { MakeTicket, TicketLine } from './Tickets';
import './margin.css';

interface MarginProps {
  place: MarginPlace;
  margin: MarginState;
  tickets: Ticket[];
  /** Names by which notes can be made for somebody. */
  people: string[];
  /** Whether the number of a ticket may be written by hand. */
  numbers?: boolean;
}

/** What a margin has, in a few words; null where it has nothing. */
export function marginWords({ labels, notes }: MarginState, tickets: Ticket[]): string | null {
  const words = [
    ...labels,
    ...(notes.length > 0 ? [notes.length === 1 ? 'a note' : `${notes.length} notes`] : []),
    ...tickets.map(({ number }) => `ticket ${number ?? 'made'}`),
  ];
  return words.length > 0 ? words.join(' · ') : null;
}

/** What colleagues put beside a chat: labels, notes for each other, and the tickets made of it. No visitor sees any of it. */
export function Margin({ place, margin, tickets, people, numbers }: MarginProps) {
  const label = useLabel(place);
  return (
    <div className="margin">
      <Labels place={place} labels={margin.labels} put={(name, on) => label.mutate({ label: name, on })} />
      {margin.notes.map((note) => (
        <p key={note.id} className="margin-note">
          <span className="soft">
            <strong>{note.by}</strong> {formatInstant(note.at)}
          </span>
          <span dir="auto">{note.words}</span>
        </p>
      ))}
      <WriteNote place={place} people={people} />
      {tickets.map((ticket) => (
        <TicketLine key={ticket.id} place={place} ticket={ticket} byHand={numbers ?? false} />
      ))}
      <MakeTicket place={place} />
      <ErrorNote error={label.error} />
    </div>
  );
}

function Labels({ place, labels, put }: { place: MarginPlace; labels: string[]; put: (label: string, on: boolean) => void }) {
  const [text, setText] = useState('');
  const [asked, setAsked] = useState(false);
  const [open, setOpen] = useState(false);
  const known = useLabels(place.plan, place.at === 'records' ? 'records' : 'desk', asked);
  function add(label: string) {
    if (label.trim()) put(label.trim(), true);
    setText('');
    setOpen(false); // nothing lies over what is done next
  }
  return (
    <div className="margin-labels">
      {labels.map((label) => (
        <span key={label} className="margin-label">
          {label}
          <button type="button" aria-label={`Take off “${label}”`} onClick={() => put(label, false)}>
            ×
          </button>
        </span>
      ))}
      <AutoComplete
        size="small"
        className="margin-add"
        aria-label="Label this chat"
        placeholder="+ label"
        value={text}
        open={open}
        onOpenChange={setOpen}
        options={(known.data ?? [])
          .filter((one) => !labels.includes(one) && one.toLowerCase().includes(text.toLowerCase()))
          .slice(0, 12)
          .map((value) => ({ value }))}
        onFocus={() => setAsked(true)}
        onChange={setText}
        onSelect={add}
        onKeyDown={(event) => {
          // What is chosen in the list comes by onSelect; a label that is new is in no list.
          const listed = (known.data ?? []).some((one) => one.toLowerCase().includes(text.toLowerCase()) && !labels.includes(one));
          if (event.key === 'Enter' && (!listed || text.trim() === '')) add(text);
        }}
      />
    </div>
  );
}

function WriteNote({ place, people }: { place: MarginPlace; people: string[] }) {
  const note = useNote(place);
  const [text, setText] = useState('');
  const [key, setKey] = useState(() => crypto.randomUUID());
  function keep() {
    if (!text.trim()) return;
    note.mutate(
      { key, text },
      {
        onSuccess: () => {
          setText('');
          setKey(crypto.randomUUID());
        },
      },
    );
  }
  return (
    <div className="margin-write">
      <Mentions
        rows={1}
        autoSize={{ minRows: 1, maxRows: 5 }}
        aria-label="Note for colleagues"
        placeholder="A note for colleagues; @name tells them"
        value={text}
        maxLength={4000}
        options={people.map((name) => ({ value: name, label: name }))}
        onChange={setText}
      />
      {text.trim() !== '' && (
        <Button size="small" disabled={note.isPending} onClick={keep}>
          Keep the note
        </Button>
      )}
      <ErrorNote error={note.error} />
    </div>
  );
}
