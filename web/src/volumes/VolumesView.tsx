import { Button, Segmented } from 'antd';
import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { download } from '../api/client';
import { useCalendar, useSeries, useSpecialDays } from '../api/forecast';
import { useAcceptedFiles, useStoredVolumes } from '../api/volumes';
import { type Selection, useSelection } from '../plan/series';
import { SelectionPicker } from '../plan/SelectionPicker';
import { ErrorNote } from '../ui/ErrorNote';
import { JobLine } from '../plan/JobLine';
import { useWorkplace } from '../plan/workplace';
import { formatDate, formatInstant } from '../time/time';
import { HistoryCalendar, type Picked } from './HistoryCalendar';
import { ImportVolumes } from './ImportVolumes';
import { inWords, months } from './months';
import { SpecialDaysPanel } from './SpecialDaysPanel';
import './volumes.css';

const SPECIAL = 'Unusual days';
const IMPORT = 'Import';
const FILES = 'Files';

/** The chats that came: day by day, what is not known, what was unusual, and where it all comes from. */
export function VolumesView() {
  const { draft, week } = useWorkplace();
  const { data: stored, error } = useStoredVolumes(draft.id);
  const { data: series, error: seriesError } = useSeries(draft.id);
  const [selection, select] = useSelection(series);
  const [params, setParams] = useSearchParams();
  const [picked, setPicked] = useState<Picked | null>(null);
  // Not until it is known that there is nothing: a panel must not change under who begins to use it.
  const panel = params.get('panel') ?? (stored && !stored.first ? IMPORT : SPECIAL);
  return (
    <div className="volumes">
      <section className="volumes-main" aria-label="History">
        <div className="view-head">
          <h1>Chats that came</h1>
          {series && selection && <SelectionPicker view={series} selection={selection} onPick={select} />}
          <Button onClick={() => void download(`/plans/${draft.id}/volumes/export`)} disabled={!stored?.first}>
            Save as CSV
          </Button>
        </div>
        <ErrorNote error={error ?? seriesError} />
        {stored && !stored.first && (
          <p>No volumes are known yet. Import a file, and its days stand here: what came, and what is missing.</p>
        )}
        {stored?.first && stored.last && (
          <p className="soft">
            {stored.counts.toLocaleString('en')} counts of half-hours, from {formatDate(stored.first, week.timeZone)} to{' '}
            {formatDate(stored.last, week.timeZone)}. Drag over days to mark them.
          </p>
        )}
        <JobLine />
        {selection && <Calendar selection={selection} picked={picked} onPick={setPicked} />}
      </section>
      <aside className="panel" aria-label="Volumes">
        <Segmented
          block
          options={[SPECIAL, IMPORT, FILES]}
          value={panel}
          onChange={(shown) =>
            setParams((before) => {
              const after = new URLSearchParams(before);
              after.set('panel', shown);
              return after;
            })
          }
        />
        {panel === IMPORT ? <ImportVolumes /> : panel === FILES ? <AcceptedFiles /> : <SpecialDaysPanel picked={picked} />}
      </aside>
    </div>
  );
}

interface CalendarProps {
  selection: Selection;
  picked: Picked | null;
  onPick: (picked: Picked) => void;
}

function Calendar({ selection, picked, onPick }: CalendarProps) {
  const { draft } = useWorkplace();
  const { data: counted, error } = useCalendar(draft.id, selection);
  const { data: special, error: specialError } = useSpecialDays(draft.id);
  if (!counted || !special) return error || specialError ? <ErrorNote error={error ?? specialError} /> : <p role="status">Reading the volumes…</p>;
  const day = picked && months(counted, special).flatMap(({ days }) => days).find((one) => one?.day === picked.focus);
  return (
    <>
      <HistoryCalendar label={selection.label} counted={counted} special={special} picked={picked} onPick={onPick} />
      <p className="calendar-words" role="status">
        {day ? inWords(day) : ' '}
      </p>
      <p className="calendar-key soft">
        <span className="key-gap" /> not known <span className="key-weekend" /> weekend <span className="key-holiday" /> public
        holiday <span className="warns">◆</span> event <span>×</span> error, left out{' '}
        <span className="short">▴ ▾</span> unusual, no mark yet <span className="enough">⇡ ⇣</span> new level
      </p>
    </>
  );
}

function AcceptedFiles() {
  const { draft, week } = useWorkplace();
  const { data: files, error } = useAcceptedFiles(draft.id);
  if (!files) return <ErrorNote error={error} />;
  if (files.length === 0) return <p className="soft">No file was imported yet.</p>;
  return (
    <ul className="files" aria-label="Imported files">
      {files.map((file) => (
        <li key={file.id}>
          <strong>{file.fileName}</strong>
          <span className="soft">
            {formatInstant(file.acceptedAt)}
            {file.madeBy && `, ${file.madeBy}`}
          </span>
          <span>
            {formatDate(file.firstAt, week.timeZone)} – {formatDate(file.lastAt, week.timeZone)}:{' '}
            {file.stored.toLocaleString('en')} half-hours
            {file.replaced > 0 && (
              <span className="warns"> ◆ {file.replaced.toLocaleString('en')} known before were replaced</span>
            )}
          </span>
        </li>
      ))}
    </ul>
  );
}
