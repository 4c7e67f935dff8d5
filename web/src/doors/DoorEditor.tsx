import { Button, Checkbox, Input, InputNumber, Select } from 'antd';
import type { DoorPreview, FrontDoor } from '../api/model';
import { EditorPanel } from '../plan/EditorPanel';
import { Field, Part } from '../ui/fields';
import { DoorHandoff } from '../settings/DoorHandoff';
import { DoorOpening } from '../settings/DoorOpening';
import { DoorHours } from '../settings/DoorPanel';
import { languagesOf } from '../plan/names';
import { QuestionsEditor } from '../settings/QuestionsEditor';
import { type TextKind, TextsEditor, textCount } from '../settings/TextsEditor';
import type { useElement } from '../plan/useElement';
import { usePlace } from '../plan/place';
import { useWorkplace } from '../plan/workplace';
import { Consents, Files } from './DoorAsks';
import { Cards, Facts, Invitations, Lines } from './DoorLists';
import { LookEditor } from './LookEditor';
import { LanguageSelect } from '../ui/LanguageSelect';

const WHEN_CLOSED: { value: FrontDoor['whenClosed']; label: string }[] = [
  { value: 'TEXT', label: 'the closed text' },
  { value: 'MESSAGE_FORM', label: 'the form to leave a message' },
  { value: 'NOT_SHOWN', label: 'nothing: the door is not shown' },
];

