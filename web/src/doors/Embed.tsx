import { Button } from 'antd';
import { useState } from 'react';
import { useEmbedding } from '../api/doors';
import { ErrorNote } from '../ui/ErrorNote';
import { useWorkplace } from '../plan/workplace';

/** What a web site needs to show a door. */
export function Embed({ door, language }: { door: string; language: string }) {
  const { draft } = useWorkplace();
  const { data, error } = useEmbedding(draft.id, door, language);
  if (!data) return <ErrorNote error={error} />;
  return (
    <div className="embed">
      <Copied
        title="Script"
        text={data.script}
        note="Before the end of the page’s body. The door shows itself on the pages that it stands on, and on no other site than those allowed."
      />
      <Copied title="Plain link" text={data.link} note="Opens the door by itself: for posters, e-mails and signatures." />
      <section>
        <h2>Content security policy</h2>
        <p className="soft">
          A site that sends a content security policy has to add these sources to it. The door needs no inline script and no
          inline style.
        </p>
        <table className="embed-directives">
          <thead>
            <tr>
              <th>Directive</th>
              <th>Add</th>
              <th>So that the site</th>
            </tr>
          </thead>
          <tbody>
            {data.directives.map((directive) => (
              <tr key={directive.name}>
                <td>
                  <code>{directive.name}</code>
                </td>
                <td>
                  <code>{directive.source}</code>
                </td>
                <td>{directive.because}</td>
              </tr>
            ))}
          </tbody>
        </table>
        <Copy
          text={data.directives.map(({ name, source }) => `${name} ${source}`).join('; ')}
          name="Copy the directives"
        />
      </section>
      <section>
        <h2>Allowed sites</h2>
        {data.sites.length === 0 ? (
          <p className="soft">None: only the plain link works.</p>
        ) : (
          <ul className="plain-list">
            {data.sites.map((site) => (
              <li key={site}>
                <code>{site}</code>
              </li>
            ))}
          </ul>
        )}
      </section>
    </div>
  );
}

function Copied({ title, text, note }: { title: string; text: string; note: string }) {
  return (
    <section>
      <div className="embed-head">
        <h2>{title}</h2>
        <Copy text={text} name={`Copy the ${title.toLowerCase()}`} />
      </div>
      <p className="soft">{note}</p>
      <pre tabIndex={0}>{text}</pre>
    </section>
  );
}

function Copy({ text, name }: { text: string; name: string }) {
  const [state, setState] = useState<'' | 'copied' | 'refused'>('');
  function copy() {
    navigator.clipboard.writeText(text).then(
      () => setState('copied'),
      () => setState('refused'),
    );
  }
  return (
    <span>
      <Button onClick={copy}>{name}</Button>{' '}
      <span role="status" className={state === 'refused' ? 'short' : 'enough'}>
        {state === 'copied' && '✓ Copied'}
        {state === 'refused' && '▾ The browser did not allow it; mark the text and copy it by hand'}
      </span>
    </span>
  );
}
