import { Button, Segmented, Switch } from 'antd';
import { useState } from 'react';
import { download } from '../api/client';
import { useCalendar, useSeries, useSpecialDays } from '../api/forecast';
import { useAcceptedFiles, useRecording, useStoredVolumes, useWantRecording } from '../api/volumes';
import { type Selection, useSelection } from '../plan/series';
import { SelectionPicker } from '../plan/SelectionPicker';
import { ErrorNote } from '../ui/ErrorNote';
import { JobLine } from '../plan/JobLine';
import { useAddress } from '../plan/useAddress';
import { useWorkplace } from '../plan/workplace';
import { formatDate, formatDays, formatInstant } from '../time/time';
import { HistoryCalendar, type Picked } from './HistoryCalendar';
import { ImportVolumes } from './ImportVolumes';
import { inWords, months } from './months';
import { SpecialDaysPanel } from './SpecialDaysPanel';
import './volumes.css';

const SPECIAL = 'Unusual days';
const IMPORT = 'Import';
const SOURCES = 'Sources';

/** The chats that came: day by day, what is not known, what was unusual, and where it all comes from. */
export function VolumesView() {
  const { draft, week } = useWorkplace();
  const { data: stored, error } = useStoredVolumes(draft.id);
  const { data: series, error: seriesError } = useSeries(draft.id);
  const [selection, select] = useSelection(series);
  const [params, change] = useAddress();
  const [picked, setPicked] = useState<Picked | null>(null);
  // Not until it is known that there is nothing: a panel must not change under who begins to use it.
  const panel = params.get('panel') ?? (stored && !stored.first ? IMPORT : SPECIAL);
  return (
    <div className="volumes">
      <section className="volumes-main" aria-label="History">
        <div className="view-head">
          <h1>Chats that came</h1>
          {series && selection && <SelectionPicker view={series} selection={selection} onPick={select} />}
          <Button onClick={() => void download('/plans/{plan}/volumes/export', { plan: draft.id })} disabled={!stored?.first}>
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
          options={[SPECIAL, IMPORT, SOURCES]}
          value={panel}
          onChange={(shown) => change({ panel: shown })}
        />
        {panel === IMPORT ? <ImportVolumes /> : panel === SOURCES ? <Sources /> : <SpecialDaysPanel picked={picked} />}
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

/** Where the counts come from: the plan's own chats, and files. */
function Sources() {
  return (
    <>
      <OwnChats />
      <h2>Imported files</h2>
      <AcceptedFiles />
    </>
  );
}

function OwnChats() {
  const { draft, canEdit } = useWorkplace();
  const { data: recording, error } = useRecording(draft.id);
  const want = useWantRecording(draft.id);
  if (!recording) return <ErrorNote error={error} />;
  return (
    <section aria-labelledby="own-chats">
      <h2 id="own-chats">Chats of this plan</h2>
      <label className="own-chats">
        <Switch
          checked={recording.wanted}
          disabled={!canEdit}
          onChange={(wanted) => want.mutate(wanted)}
        />
        Counted each night
      </label>
      <p className="soft">
        The chats of the day before, by door, language, topic and queue, with what they took and how long they waited. They replace what
        is known of their half-hours, and forecasts and the workloads that are measured go by them.
      </p>
      <p role="status">
        {want.isPending
          ? 'Counting the chats of past days…'
          : recording.firstDay && recording.lastDay
            ? `Counted: ${formatDays({ firstDay: recording.firstDay, lastDay: recording.lastDay })}.`
            : 'No day was counted yet.'}
      </p>
      <ErrorNote error={want.error} />
    </section>
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