/** Everything that can be set about a door, in the order in which its visitors meet it. */
export function DoorEditor({
  element,
  language,
  preview,
  flags,
}: {
  element: ReturnType<typeof useElement<'doors'>>;
  language: string;
  preview: DoorPreview | undefined;
  flags: Partial<Record<TextKind, string>>;
}) {
  const { draft } = useWorkplace();
  const { tryChat } = usePlace();
  const { value: door, change, edits } = element;
  const { plan } = draft;
  return (
    <EditorPanel title={door.name} about={`Front door, its words in ${language}`} edits={edits}>
      <Field label="Name">
        <Input value={door.name} onChange={(event) => change({ name: event.target.value })} />
      </Field>
      <DoorHours hours={door.hours ?? null} onChange={(hours) => change({ hours })} />
      <DoorOpening value={door} onChange={change} />
      <DoorHandoff plan={plan} door={door} onChange={(handoff) => change({ handoff })} />
      <Field label="Languages">
        <LanguageSelect
          value={door.languages}
          known={languagesOf(plan)}
          onChange={(languages) => languages.length > 0 && change({ languages })}
        />
      </Field>
      <Field label="Texts fall back on">
        <Select
          value={door.department ?? ''}
          onChange={(department) => change({ department: department || null })}
          options={[
            { value: '', label: 'the plan' },
            ...plan.departments.map((department) => ({ value: department.id, label: department.name })),
          ]}
        />
      </Field>
      {preview && !preview.ownWords && (
        <p className="warns">◆ The words on its controls are not there in {language}; they are shown in English.</p>
      )}
      <Part title="Texts" short={textCount(door.texts)} open>
        <TextsEditor
          language={language}
          value={door.texts}
          flags={flags}
          inherited={(kind) => {
            const line = preview?.texts.find((text) => text.kind === kind);
            if (!line?.inherited) return undefined;
            const department = plan.departments.find(({ id }) => id === door.department)?.name;
            return { text: line.inherited, from: line.from === 'DEPARTMENT' ? `of ${department}` : 'of the plan' };
          }}
          onChange={(texts) => change({ texts })}
        />
      </Part>
      <Part title="Answer cards and help" short={counted(door.cards.length)}>
        <Cards language={language} value={door.cards} onChange={(cards) => change({ cards })} />
        <Checkbox checked={door.help} onChange={(event) => change({ help: event.target.checked })}>
          and shows its help pages
        </Checkbox>
      </Part>
      <Part title="Questions" short={counted(door.questions.length)}>
        <QuestionsEditor language={language} value={door.questions} onChange={(questions) => change({ questions })} />
      </Part>
      <Part title="To be agreed to" short={counted(door.consents.length)}>
        <Consents language={language} value={door.consents} onChange={(consents) => change({ consents })} />
      </Part>
      <Part title="Files" short={door.files ? `up to ${door.files.megabytes} MB` : 'none'}>
        <Files value={door.files ?? null} onChange={(files) => change({ files })} />
      </Part>
      <Part title="When closed" short={WHEN_CLOSED.find(({ value }) => value === door.whenClosed)?.label ?? ''}>
        <Field label="A visitor meets">
          <Select value={door.whenClosed} options={WHEN_CLOSED} onChange={(whenClosed) => change({ whenClosed })} />
        </Field>
        <Field label="Replies within">
          <InputNumber
            min={1}
            max={720}
            precision={0}
            suffix="hours"
            placeholder="no promise"
            value={door.replyHours ?? null}
            onChange={(replyHours) => change({ replyHours })}
          />
        </Field>
        <Field label="Goes on for">
          <InputNumber
            aria-label="Days for which the link in a mail leads back"
            min={1}
            max={365}
            precision={0}
            suffix="days"
            value={door.goOnDays}
            onChange={(goOnDays) => goOnDays !== null && change({ goOnDays })}
          />
        </Field>
        <p className="soft">The form to leave a message asks:</p>
        <QuestionsEditor language={language} value={door.message} timed={false} onChange={(message) => change({ message })} />
        <Checkbox checked={door.callBack} onChange={(event) => change({ callBack: event.target.checked })}>
          the visitor may ask to be called back
        </Checkbox>
      </Part>
      <Part title="During a chat" short={door.typingShown ? 'typing is seen' : 'typing is not seen'}>
        <Checkbox checked={door.typingShown} onChange={(event) => change({ typingShown: event.target.checked })}>
          operators see what a visitor is typing before it is sent
        </Checkbox>
        <p className="soft">Otherwise the words stay with the visitor until they are sent, and operators see that somebody types.</p>
      </Part>
      <Part title="After a chat" short={endingWords(door.ending)}>
        <Ending value={door.ending} onChange={(ending) => change({ ending })} />
      </Part>
      <Part title="Look" short={preview?.contrast.every((pair) => pair.enough) === false ? '◆ hard to read' : door.look.accent}>
        <LookEditor
          door={door.name}
          value={door.look}
          pairs={preview?.contrast ?? []}
          onChange={(look) => change({ look })}
        />
      </Part>
      <Part title="Pages and sites" short={counted(door.pages.length + door.sites.length)}>
        <Lines
          label="Stands on pages like"
          placeholder="https://ferry.example/*"
          value={door.pages}
          onChange={(pages) => change({ pages })}
        />
        <Lines
          label="May be shown by the sites"
          placeholder="https://*.ferry.example"
          value={door.sites}
          onChange={(sites) => change({ sites })}
        />
      </Part>
      <Part title="Invitations" short={counted(door.invitations.length)}>
        <Invitations door={door.id} language={language} value={door.invitations} onChange={(invitations) => change({ invitations })} />
      </Part>
      <Part title="Facts the page may hand over" short={counted(door.facts.length)}>
        <Facts
          value={door.facts}
          questions={[...door.questions, ...door.message]}
          languages={door.languages}
          onChange={(facts) => change({ facts })}
        />
        <Checkbox checked={door.factsSigned} onChange={(event) => change({ factsSigned: event.target.checked })}>
          taken only as the site’s own server has signed them
        </Checkbox>
      </Part>
      <Button onClick={() => tryChat(door.id)}>Try a chat at this door</Button>
    </EditorPanel>
  );
}

function Ending({ value, onChange }: { value: FrontDoor['ending']; onChange: (value: FrontDoor['ending']) => void }) {
  return (
    <>
      <Checkbox
        checked={value.rating}
        onChange={(event) => onChange({ ...value, rating: event.target.checked, comment: value.comment && event.target.checked })}
      >
        ask how the chat was
      </Checkbox>
      <Checkbox
        checked={value.comment}
        disabled={!value.rating}
        onChange={(event) => onChange({ ...value, comment: event.target.checked })}
      >
        with room for a few words
      </Checkbox>
      <Checkbox checked={value.transcript} onChange={(event) => onChange({ ...value, transcript: event.target.checked })}>
        the visitor may keep the transcript
      </Checkbox>
    </>
  );
}

function endingWords({ rating, comment, transcript }: FrontDoor['ending']) {
  const offered = [rating && (comment ? 'rating with comment' : 'rating'), transcript && 'transcript'].filter(Boolean);
  return offered.length === 0 ? 'offers nothing' : offered.join(', ');
}

function counted(count: number) {
  return count === 0 ? 'none' : String(count);
}
