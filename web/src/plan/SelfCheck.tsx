import { Button } from 'antd';
import { useNavigate, useSearchParams } from 'react-router';
import { useLiveDoors, useWhyClosed } from '../api/doors';
import { useBePresent } from '../api/desk';
import { ErrorNote } from '../ui/ErrorNote';
import { useWorkplace } from './workplace';
import './selfCheck.css';

/** Follows every way from a site's page through a live door to somebody who answers, and says where it breaks and what mends it. */
export function SelfCheck({ onLeave }: { onLeave?: () => void }) {
  const { draft, account } = useWorkplace();
  const doors = useLiveDoors(draft.id);
  const bePresent = useBePresent(draft.id);
  const answers = account.permissions.includes('ANSWER');
  return (
    <section className="self-check" aria-label="The way in">
      <p className="soft">From a page of each site through its door to somebody who answers, as it stands this minute.</p>
      {doors.data?.map(({ id, name, languages, sites }) => (
        <article key={id} aria-label={name}>
          <header>
            <h3>{name}</h3>
            <a href={`/door/${draft.id}/${id}/${languages[0] ?? 'en'}`} target="_blank" rel="noreferrer">
              Try it as a visitor
            </a>
          </header>
          <ul>
            {(sites.length === 0 ? [''] : sites).map((site) => (
              <Way key={site} door={id} site={site} onLeave={onLeave} />
            ))}
          </ul>
        </article>
      ))}
      {doors.data?.length === 0 && <p>The live plan has no door.</p>}
      {answers && (
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
    </section>
  );
}

/** One way in; the page of a site stands for all of them, no site for the plain link. */
function Way({ door, site, onLeave }: { door: string; site: string; onLeave?: () => void }) {
  const { draft, at } = useWorkplace();
  const navigate = useNavigate();
  const [params] = useSearchParams();
  const page = site ? `${site.replace('*.', 'www.')}/` : null;
  const { data: links, error } = useWhyClosed(draft.id, door, { page, policies: [], nonce: null, now: true, at, waiting: {} });
  const broken = links?.filter(({ passed }) => !passed) ?? [];
  const show = (how: string) => {
    onLeave?.();
    const kept = new URLSearchParams(params);
    kept.set('sel', `doors/${door}`);
    kept.set('show', how);
    void navigate({ pathname: '/doors', search: kept.toString() });
  };
  return (
    <li>
      {links && (
        <span className={broken.length === 0 ? 'enough' : 'short'} aria-hidden="true">
          {broken.length === 0 ? '▴' : '▾'}
        </span>
      )}
      <div>
        <strong>{site || 'The plain link'}</strong>
        {links && broken.length === 0 && ': every link holds; a visitor gets a chat now.'}
        {broken.map(({ step, because, change }) => (
          <p key={step}>
            {because} <span className="soft">{change}</span>
          </p>
        ))}
        {!links && !error && <span className="soft"> is looked at…</span>}
        <ErrorNote error={error} />
      </div>
      {broken.length > 0 && (
        <Button size="small" onClick={() => show(broken[0]?.step === 'embedded' || broken[0]?.step === 'reported' ? 'embed' : 'why-closed')}>
          {broken[0]?.step === 'embedded' || broken[0]?.step === 'reported' ? 'Embed it' : 'The whole chain'}
        </Button>
      )}
    </li>
  );
}
