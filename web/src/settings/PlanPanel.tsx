import { Input, InputNumber, Select } from 'antd';
import { useState } from 'react';
import { SETTINGS_ID } from '../api/model';
import { usePeople } from '../api/people';
import { usePlace } from '../plan/place';
import { TimeoutsEditor } from './TimeoutsEditor';
import { useWorkplace } from '../plan/workplace';
import { formatSeconds } from '../time/time';
import { EditorPanel } from '../plan/EditorPanel';
import { Field, Line, Part } from '../ui/fields';
import { LanguageField } from '../ui/LanguageField';
import { languagesOf } from '../plan/names';
import { BotSharesEditor, botWords } from './BotSharesEditor';
import { PayEditor } from './PayEditor';
import { ReceiversEditor } from './ReceiversEditor';
import { ShrinkageEditor, shrinkageWords } from './ShrinkageEditor';
import { TextsEditor, textCount } from './TextsEditor';
import { TicketAddresses } from './TicketAddresses';
import { useElement } from '../plan/useElement';
import { CountrySelect } from '../ui/CountrySelect';
import { TimeZoneSelect } from '../ui/TimeZoneSelect';

/** What holds for the plan as a whole. */
export function PlanPanel() {
  const { draft } = useWorkplace();
  const { select } = usePlace();
  const { value: settings, change, edits } = useElement('settings', SETTINGS_ID);
  const { data: people } = usePeople(draft.id);
  const languages = languagesOf(draft.plan);
  const [language, setLanguage] = useState(languages[0] ?? 'en');
  const catchAll = draft.plan.rules.at(-1);
  const queue = draft.plan.queues.find((candidate) => candidate.id === catchAll?.queue);
  return (
    <EditorPanel title={settings.name} about="The plan as a whole" edits={edits}>
      <Field label="Name">
        <Input value={settings.name} onChange={(event) => change({ name: event.target.value })} />
      </Field>
      <Field label="Time zone">
        <TimeZoneSelect value={settings.timeZone} onChange={(zone) => zone && change({ timeZone: zone })} />
      </Field>
      <Field label="Holidays of">
        <CountrySelect placeholder="no country" value={settings.country ?? null} onChange={(country) => change({ country })} />
      </Field>
      <Field label="Seats licensed">
        <InputNumber
          min={1}
          max={100_000}
          precision={0}
          placeholder="not counted"
          value={settings.seats}
          onChange={(seats) => change({ seats })}
        />
      </Field>
      {people && (
        <Line label="Seats used">
          {people.used}
          {people.seats != null && (
            <span className={people.used > people.seats ? 'short' : 'soft'}>
              {people.used > people.seats
                ? ` ▾ ${people.used - people.seats} more than licensed; nobody is locked out`
                : `, ${people.seats - people.used} free`}
            </span>
          )}
        </Line>
      )}
      <Field label="Next chat from">
        <Select
          value={settings.nextChat}
          onChange={(nextChat) => change({ nextChat })}
          options={[
            { value: 'PRIORITY', label: 'the queue of the highest priority, then longest waiting' },
            { value: 'TARGET', label: 'the chat nearest to missing its answer target' },
          ]}
        />
      </Field>
      <Field label="Who goes away">
        <Select
          value={settings.whenAway}
          onChange={(whenAway) => change({ whenAway })}
          options={[
            { value: 'KEPT', label: 'keeps the chats in hand' },
            { value: 'GIVEN_BACK', label: 'gives them back to their queues' },
          ]}
        />
      </Field>
      {queue && (
        <Line label="Catch-all queue">
          <button type="button" className="plain-link" onClick={() => select({ kind: 'queues', id: queue.id })}>
            {queue.name}
          </button>{' '}
          <span className="soft">set by the last rule</span>
        </Line>
      )}
      <Part title="Shrinkage" short={shrinkageWords(settings.shrinkage.parts)}>
        <ShrinkageEditor value={settings.shrinkage.parts} onChange={(parts) => change({ shrinkage: { parts } })} />
      </Part>
      <Part title="Cost" short={settings.pay ? `${settings.pay.perHour} ${settings.pay.currency} an hour` : 'not said'}>
        <PayEditor value={settings.pay} onChange={(pay) => change({ pay })} />
      </Part>
      <Part title="Left to the bot" short={botWords(settings.botShares)}>
        <BotSharesEditor value={settings.botShares} onChange={(botShares) => change({ botShares })} />
      </Part>
      <Part title="Who hears of chats" short={settings.receivers.map(({ service }) => service).join(', ') || 'nobody'}>
        <ReceiversEditor value={settings.receivers} onChange={(receivers) => change({ receivers })} />
        <TicketAddresses plan={draft.id} />
      </Part>
      <LanguageField languages={languages} value={language} onChange={setLanguage} />
      <Part title="Timeouts" short={`reply in ${formatSeconds(settings.timeouts.reply.seconds)}`}>
        <TimeoutsEditor value={settings.timeouts} language={language} onChange={(timeouts) => change({ timeouts })} />
      </Part>
      <Part title="Texts" short={textCount(settings.texts)}>
        <TextsEditor
          language={language}
          value={settings.texts}
          inherited={() => undefined}
          onChange={(texts) => change({ texts })}
        />
      </Part>
    </EditorPanel>
  );
}
