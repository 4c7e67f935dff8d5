import { CloseOutlined } from '@ant-design/icons';
import { Button, InputNumber, Select } from 'antd';
import { useState } from 'react';
import type { LadderView, Plan, Queue, Rung, RungAction } from '../api/model';
import { EditorPanel } from '../plan/EditorPanel';
import { Line } from '../ui/fields';
import { LanguageField } from '../ui/LanguageField';
import { LocalInput } from '../ui/LocalInput';
import { languagesOf } from '../plan/names';
import type { useElement } from '../plan/useElement';
import { useWorkplace } from '../plan/workplace';
import { formatSeconds, formatShare } from '../time/time';
import { ACTION_NAMES, newAction, PRESETS, shareAt, silenceWords } from './rungs';
import { PriorityNote } from '../settings/PriorityNote';

/** The rungs of one queue, exactly. */
export function LadderEditor({
  element: { value: queue, change, edits },
  view,
}: {
  element: ReturnType<typeof useElement<'queues'>>;
  view: LadderView | undefined;
}) {
  const { draft } = useWorkplace();
  const { plan } = draft;
  const languages = languagesOf(plan);
  const [language, setLanguage] = useState(languages[0] ?? 'en');
  const setRung = (i: number, rung: Rung) => change({ ladder: queue.ladder.map((other, k) => (k === i ? rung : other)) });
  const last = Math.max(0, ...queue.ladder.map((rung) => rung.seconds));
  return (
    <EditorPanel title={queue.name} about="What happens to a chat as it waits" edits={edits}>
      {view?.longestSilence && <p className="ladder-silence">{silenceWords(view.longestSilence)}</p>}
      <LanguageField languages={languages} value={language} onChange={setLanguage} />
      <ol className="rungs">
        {queue.ladder.map((rung, i) => (
          <li key={i}>
            <div className="rung-head">
              <InputNumber
                aria-label={`Seconds of rung ${i + 1}`}
                min={0}
                max={86_400}
                precision={0}
                suffix="s"
                value={rung.seconds}
                onChange={(seconds) => seconds !== null && setRung(i, { ...rung, seconds })}
              />
              <Select
                aria-label={`Action of rung ${i + 1}`}
                value={rung.action.kind}
                onChange={(kind) => {
                  const action = newAction(plan, queue, kind);
                  if (action) setRung(i, { ...rung, action });
                }}
                options={Object.entries(ACTION_NAMES).map(([kind, name]) => ({
                  value: kind as RungAction['kind'],
                  label: name,
                  disabled: newAction(plan, queue, kind as RungAction['kind']) === undefined,
                }))}
              />
              <Button
                type="text"
                aria-label={`Remove rung ${i + 1}`}
                icon={<CloseOutlined />}
                onClick={() => change({ ladder: queue.ladder.filter((_, k) => k !== i) })}
              />
            </div>
            <ActionDetail
              plan={plan}
              queue={queue}
              action={rung.action}
              language={language}
              name={`rung ${i + 1}`}
              onChange={(action) => setRung(i, { ...rung, action })}
            />
            {view && (
              <span className="soft rung-seen">
                seen by {formatShare(shareAt(view.waiting, view.stepSeconds, rung.seconds))} of chats;{' '}
                {formatShare(shareAt(view.patient, view.stepSeconds, rung.seconds), 0)} of visitors would wait {formatSeconds(rung.seconds)}
              </span>
            )}
          </li>
        ))}
      </ol>
      <Line label="">
        <Select
          aria-label="Add a rung"
          placeholder="Add a rung"
          value={null}
          onChange={(kind: RungAction['kind'] | null) => {
            const action = kind && newAction(plan, queue, kind);
            if (action) change({ ladder: [...queue.ladder, { seconds: last + 60, action }] });
          }}
          options={Object.entries(ACTION_NAMES).map(([kind, name]) => ({ value: kind as RungAction['kind'], label: name }))}
        />
      </Line>
      <Line label="Start from">
        <span className="names">
          {PRESETS.map((preset) => (
            <button
              key={preset.name}
              type="button"
              className="plain-link"
              title={preset.about}
              onClick={() => change({ ladder: preset.ladder(plan, queue) })}
            >
              {preset.name}
            </button>
          ))}
        </span>
      </Line>
    </EditorPanel>
  );
}

function ActionDetail({
  plan,
  queue,
  action,
  language,
  name,
  onChange,
}: {
  plan: Plan;
  queue: Queue;
  action: RungAction;
  language: string;
  name: string;
  onChange: (action: RungAction) => void;
}) {
  switch (action.kind) {
    case 'say':
    case 'end':
      return (
        <LocalInput
          label={`Text of ${name}`}
          language={language}
          lines={2}
          value={action.text}
          // what says something has words in some language
          onChange={(text) => (action.kind === 'end' || Object.keys(text).length > 0) && onChange({ ...action, text })}
        />
      );
    case 'lower-level':
      return (
        <div className="rung-detail">
          <Select
            aria-label={`Skill of ${name}`}
            value={action.skill}
            onChange={(skill) => onChange({ ...action, skill })}
            options={plan.skills.map((skill) => ({ value: skill.id, label: skill.name }))}
          />
          <InputNumber
            aria-label={`Levels of ${name}`}
            min={1}
            max={5}
            precision={0}
            suffix="lower"
            value={action.by}
            onChange={(by) => by !== null && onChange({ ...action, by })}
          />
        </div>
      );
    case 'raise-priority':
      return (
        <div className="rung-detail">
          <InputNumber
            aria-label={`Priority of ${name}`}
            min={1}
            max={9}
            precision={0}
            suffix="higher"
            value={action.by}
            onChange={(by) => by !== null && onChange({ ...action, by })}
          />
          <PriorityNote of="rung" />
        </div>
      );
    case 'add-operators':
      return (
        <Select
          mode="multiple"
          className="rung-wide"
          aria-label={`Operators of ${name}`}
          value={action.operators}
          onChange={(operators) => operators.length > 0 && onChange({ ...action, operators })}
          options={plan.operators.map((operator) => ({ value: operator.id, label: operator.name }))}
        />
      );
    case 'add-members-of':
    case 'move-to':
      return (
        <Select
          className="rung-wide"
          aria-label={`Queue of ${name}`}
          value={action.queue}
          onChange={(other) => onChange({ ...action, queue: other })}
          options={plan.queues.filter((other) => other.id !== queue.id).map((other) => ({ value: other.id, label: other.name }))}
        />
      );
    default:
      return null;
  }
}
