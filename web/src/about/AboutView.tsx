import { useAbout } from '../api/about';
import type { AboutFacts } from '../api/model';
import { ErrorNote } from '../ui/ErrorNote';
import './about.css';

/** What runs here, and what it is made of. */
export function AboutView() {
  const { data, error } = useAbout();
  return (
    <div className="about">
      <div className="view-head">
        <h1>About Kinetarch</h1>
      </div>
      <ErrorNote error={error} />
      {data && (
        <>
          <dl className="about-facts">
            <dt>Version</dt>
            <dd>{data.version}</dd>
            <dt>Time zone data</dt>
            <dd>{data.timeZoneData} of the IANA database: clock changes as they were known then</dd>
            <dt>Java</dt>
            <dd>{data.java}</dd>
            <dt>API</dt>
            <dd>
              <a href="/api/docs">described call by call</a>
            </dd>
          </dl>
          <Libraries title="Libraries of the interface" libraries={data.web} />
          <Libraries title="Libraries of the server" libraries={data.server} />
        </>
      )}
    </div>
  );
}

function Libraries({ title, libraries }: { title: string; libraries: AboutFacts['web'] }) {
  return (
    <section aria-label={title}>
      <h2>
        {title} <span className="soft">{libraries.length}</span>
      </h2>
      <table className="plain-table about-list">
        <thead>
          <tr>
            <th>Library</th>
            <th>Version</th>
            <th>Licence</th>
          </tr>
        </thead>
        <tbody>
          {libraries.map(({ name, version, licence }) => (
            <tr key={`${name} ${version}`}>
              <td>{name}</td>
              <td>{version}</td>
              <td>{licence}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
