import { Button, Input, Select } from 'antd';
import { useState } from 'react';
import { type MarginPlace, type Ticket, useMakeTicket, useTicketNumber, useTicketProposal } from '../api/margin';
import { formatInstant } from '../time/time';
import { Dialog } from '../ui/Dialog';
import { ErrorNote } from '../ui/ErrorNote';
import { Field } from '../ui/fields';

/** A ticket with its number, or why it has none yet. */
export function TicketLine({ place, ticket, byHand }: { place: MarginPlace; ticket: Ticket; byHand: boolean }) {
  const keep = useTicketNumber(place);
  const [number, setNumber] = useState('');
  return (
    <p className="margin-ticket">
      <strong>Ticket {ticket.number ?? ''}</strong> to {ticket.recipient}: <span dir="auto">{ticket.subject || '(erased)'}</span>{' '}
      <span className={ticket.trouble ? 'rust' : 'soft'}>
        {ticket.trouble
          ? `▴ not sent yet: ${ticket.trouble}`
          : ticket.number
            ? `by ${ticket.by}, ${formatInstant(ticket.at)}`
            : ticket.sentAt
              ? 'sent; its receiver has told no number'
              : 'is being sent …'}
      </span>
      {byHand && !ticket.number && ticket.sentAt && (
        <span className="margin-number">
          <Input
            size="small"
            aria-label="Number of the ticket"
            placeholder="its number"
            value={number}
            maxLength={60}
            onChange={(event) => setNumber(event.target.value)}
            onPressEnter={() => number.trim() && keep.mutate({ ticket: ticket.id, number })}
          />
        </span>
      )}
      <ErrorNote error={keep.error} />
    </p>
  );
}

/** Makes a ticket with what was said in the chat. */
export function MakeTicket({ place }: { place: MarginPlace }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button size="small" className="margin-make" onClick={() => setOpen(true)}>
        Make a ticket …
      </Button>
      {open && <TicketForm place={place} onDone={() => setOpen(false)} />}
    </>
  );
}

function TicketForm({ place, onDone }: { place: MarginPlace; onDone: () => void }) {
  const proposal = useTicketProposal(place, true);
  const make = useMakeTicket(place);
  const [key] = useState(() => crypto.randomUUID());
  const [written, setWritten] = useState<string | null>(null);
  const [chosen, setChosen] = useState<string | null>(null);
  const recipients = proposal.data?.recipients ?? [];
  const recipient = chosen ?? recipients[0] ?? null;
  const subject = written ?? proposal.data?.subject ?? '';
  return (
    <Dialog
      open
      title="A ticket of this chat"
      okText="Send the ticket"
      okButtonProps={{ disabled: !recipient || subject.trim() === '' || make.isPending }}
      onOk={() => recipient && make.mutate({ key, subject, recipient }, { onSuccess: onDone })}
      onCancel={onDone}
    >
      <ErrorNote error={proposal.error ?? make.error} />
      {proposal.data && recipients.length === 0 && (
        <p className="warns">
          ◆ Nobody takes tickets yet. A planner names who under “Who hears of chats” in the settings of the plan.
        </p>
      )}
      <Field label="Subject">
        <Input value={subject} maxLength={200} dir="auto" onChange={(event) => setWritten(event.target.value)} />
      </Field>
      <Field label="To">
        <Select
          aria-label="To"
          value={recipient}
          options={recipients.map((value) => ({ value, label: value }))}
          onChange={setChosen}
          disabled={recipients.length === 0}
        />
      </Field>
      <p className="soft">What was said so far goes with it. Its number stands here and in the record once its receiver has told it.</p>
    </Dialog>
  );
}
