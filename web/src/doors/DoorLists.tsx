import { Checkbox, Input, InputNumber, Select } from 'antd';
import type { AnswerCard, Invitation, PageFact, Question } from '../api/model';
import { useInvitationCounts } from '../api/doors';
import { useWorkplace } from '../plan/workplace';
import { Field } from '../ui/fields';
import { LocalInput } from '../ui/LocalInput';
import { inFirstOf } from '../ui/localText';
import { OrderedList } from '../ui/OrderedList';

/** Questions with a ready answer, in the order in which they are offered. */
export function Cards({
  value,
  language,
  onChange,
}: {
  value: AnswerCard[];
  language: string;
  onChange: (value: AnswerCard[]) => void;
}) {
  const { plan } = useWorkplace().draft;
  const topicOf = (card: AnswerCard) => plan.topics.find(({ id }) => id === card.topic);
  return (
    <OrderedList<AnswerCard>
      what="Answer card"
      value={value}
      onChange={onChange}
      keyOf={(_, i) => String(i)}
      make={() => ({ topic: null, question: { [language]: 'New question' }, answer: { [language]: 'Its answer' } })}
      head={(card, change, name) => (
        <LocalInput
          label={name}
          language={language}
          value={card.question}
          placeholder={topicOf(card)?.label[language] ?? topicOf(card)?.name ?? ''}
          onChange={(question) => change({ question })}
        />
      )}
      body={(card, change, name) => (
        <>
          <LocalInput
            label={`Answer of ${name}`}
            lines={2}
            language={language}
            value={card.answer}
            placeholder={topicOf(card)?.answers[0]?.[language] ?? ''}
            onChange={(answer) => change({ answer })}
          />
          <Select
            aria-label={`Topic of ${name}`}
            allowClear
            placeholder="words of its own"
            value={card.topic ?? null}
            onChange={(topic: string | null | undefined) =>
              change(topic ? { topic, question: {}, answer: {} } : { topic: null, question: { [language]: '…' }, answer: { [language]: '…' } })
            }
            options={plan.topics.map((topic) => ({ value: topic.id, label: `from ${topic.name}` }))}
          />
        </>
      )}
    />
  );
}

function freeInvitation(taken: Invitation[]): string {
  let number = taken.length + 1;
  while (taken.some(({ id }) => id === `invitation-${number}`)) number++;
  return `invitation-${number}`;
}

/** What came of an invitation on the sites. */
function Counted({ door, invitation }: { door: string; invitation: string }) {
  const { draft } = useWorkplace();
  const { data } = useInvitationCounts(draft.id, door);
  const counts = data?.find((one) => one.invitation === invitation);
  if (!data) return null;
  if (!counts) return <p className="soft">Not shown within 28 days.</p>;
  const share = counts.shown > 0 ? Math.round((100 * counts.opened) / counts.shown) : 0;
  return (
    <p>
      Within 28 days shown <strong>{counts.shown}</strong>, opened <strong>{counts.opened}</strong> ({share} %), put away{' '}
      <strong>{counts.dismissed}</strong>
    </p>
  );
}

