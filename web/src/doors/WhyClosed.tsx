import { Button, Input, InputNumber, Segmented } from 'antd';
import { useState } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { useWhyClosed } from '../api/doors';
import type { ClosedLink } from '../api/model';
import { BusyButton } from '../ui/BusyButton';
import { Field } from '../ui/fields';
import type { useElement } from '../plan/useElement';
import { ErrorNote } from '../ui/ErrorNote';
import { usePlace } from '../plan/place';
import { useWorkplace } from '../plan/workplace';
import { formatMoment } from '../time/time';
import { useSettled } from '../ui/useSettled';

const TYPING = 200;

const STEP_NAMES: Record<string, string> = {
  live: 'Live',
  paused: 'Not paused',
  site: 'Site',
  embedded: 'Embedded',
  reported: 'Policy, as told',
  script: 'Policy: script',
  connection: 'Policy: connection',
  images: 'Policy: pictures',
  frame: 'Policy: frame',
  'door-hours': 'Door hours',
  'door-opens': 'Somebody there',
  department: 'Department hours',
  members: 'Members',
  able: 'For this chat',
  present: 'Presence',
  capacity: 'Capacity',
  'waiting-limit': 'Waiting limit',
  seats: 'Seats',
};

/** Every link between a visitor on a site and an operator, passed or not, and what would change it. */
export function WhyClosed({ element }: { element: ReturnType<typeof useElement<'doors'>> }) {
  const { draft, at, week, canEdit } = useWorkplace();
  const { value: door, store, edits } = element;
  const [page, setPage] = useState(() => examplePage(door.sites));
  const [policy, setPolicy] = useState('');
  const [nonce, setNonce] = useState('');
  const [waiting, setWaiting] = useState(0);
  const [now, setNow] = useState(false);
  const catchAll = draft.plan.rules.at(-1)?.queue ?? '';
  const question = useSettled(
    {
      page: page.trim() || null,
      policies: policyLines(policy),
      nonce: nonce.trim() || null,
      now,
      at,
      waiting: waiting > 0 ? { [catchAll]: waiting } : {},
    },
    TYPING,
  );
  const { data: links, error } = useWhyClosed(draft.id, door.id, question);
  const failing = links?.filter((link) => !link.passed) ?? [];
  const allow = (site: string) => store({ sites: [...door.sites, site] });
  return (
    <div className="why-closed">
      <div className="why-closed-ask">
        <Field label="On the page">
          <Input placeholder="a plain link, on no page" value={page} onChange={(event) => setPage(event.target.value)} />
        </Field>
        <Field label="Its content security policy">
          <Input.TextArea
            autoSize={{ minRows: 2, maxRows: 5 }}
            placeholder="Paste the header; one policy a line"
            value={policy}
            onChange={(event) => setPolicy(event.target.value)}
          />
        </Field>
        <Field label="Nonce of the script">
          <Input placeholder="none" value={nonce} onChange={(event) => setNonce(event.target.value)} />
        </Field>
        <Segmented
          aria-label="Which plan, and when"
          options={[
            { value: 'then', label: 'Draft, at the moment' },
            { value: 'now', label: 'Live, now' },
          ]}
          value={now ? 'now' : 'then'}
          onChange={(which) => setNow(which === 'now')}
        />
        {now ? (
          <p className="soft">Who is at their desks this minute, with the chats that they have and that wait.</p>
        ) : (
          <>
            <Field label="Waiting in the catch-all queue">
              <InputNumber min={0} max={10_000} precision={0} value={waiting} onChange={(chats) => setWaiting(chats ?? 0)} />
            </Field>
            <p className="soft">{formatMoment(at, week.timeZone)}; pick another moment on the ruler.</p>
          </>
        )}
      </div>
      <ErrorNote error={error ?? edits.error} />
      {links && (
        <>
          <p className={failing.length === 0 ? 'enough' : 'short'} role="status">
            <strong>
              {failing.length === 0
                ? '▴ A visitor there gets a chat now: every link holds.'
                : `▾ ${failing.length} of ${links.length} links do not hold.`}
            </strong>
          </p>
          <ol className="chain" aria-label="The chain">
            {links.map((link) => (
              <ChainLink key={link.step} link={link} onAllow={canEdit ? allow : null} saving={edits.saving} />
            ))}
          </ol>
        </>
      )}
    </div>
  );
}

function ChainLink({
  link,
  onAllow,
  saving,
}: {
  link: ClosedLink;
  onAllow: ((site: string) => void) | null;
  saving: boolean;
}) {
  const { viewOf } = usePlace();
  const navigate = useNavigate();
  const [params] = useSearchParams();
  const { kind, id, allow } = link;
  function open() {
    if (!kind || !id) return;
    const kept = new URLSearchParams(params);
    kept.set('sel', `${kind}/${id}`);
    kept.delete('show');
    void navigate({ pathname: viewOf(kind), search: kept.toString() });
  }
  return (
    <li className={link.passed ? 'chain-link' : 'chain-link chain-broken'}>
      <span className={link.passed ? 'enough' : 'short'} aria-hidden="true">
        {link.passed ? '✓' : '✕'}
      </span>
      <span className="chain-step">{STEP_NAMES[link.step] ?? link.step}</span>
      <div>
        <span className="visually-hidden">{link.passed ? 'Holds: ' : 'Does not hold: '}</span>
        {link.because}
        {link.change && <p className="chain-change">{link.change}</p>}
      </div>
      <div className="finding-actions">
        {allow && onAllow && (
          <BusyButton size="small" type="primary" busy={saving} onClick={() => onAllow(allow)}>
            Allow it
          </BusyButton>
        )}
        {kind && !link.passed && (
          <Button size="small" onClick={open}>
            Setting
          </Button>
        )}
      </div>
    </li>
  );
}

/** Header lines as they were pasted, with or without the name of the header. */
export function policyLines(pasted: string): string[] {
  return pasted
    .split('\n')
    .map((line) => line.replace(/^\s*content-security-policy\s*:/i, '').trim())
    .filter((line) => line !== '');
}

/** A page to begin with: the first page of a site that is allowed. */
export function examplePage(sites: string[]): string {
  const site = sites[0];
  return site ? `${site.replace('*.', 'www.')}/` : '';
}
