import { useDoors, usePause, usePauses } from '../api/doors';
import type { DoorLine, FrontDoor } from '../api/model';
import { UnsavedDot } from '../plan/UnsavedDot';
import { usePlace } from '../plan/place';
import { BusyButton } from '../ui/BusyButton';
import { ErrorNote } from '../ui/ErrorNote';
import { useWorkplace } from '../plan/workplace';
import { formatMoment } from '../time/time';

const STATE_WORDS: Record<string, { sign: string; word: string; style: string }> = {
  open: { sign: '●', word: 'open', style: 'enough' },
  partly: { sign: '◐', word: 'partly open', style: 'warns' },
  closed: { sign: '○', word: 'closed', style: 'short' },
};

/** Each door in the order of the plan, as it stands at the moment. */
export function DoorList() {
  const { draft, at, week } = useWorkplace();
  const { data } = useDoors(draft.id, at);
  const { plan } = draft;
  if (plan.doors.length === 0) {
    return <p>The plan has no front door yet, so no chat can start. Add one to begin with.</p>;
  }
  return (
    <ol className="door-list">
      {plan.doors.map((door) => (
        <DoorRow
          key={door.id}
          door={door}
          line={data?.find((line) => line.id === door.id)}
          department={plan.departments.find(({ id }) => id === door.department)?.name}
          zone={week.timeZone}
        />
      ))}
    </ol>
  );
}

function DoorRow({
  door,
  line,
  department,
  zone,
}: {
  door: FrontDoor;
  line: DoorLine | undefined;
  department: string | undefined;
  zone: string;
}) {
  const { select } = usePlace();
  const state = line && STATE_WORDS[line.state];
  const warns = line?.notes.filter((note) => note.severity !== 'NOTES') ?? [];
  return (
    <li className="door-row">
      <span className="door-colour" style={{ background: door.look.accent }} aria-hidden="true" />
      <div className="door-what">
        <button type="button" className="door-open" onClick={() => select({ kind: 'doors', id: door.id })}>
          {door.name}
        </button>
        <UnsavedDot kind="doors" id={door.id} />
        <span className="soft">{where(door)}</span>
      </div>
      <div>
        {line && state && (
          <>
            <span className={state.style}>
              {state.sign} <b>{state.word}</b>
            </span>
            <span className="soft">
              {line.opens ? `, opens ${formatMoment(line.opens, zone)}` : ''}; a visitor meets {line.visitorMeets}
            </span>
            <div className="soft door-because">{line.because}</div>
            <Pause door={door} />
          </>
        )}
      </div>
      <div className="door-facts">
        <span>
          {door.languages.map((language) => {
            const missing = line?.missing.find((one) => one.language === language)?.count ?? 0;
            return missing > 0 ? (
              <span key={language} className="warns door-language" title={`${missing} without words in ${language}`}>
                {language} ◆ {missing}
              </span>
            ) : (
              <span key={language} className="door-language">
                {language}
              </span>
            );
          })}
        </span>
        <span className="soft">
          {door.questions.length === 0 ? 'asks nothing' : `asks ${door.questions.length}`}
          {line && line.decides.length > 0 ? `, decides rules ${line.decides.join(', ')}` : ''}
          {department ? `; texts of ${department}` : ''}
        </span>
        {warns.length > 0 && (
          <span className="warns" title={warns.map((note) => note.words).join('\n')}>
            ◆ {warns.length} {warns.length === 1 ? 'finding' : 'findings'}
          </span>
        )}
      </div>
    </li>
  );
}

function where(door: FrontDoor) {
  if (door.pages.length === 0) return 'a plain link';
  return door.pages.length === 1 ? door.pages[0] : `${door.pages[0]} and ${door.pages.length - 1} more`;
}

/** Whether the door of the live plan is paused, and the way to change it at once. */
function Pause({ door }: { door: FrontDoor }) {
  const { draft, account } = useWorkplace();
  const { data: pauses = [] } = usePauses(draft.id);
  const pause = usePause(draft.id);
  if (!draft.live || !account.permissions.includes('PAUSE')) return null;
  const paused = pauses.includes(door.id);
  return (
    <div className="door-pause">
      {paused && <span className="short">▾ paused: no chat can be started </span>}
      <BusyButton size="small" busy={pause.isPending} onClick={() => pause.mutate({ door: door.id, paused: !paused })}>
        {paused ? 'Open it again' : 'Pause it now'}
      </BusyButton>
      <ErrorNote error={pause.error} />
    </div>
  );
}
