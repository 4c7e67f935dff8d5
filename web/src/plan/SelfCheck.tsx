import { Button } from 'antd';
import { useNavigate, useSearchParams } from 'react-router';
import { useBePresent } from '../api/desk';
import { useLiveDoors, useWaysIn } from '../api/doors';
import type { ClosedLink, FrontDoor } from '../api/model';
import { ErrorNote } from '../ui/ErrorNote';
import { useWorkplace } from './workplace';
import './selfCheck.css';

/** Follows every way from a site's page through a live door to somebody who answers, and says where it breaks and what mends it. */
export function SelfCheck({ onLeave }: { onLeave: () => void }) {
  const { draft, account } = useWorkplace();
  const doors = useLiveDoors(draft.id);
  const bePresent = useBePresent(draft.id);
  return (
    <section className="self-check" aria-label="The way in">
      <p className="soft">From a page of each site through its door to somebody who answers, as it stands this minute.</p>
      {account.permissions.includes('ANSWER') && (
        <p>
          <Button onClick={() => bePresent.mutate()} disabled={bePresent.isPending || bePresent.isSuccess}>
            Be present
          </Button>{' '}
          <span role="status">
            {bePresent.isSuccess ? (
              <>
                ▴ You are at your desk. <a href="/desk">Open it</a>
              </>
            ) : (
              'so that chats come to your desk'
            )}
          </span>
        </p>
      )}
      <ErrorNote error={doors.error ?? bePresent.error} />
      {doors.data?.map((door) => (
        <WaysIn key={door.id} door={door} onLeave={onLeave} />
      ))}
      {doors.data?.length === 0 && <p>The live plan has no door.</p>}
    </section>
  );
}

/** The ways through one door: what holds all of them up is said once. */
function WaysIn({ door, onLeave }: { door: FrontDoor; onLeave: () => void }) {
  const { draft, at } = useWorkplace();
  const navigate = useNavigate();
  const [params] = useSearchParams();
  const sites = door.sites.length === 0 ? [''] : door.sites;
  const answers = useWaysIn(
    draft.id,
    door.id,
    sites.map((site) => ({
      page: site ? `${site.replace('*.', 'www.')}/` : null,
      policies: [],
      nonce: null,
      now: true,
      at,
      waiting: {},
    })),
  );
  const broken = answers.map(({ data }, i) => data && brokenLinks(data, sites[i] ?? ''));
  const ofAll = (broken[0] ?? []).filter((link) => broken.every((links) => links?.some(({ because }) => because === link.because)));
  const error = answers.find((answer) => answer.error)?.error;
  const show = (how: 'embed' | 'why-closed') => {
    onLeave();
    const kept = new URLSearchParams(params);
    kept.set('sel', `doors/${door.id}`);
    kept.set('show', how);
    void navigate({ pathname: '/doors', search: kept.toString() });
  };
  return (
    <article aria-label={door.name}>
      <header>
        <h3>{door.name}</h3>
        <span>
          <a className="plain-link" href={`/door/${draft.id}/${door.id}/${door.languages[0] ?? 'en'}`} target="_blank" rel="noreferrer">
            Try it as a visitor
          </a>{' '}
          ·{' '}
          <button type="button" className="plain-link" onClick={() => show('embed')}>
            Embed it
          </button>{' '}
          ·{' '}
          <button type="button" className="plain-link" onClick={() => show('why-closed')}>
            The whole chain
          </button>
        </span>
      </header>
      <Broken links={ofAll} />
      <ul>
        {sites.map((site, i) => {
          const own = broken[i]?.filter((link) => !ofAll.some(({ because }) => because === link.because));
          return (
            <li key={site}>
              <strong>{site || 'The plain link'}</strong>
              {own === undefined && !error && <span className="soft"> is looked at…</span>}
              {own?.length === 0 && ofAll.length === 0 && (
                <span className="enough"> ▴ every link holds: a visitor gets a chat now</span>
              )}
              {own && <Broken links={own} />}
            </li>
          );
        })}
      </ul>
      <ErrorNote error={error ?? null} />
    </article>
  );
}

function Broken({ links }: { links: ClosedLink[] }) {
  return links.map(({ step, because, change }) => (
    <p key={step} className="self-check-broken">
      <span className="short" aria-hidden="true">
        ▾
      </span>{' '}
      {because} <span className="soft">{change}</span>
    </p>
  ));
}

/** Whoever is not present has no room either; and of a site of many names no single one has to have asked. */
function brokenLinks(links: ClosedLink[], site: string) {
  const broken = links.filter(({ passed }) => !passed);
  const nobody = broken.some(({ step }) => step === 'present');
  return broken.filter(({ step }) => !(step === 'capacity' && nobody) && !(step === 'embedded' && site.includes('*')));
}
