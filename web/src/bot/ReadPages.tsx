import { Input, Segmented } from 'antd';
import { useState } from 'react';
import { type ReadPages as Read, useOutside, useReadAddress, useReadFile } from '../api/help';
import { usePutElements } from '../api/plan';
import { useWorkplace } from '../plan/workplace';
import { Dialog } from '../ui/Dialog';
import { ErrorNote } from '../ui/ErrorNote';
import { Faults } from '../ui/Faults';
import { FileField } from '../ui/FileField';

const TYPES: Record<string, string> = { html: 'text/html', htm: 'text/html', csv: 'text/csv', xlsx: 'text/csv', md: 'text/markdown' };
const WAYS = [
  { value: 'paste', label: 'Paste' },
  { value: 'file', label: 'A file' },
  { value: 'site', label: 'A site' },
];

/** Makes help pages of what is pasted, uploaded or read from a site; they come as drafts. */
export function ReadPages({ onClose }: { onClose: () => void }) {
  const { draft } = useWorkplace();
  const [way, setWay] = useState('paste');
  const [pasted, setPasted] = useState('');
  const [address, setAddress] = useState('');
  const [read, setRead] = useState<Read | null>(null);
  const file = useReadFile(draft.id);
  const site = useReadAddress(draft.id);
  const put = usePutElements(draft.id);
  const outside = useOutside();
  const asks = file.isPending || site.isPending;
  const take = { onSuccess: setRead };
  function readPasted() {
    const type = /^\s*<(!doctype|html|body|main|article|h\d|p)\b/i.test(pasted) ? 'text/html' : 'text/markdown';
    file.mutate({ file: new Blob([pasted], { type }), name: 'Pasted page', type }, take);
  }
  function readFile(chosen: File) {
    const type = TYPES[chosen.name.split('.').pop()?.toLowerCase() ?? ''] ?? 'text/plain';
    file.mutate({ file: chosen, name: chosen.name, type }, take);
  }
  function store() {
    if (!read) return;
    put.mutate(
      read.pages.map(({ id, title, language, text, source }) => ({
        kind: 'helpPages',
        version: 0,
        element: { id, name: title, language, category: '', text, source: source ?? null, use: 'DRAFT' },
      })),
      { onSuccess: onClose },
    );
  }
  const count = read?.pages.length ?? 0;
  return (
    <Dialog
      open
      width={640}
      title={<h2>Read pages</h2>}
      okText={read ? count === 1 ? 'Keep it as a draft' : `Keep ${count} pages as drafts` : 'Read'}
      okButtonProps={{ disabled: read ? count === 0 : way === 'file' || (way === 'paste' ? pasted.trim() === '' : address.trim() === '') }}
      confirmLoading={asks || put.isPending}
      onCancel={onClose}
      onOk={() => (read ? store() : way === 'paste' ? readPasted() : site.mutate(address, take))}
    >
      <Segmented aria-label="Where from" options={WAYS} value={way} onChange={(value) => { setWay(value); setRead(null); }} />
      {way === 'paste' && (
        <Input.TextArea
          aria-label="Text of the page"
          placeholder="Markdown, plain text or HTML"
          autoSize={{ minRows: 6, maxRows: 14 }}
          value={pasted}
          onChange={(event) => { setPasted(event.target.value); setRead(null); }}
        />
      )}
      {way === 'file' && (
        <FileField
          label="Markdown, text, HTML, or a CSV with the columns question and answer"
          accept=".md,.txt,.html,.htm,.csv,.xlsx"
          onChoose={readFile}
        />
      )}
      {way === 'site' && (
        <label className="gate-field">
          <span>
            Address of the page
            {outside.data && <span className="soft"> at {outside.data.helpSites.join(' or ') || 'no site: an administrator allows one'}</span>}
          </span>
          <Input type="url" value={address} placeholder="https://…" onChange={(event) => { setAddress(event.target.value); setRead(null); }} />
        </label>
      )}
      <ErrorNote error={file.error ?? site.error ?? put.error} />
      {read && (
        <section aria-label="What was read">
          <Faults faults={read.faults} />
          <ul className="read-pages">
            {read.pages.map((page) => (
              <li key={page.id}>
                <strong>{page.title}</strong>{' '}
                <span className="soft">
                  {page.language} · {page.passages} {page.passages === 1 ? 'passage' : 'passages'}
                </span>
                <p className="read-text">{page.text.slice(0, 400)}</p>
              </li>
            ))}
          </ul>
        </section>
      )}
    </Dialog>
  );
}
