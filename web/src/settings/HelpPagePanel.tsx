import { AutoComplete, Input, Select } from 'antd';
import { EditorPanel } from '../plan/EditorPanel';
import { languagesOf } from '../plan/names';
import { useElement } from '../plan/useElement';
import { useWorkplace } from '../plan/workplace';
import { Field } from '../ui/fields';
import { languageOptions } from '../ui/languages';

const LONGEST = 60_000;

/** A help page: what bots quote of it, and where it is read. */
export function HelpPagePanel({ id }: { id: string }) {
  const { draft } = useWorkplace();
  const { value: page, change, edits } = useElement('helpPages', id);
  const languages = [...new Set([...draft.plan.bots.flatMap((bot) => bot.languages), ...languagesOf(draft.plan), page.language])];
  const categories = [...new Set(draft.plan.helpPages.filter(({ language }) => language === page.language).map(({ category }) => category))];
  return (
    <EditorPanel title={page.name} about="Help page" edits={edits}>
      <Field label="Title">
        <Input value={page.name} lang={page.language} dir="auto" onChange={(event) => change({ name: event.target.value })} />
      </Field>
      <Field label="Language">
        <Select
          value={page.language}
          onChange={(language: string) => change({ language })}
          options={languageOptions(languages)}
        />
      </Field>
      <Field label="Category">
        <AutoComplete
          value={page.category}
          placeholder="none"
          onChange={(category: string | undefined) => change({ category: category ?? '' })}
          options={categories.filter((category) => category !== '').map((category) => ({ value: category }))}
        />
      </Field>
      <Field label="Is">
        <Select
          value={page.use}
          onChange={(use) => change({ use })}
          options={[
            { value: 'DRAFT', label: 'a draft: nobody reads or quotes it' },
            { value: 'QUOTED', label: 'quoted by bots' },
            { value: 'SHOWN', label: 'quoted, and shown at doors' },
          ]}
        />
      </Field>
      <label className="sentences">
        <span className="line-label">
          Text <span className="soft">Markdown; a heading begins a passage</span>
        </span>
        <Input.TextArea
          aria-label="Text"
          lang={page.language}
          dir="auto"
          maxLength={LONGEST}
          autoSize={{ minRows: 10, maxRows: 24 }}
          value={page.text}
          onChange={(event) => change({ text: event.target.value })}
        />
      </label>
      {page.source && (
        <p className="soft">
          Read from <a href={page.source}>{page.source}</a>
        </p>
      )}
    </EditorPanel>
  );
}
