import { InputNumber } from 'antd';
import type { Plan } from '../api/model';
import type { Bot } from '../api/bot';
import { Field, Line } from '../ui/fields';
import { ConditionEditor } from './ConditionEditor';
import { SentencesField } from './SentencesField';

export type Handoff = Bot['handoff'];

export const COMMON_HANDOFF: Handoff = { misses: null, turns: null, seconds: null, straight: [], signs: {}, backAfterSeconds: null };

interface HandoffEditorProps {
  plan: Plan;
  language: string;
  value: Handoff;
  onChange: (value: Handoff) => void;
}

/** When a bot hands chats over to people. */
export function HandoffEditor({ plan, language, value, onChange }: HandoffEditorProps) {
  const { botMisses } = plan.settings.timeouts;
  return (
    <>
      <p className="soft">Whoever asks for a person always gets one, and so does whoever writes about a topic that people answer.</p>
      <Limit
        label="After misses in a row"
        placeholder={`plan: ${botMisses}`}
        most={20}
        value={value.misses}
        onChange={(misses) => onChange({ ...value, misses })}
      />
      <Limit
        label="After messages without help"
        placeholder="never"
        most={100}
        value={value.turns}
        onChange={(turns) => onChange({ ...value, turns })}
      />
      <Limit
        label="After time without help"
        placeholder="never"
        least={10}
        most={86_400}
        suffix="s"
        value={value.seconds}
        onChange={(seconds) => onChange({ ...value, seconds })}
      />
      <SentencesField label="At signs of anger or danger" language={language} value={value.signs} onChange={(signs) => onChange({ ...value, signs })} />
      <Line label="Straight to people, while open">
        <ConditionEditor
          plan={plan}
          value={value.straight}
          kinds={['page', 'fact', 'language', 'visitor']}
          onChange={(straight) => onChange({ ...value, straight })}
        />
      </Line>
      <Limit
        label="Takes back what nobody took after"
        placeholder="never"
        least={10}
        most={86_400}
        suffix="s"
        value={value.backAfterSeconds}
        onChange={(backAfterSeconds) => onChange({ ...value, backAfterSeconds })}
      />
    </>
  );
}

/** A policy in few words. */
export function handoffWords({ misses, turns, seconds, straight, signs, backAfterSeconds }: Handoff): string {
  const count = Object.values(signs).reduce((sum, all) => sum + all.length, 0);
  const words = [
    typeof misses === 'number' && `${misses} misses`,
    typeof turns === 'number' && `${turns} messages`,
    typeof seconds === 'number' && `${seconds} s`,
    count > 0 && `${count} ${count === 1 ? 'sign' : 'signs'}`,
    straight.length > 0 && `${straight.length} straight to people`,
    typeof backAfterSeconds === 'number' && `back after ${backAfterSeconds} s`,
  ].filter((word) => word !== false);
  return words.length > 0 ? words.join(' · ') : 'as the plan says';
}

interface LimitProps {
  label: string;
  placeholder: string;
  least?: number;
  most: number;
  suffix?: string;
  value: number | null | undefined;
  onChange: (value: number | null) => void;
}

function Limit({ label, placeholder, least = 1, most, suffix, value, onChange }: LimitProps) {
  return (
    <Field label={label}>
      <InputNumber
        aria-label={label}
        min={least}
        max={most}
        precision={0}
        suffix={suffix}
        placeholder={placeholder}
        value={value ?? null}
        onChange={onChange}
      />
    </Field>
  );
}
