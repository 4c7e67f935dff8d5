import { Button, Dropdown } from 'antd';
import { type RefObject, useRef, useState } from 'react';
import { download } from '../api/client';
import type { RosterWeek } from '../api/model';
import { type Taken, useTakeRoster } from '../api/roster';
import { BusyButton } from '../ui/BusyButton';
import { ErrorNote } from '../ui/ErrorNote';
import { FaultItem } from '../ui/Faults';
import { useWorkplace } from '../plan/workplace';
import { usePicture } from '../ui/usePicture';
import type { Cell } from './RosterGrid';

interface Props {
  view: RosterWeek;
  selected: Cell | null;
  /** What a picture shows. */
  picture: RefObject<HTMLElement | null>;
}

/** Rosters out and in: all of them as a table, one person's as a calendar. */
export function FilesMenu({ view, selected, picture }: Props) {
  const { draw, error } = usePicture(picture);
  const { draft, canEdit } = useWorkplace();
  const take = useTakeRoster(draft.id, view.monday);
  const input = useRef<HTMLInputElement>(null);
  const [taken, setTaken] = useState<Taken | null>(null);
  const person = view.people.find((one) => one.id === selected?.operator);
  const week = { plan: draft.id, monday: view.monday };

  function read(file: File | undefined) {
    if (!file) return;
    const calendar = file.name.endsWith('.ics');
    if (calendar && !person) {
      setTaken({ shifts: 0, unused: [{ what: file.name, why: 'pick the person first whose week the calendar holds' }] });
      return;
    }
    take.mutate(calendar && person ? { file, operator: person.id } : { file }, { onSuccess: setTaken });
  }

  return (
    <>
      <Dropdown
        menu={{
          items: [
            { key: 'csv', label: 'Save the shifts (CSV)', disabled: !view.rostered },
            { key: 'xlsx', label: 'Save shifts and hours (XLSX)', disabled: !view.rostered },
            {
              key: 'ics',
              label: `Save the week of ${person?.name ?? 'the picked person'} (iCalendar)`,
              disabled: !view.rostered || !person,
            },
            { key: 'png', label: 'What is drawn here (PNG)' },
            { type: 'divider' },
            { key: 'take', label: 'Take a CSV, or a picked person’s iCalendar', disabled: !canEdit },
          ],
          onClick: ({ key }) => {
            if (key === 'take') input.current?.click();
            else if (key === 'png') void draw(`${draft.id}-roster-${view.monday}`);
            else if (key === 'ics' && person) void download('/plans/{plan}/roster/people/{operator}.ics', { ...week, operator: person.id });
            else if (key === 'xlsx') void download('/plans/{plan}/roster/shifts.xlsx', week);
            else void download('/plans/{plan}/roster/shifts.csv', week);
          },
        }}
      >
        <BusyButton busy={take.isPending}>Files</BusyButton>
      </Dropdown>
      <input
        ref={input}
        type="file"
        accept=".csv,.ics"
        hidden
        aria-label="Roster file"
        onChange={(event) => {
          read(event.target.files?.[0]);
          event.target.value = '';
        }}
      />
      <ErrorNote error={take.error ?? error} />
      {taken && <TakenNote taken={taken} onClose={() => setTaken(null)} />}
    </>
  );
}

function TakenNote({ taken, onClose }: { taken: Taken; onClose: () => void }) {
  return (
    <div className="roster-taken" role="status">
      <p>{taken.shifts > 0 ? `${taken.shifts} shifts were taken.` : 'Nothing was taken.'}</p>
      <ul>
        {taken.faults?.map((fault) => (
          <FaultItem key={`${fault.line} ${fault.reason}`} fault={fault} />
        ))}
        {taken.unused?.map((one) => (
          <li key={one.what}>
            {one.what}: {one.why}
          </li>
        ))}
      </ul>
      <Button size="small" onClick={onClose}>
        Understood
      </Button>
    </div>
  );
}
