import { Button, InputNumber, Select } from 'antd';
import { useState } from 'react';
import type { Plan, Retention } from '../api/model';
import { useErase, useErasurePreview, useKeepFor, useRetention } from '../api/records';
import { Dialog } from '../ui/Dialog';
import { ErrorNote } from '../ui/ErrorNote';
import { OUTCOMES } from '../ui/outcome';

interface EraseProps {
  plan: string;
  doors: Plan['doors'];
  search: string;
  found: number | null;
}

/** Erases what was written in the chats that are looked for, what will go being shown first; and says how long anything is kept. */
export function Erase({ plan, doors, search, found }: EraseProps) {
  const [open, setOpen] = useState(false);
  const preview = useErasurePreview(plan, search, open && search !== '');
  const erase = useErase(plan);
  const data = preview.data;
  function close() {
    setOpen(false);
    erase.reset();
  }
  return (
    <>
      <Button danger onClick={() => setOpen(true)}>
        Erase…
      </Button>
      <Dialog
        title="Erase what was written"
        open={open}
        onCancel={close}
        destroyOnHidden
        footer={
          <>
            <Button onClick={close}>{erase.data ? 'Close' : 'Keep it'}</Button>
            {data && data.chats > 0 && !erase.data && (
              <Button type="primary" danger disabled={erase.isPending} onClick={() => erase.mutate({ search, chats: data.chats })}>
                Erase it in {data.chats} {data.chats === 1 ? 'chat' : 'chats'}, for good
              </Button>
            )}
          </>
        }
      >
        {search === '' && <p>Look for the chats first: by a name, an address or a booking that stands in them, or by anything else that limits them.</p>}
        {erase.data ? (
          <p role="status">
            Erased in {erase.data.chats} {erase.data.chats === 1 ? 'chat' : 'chats'}. What happened in them and what is counted of them stays.
          </p>
        ) : (
          data &&
          (data.chats === 0 ? (
            <p>No finished chat is like this: nothing would go.</p>
          ) : (
            <>
              <p>
                Of the {found?.toLocaleString('en') ?? data.chats} finished {data.chats === 1 ? 'chat' : 'chats'} that are looked for, this will go:
              </p>
              <ul>
                <li>{data.texts.toLocaleString('en')} texts, comments beside ratings included</li>
                <li>answers and facts that were given {data.given.toLocaleString('en')} times</li>
                <li>{data.files.toLocaleString('en')} files</li>
                <li>
                  {data.letters.toLocaleString('en')} letters, {data.outgoing.toLocaleString('en')} transcripts and news
                </li>
                <li>{data.notes.toLocaleString('en')} notes of colleagues and subjects of tickets</li>
              </ul>
              <p className="soft">Chats that still run are not among them. That you erased is kept; what is counted and the log stay whole.</p>
            </>
          ))
        )}
        <ErrorNote error={preview.error ?? erase.error} />
        <KeptFor plan={plan} doors={doors} open={open} />
      </Dialog>
    </>
  );
}

const ANY = { value: '', label: 'any' };

/** Rules of how long anything is kept, by door and end. What is being typed erases nothing: they hold once they are saved. */
function KeptFor({ plan, doors, open }: { plan: string; doors: Plan['doors']; open: boolean }) {
  const kept = useRetention(plan, open);
  const keep = useKeepFor(plan);
  const [edited, setEdited] = useState<Retention[] | null>(null);
  const rules = edited ?? kept.data ?? [];
  const change = (index: number, by: Partial<Retention>) => setEdited(rules.map((rule, i) => (i === index ? { ...rule, ...by } : rule)));
  return (
    <section className="kept-for">
      <h3>How long anything is kept</h3>
      {rules.length === 0 && <p className="soft">For ever. Of several rules that fit a chat, the one with the fewest days holds.</p>}
      {rules.map((rule, index) => (
        <div key={index} className="kept-rule">
          <InputNumber
            aria-label="Days"
            size="small"
            min={1}
            max={36_500}
            suffix="days"
            value={rule.days}
            onChange={(days) => days !== null && change(index, { days })}
          />
          <Select
            aria-label="Door"
            size="small"
            popupMatchSelectWidth={false}
            value={rule.door ?? ''}
            options={[{ ...ANY, label: 'any door' }, ...doors.map(({ id, name }) => ({ value: id, label: name }))]}
            onChange={(door) => change(index, { door: door || null })}
          />
          <Select
            aria-label="End"
            size="small"
            popupMatchSelectWidth={false}
            value={rule.outcome ?? ''}
            options={[{ ...ANY, label: 'however it ended' }, ...Object.entries(OUTCOMES).map(([value, label]) => ({ value, label }))]}
            onChange={(outcome) => change(index, { outcome: outcome || null })}
          />
          <Button type="text" size="small" onClick={() => setEdited(rules.filter((_, i) => i !== index))}>
            Take away
          </Button>
        </div>
      ))}
      <div className="kept-rule">
        <Button
          size="small"
          disabled={!kept.data || rules.some(({ door, outcome }) => !door && !outcome)}
          onClick={() => setEdited([...rules, { door: null, outcome: null, days: 365 }])}
        >
          Add a rule
        </Button>
        {edited && (
          <>
            <Button size="small" type="primary" disabled={keep.isPending} onClick={() => keep.mutate(edited, { onSuccess: () => setEdited(null) })}>
              Save these rules
            </Button>
            <span className="soft">What is older than they say is erased within the hour.</span>
          </>
        )}
      </div>
      <ErrorNote error={kept.error ?? keep.error} />
    </section>
  );
}
