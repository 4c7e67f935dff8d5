import { Button, Input, Select } from 'antd';
import { useState } from 'react';
import type { Bot } from '../api/bot';
import { type FoundPassage, type HelpPage, useFound } from '../api/help';
import { AddElement } from '../plan/AddElement';
import { usePlace } from '../plan/place';
import { useWorkplace } from '../plan/workplace';
import { ErrorNote } from '../ui/ErrorNote';
import { useSettled } from '../ui/useSettled';
import { ReadPages } from './ReadPages';
import { languageOptions } from '../ui/languages';

const USES = { DRAFT: '◇ draft', QUOTED: '❝ quoted', SHOWN: '❝ quoted, shown at doors' } as const;
const SETTLED_MILLIS = 250;

/** The help pages by category, and which of their passages a question would be answered with. */
export function Knowledge({ bot }: { bot: Bot }) {
  const { draft, canEdit } = useWorkplace();
  const { helpPages } = draft.plan;
  const [reading, setReading] = useState(false);
  return (
    <div className="knowledge">
      <div className="knowledge-acts">
        <span className="soft">
          {helpPages.length} pages. Where no topic fits, {bot.name} quotes the passage that has most of the question, with its source.
        </span>
        <span className="header-space" />
        {canEdit && <Button onClick={() => setReading(true)}>Read pages…</Button>}
        {canEdit && <AddElement kind="helpPages" what="help page" primary />}
      </div>
      <Ask bot={bot} />
      {helpPages.length === 0 ? (
        <p className="empty-note">No help pages yet. Paste, upload or read one from your site, or write it here; a bot quotes it at once.</p>
      ) : (
        <PageTable pages={helpPages} languages={bot.languages} />
      )}
      {reading && <ReadPages onClose={() => setReading(false)} />}
    </div>
  );
}

function Ask({ bot }: { bot: Bot }) {
  const { draft } = useWorkplace();
  const [question, setQuestion] = useState('');
  const [language, setLanguage] = useState(bot.languages[0] ?? 'en');
  const settled = useSettled(question, SETTLED_MILLIS);
  const found = useFound(draft.id, draft.change, settled, language);
  return (
    <section aria-label="What would be quoted" className="bot-card knowledge-ask">
      <div className="knowledge-question">
        <Input
          aria-label="A question"
          placeholder="Ask as a visitor would: what does a bicycle cost?"
          maxLength={500}
          value={question}
          onChange={(event) => setQuestion(event.target.value)}
        />
        <Select
          aria-label="Language of the question"
          value={language}
          onChange={setLanguage}
          options={languageOptions(bot.languages)}
        />
      </div>
      <ErrorNote error={found.error} />
      {settled.trim() !== '' && found.data && (
        <ol className="found-passages" aria-live="polite">
          {found.data.length === 0 && <li className="soft">No page says anything about this in {language}.</li>}
          {found.data.map((passage) => (
            <Found key={`${passage.page} ${passage.text}`} passage={passage} />
          ))}
        </ol>
      )}
    </section>
  );
}

function Found({ passage }: { passage: FoundPassage }) {
  const { select } = usePlace();
  return (
    <li>
      <span className={passage.quoted ? 'enough' : 'soft'}>
        {passage.quoted ? '▴ quoted' : 'not quoted'} {Math.round(100 * passage.fit)} %
      </span>{' '}
      <button type="button" className="plain-link" onClick={() => select({ kind: 'helpPages', id: passage.page })}>
        {passage.heading}
      </button>
      <p>{passage.text}</p>
    </li>
  );
}

function PageTable({ pages, languages }: { pages: HelpPage[]; languages: string[] }) {
  const { select, selection } = usePlace();
  const known = [...new Set([...languages, ...pages.map(({ language }) => language)])];
  const sorted = [...pages].sort(
    (a, b) => known.indexOf(a.language) - known.indexOf(b.language) || a.category.localeCompare(b.category, a.language) || a.name.localeCompare(b.name, a.language),
  );
  return (
    <div className="topic-frame">
      <table className="topic-matrix">
        <thead>
          <tr>
            <th scope="col">Page</th>
            <th scope="col" className="topic-language">
              in
            </th>
            <th scope="col">Category</th>
            <th scope="col">Is</th>
            <th scope="col">Words</th>
          </tr>
        </thead>
        <tbody>
          {sorted.map((page) => (
            <tr
              key={page.id}
              className={selection?.kind === 'helpPages' && selection.id === page.id ? 'picked' : ''}
              onClick={() => select({ kind: 'helpPages', id: page.id })}
            >
              <th scope="row" lang={page.language}>
                <button type="button">{page.name}</button>
              </th>
              <td className="topic-language">{page.language}</td>
              <td lang={page.language}>{page.category || <span className="soft">–</span>}</td>
              <td className={page.use === 'DRAFT' ? 'soft' : undefined}>{USES[page.use]}</td>
              <td className="topic-count">{page.text.split(/\s+/).length}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