/** Messages that the door shows by itself. */
export function Invitations({
  door,
  value,
  language,
  onChange,
}: {
  door: string;
  value: Invitation[];
  language: string;
  onChange: (value: Invitation[]) => void;
}) {
  return (
    <OrderedList<Invitation>
      what="Invitation"
      value={value}
      onChange={onChange}
      keyOf={({ id }) => id}
      make={() => ({
        id: freeInvitation(value),
        text: { [language]: 'Can we help?' },
        sender: null,
        pages: [],
        afterSeconds: 30,
        from: null,
        until: null,
        onlyWhileOpen: true,
        oncePerVisitor: true,
      })}
      head={(invitation, change, name) => (
        <LocalInput label={name} language={language} value={invitation.text} onChange={(text) => change({ text })} />
      )}
      body={(invitation, change, name) => (
        <>
          <Lines
            label={`Pages of ${name}`}
            placeholder="every page of the door"
            value={invitation.pages}
            onChange={(pages) => change({ pages })}
          />
          <Field label="After">
            <InputNumber
              aria-label={`Seconds before ${name}`}
              min={0}
              max={3600}
              precision={0}
              suffix="s"
              value={invitation.afterSeconds}
              onChange={(seconds) => seconds !== null && change({ afterSeconds: seconds })}
            />
          </Field>
          <Field label="From">
            <Input
              aria-label={`Name on ${name}`}
              placeholder="nobody in particular"
              maxLength={80}
              value={invitation.sender ?? ''}
              onChange={(event) => change({ sender: event.target.value || null })}
            />
          </Field>
          <Field label="On days">
            <Input
              type="date"
              aria-label={`First day of ${name}`}
              value={invitation.from ?? ''}
              onChange={(event) => change({ from: event.target.value || null })}
            />{' '}
            to{' '}
            <Input
              type="date"
              aria-label={`Last day of ${name}`}
              min={invitation.from ?? undefined}
              value={invitation.until ?? ''}
              onChange={(event) => change({ until: event.target.value || null })}
            />
          </Field>
          <Checkbox
            checked={invitation.onlyWhileOpen}
            onChange={(event) => change({ onlyWhileOpen: event.target.checked })}
          >
            only while the door is open
          </Checkbox>
          <Checkbox
            checked={invitation.oncePerVisitor}
            onChange={(event) => change({ oncePerVisitor: event.target.checked })}
          >
            once per visitor
          </Checkbox>
          <Counted door={door} invitation={invitation.id} />
        </>
      )}
    />
  );
}

const FACT_KINDS: { value: PageFact['kind']; label: string; key: string }[] = [
  { value: 'NAME', label: 'name', key: 'name' },
  { value: 'EMAIL', label: 'e-mail address', key: 'email' },
  { value: 'CUSTOMER_NUMBER', label: 'customer number', key: 'customer' },
  { value: 'OTHER', label: 'something else', key: 'fact' },
];

/** What a page may tell about its visitor, and which question that answers. */
export function Facts({
  value,
  questions,
  languages,
  onChange,
}: {
  value: PageFact[];
  questions: Question[];
  languages: string[];
  onChange: (value: PageFact[]) => void;
}) {
  return (
    <OrderedList<PageFact>
      what="Fact"
      value={value}
      onChange={onChange}
      keyOf={(_, i) => String(i)}
      make={() => newFact(value)}
      head={(fact, change, name) => (
        <Select
          aria-label={`Kind of ${name}`}
          value={fact.kind}
          options={FACT_KINDS}
          onChange={(kind) => change({ kind })}
        />
      )}
      body={(fact, change, name) => (
        <>
          <Field label="The page calls it">
            <Input aria-label={`Key of ${name}`} value={fact.key} onChange={(event) => change({ key: event.target.value })} />
          </Field>
          <Field label="Answers">
            <Select
              aria-label={`Question that ${name} answers`}
              value={fact.fills ?? ''}
              onChange={(fills) => change({ fills: fills || null })}
              options={[
                { value: '', label: 'no question' },
                ...questions.map((question) => ({ value: question.id, label: inFirstOf(question.text, languages) })),
              ]}
            />
          </Field>
        </>
      )}
    />
  );
}

function newFact(facts: PageFact[]): PageFact {
  const free = FACT_KINDS.find(({ key }) => facts.every((fact) => fact.key !== key));
  return free ? { kind: free.value, key: free.key, fills: null } : { kind: 'OTHER', key: `fact-${facts.length + 1}`, fills: null };
}

/** Short texts without an order that matters, typed one after the other. */
export function Lines({
  label,
  placeholder,
  value,
  onChange,
}: {
  label: string;
  placeholder: string;
  value: string[];
  onChange: (value: string[]) => void;
}) {
  return (
    <div className="gate-field">
      <span className="line-label">{label}</span>
      <Select
        mode="tags"
        open={false}
        suffixIcon={null}
        aria-label={label}
        placeholder={placeholder}
        tokenSeparators={[' ', '\n']}
        value={value}
        onChange={onChange}
      />
    </div>
  );
}
