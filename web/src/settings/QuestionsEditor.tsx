import { Checkbox, Select } from 'antd';
import type { Question, QuestionKind } from '../api/model';
import { LocalInput } from '../ui/LocalInput';
import { OrderedList } from '../ui/OrderedList';

const KINDS: { value: QuestionKind; label: string }[] = [
  { value: 'TEXT', label: 'one line' },
  { value: 'LONG_TEXT', label: 'several lines' },
  { value: 'CHOICE', label: 'a choice' },
  { value: 'EMAIL', label: 'e-mail address' },
  { value: 'PHONE', label: 'telephone number' },
  { value: 'NUMBER', label: 'number' },
];

const ASKED: { value: Question['asked']; label: string }[] = [
  { value: 'BEFORE', label: 'asked before the chat' },
  { value: 'AFTER_FIRST_MESSAGE', label: 'asked after the first message' },
  { value: 'WHILE_WAITING', label: 'asked while the chat waits' },
];

/** Questions in the order in which they are asked, a language at a time. */
export function QuestionsEditor({
  value,
  language,
  timed = true,
  onChange,
}: {
  value: Question[];
  language: string;
  /** Whether each says when it is asked; a form asks all at once. */
  timed?: boolean;
  onChange: (value: Question[]) => void;
}) {
  return (
    <OrderedList<Question>
      what="Question"
      value={value}
      onChange={onChange}
      keyOf={(question) => question.id}
      make={() => ({
        id: freeId(value),
        kind: 'TEXT',
        text: { [language]: 'New question' },
        help: {},
        required: false,
        asked: 'BEFORE',
        choices: [],
      })}
      head={(question, change, name) => (
        <LocalInput label={name} language={language} value={question.text} onChange={(text) => change({ text })} />
      )}
      body={(question, change, name) => (
        <>
          <div className="question-kind">
            <Select
              aria-label={`Kind of ${name}`}
              value={question.kind}
              options={KINDS}
              onChange={(kind) =>
                change({
                  kind,
                  choices: kind !== 'CHOICE' ? [] : question.choices.length > 0 ? question.choices : [{ value: 'First choice', label: {} }],
                })
              }
            />
            <Checkbox checked={question.required} onChange={(event) => change({ required: event.target.checked })}>
              must be answered
            </Checkbox>
          </div>
          {timed && (
            <Select
              aria-label={`When ${name} is asked`}
              value={question.asked}
              options={ASKED}
              onChange={(asked) => change({ asked })}
            />
          )}
          <LocalInput
            label={`Help of ${name}`}
            placeholder="a word of help"
            language={language}
            value={question.help}
            onChange={(help) => change({ help })}
          />
          {question.kind === 'CHOICE' && (
            <Choices
              name={name}
              language={language}
              value={question.choices}
              onChange={(choices) => change({ choices })}
            />
          )}
        </>
      )}
    />
  );
}

/** What the choices are called in every language, and what is read in this one. */
function Choices({
  name,
  language,
  value,
  onChange,
}: {
  name: string;
  language: string;
  value: Question['choices'];
  onChange: (value: Question['choices']) => void;
}) {
  return (
    <>
      <Select
        mode="tags"
        open={false}
        suffixIcon={null}
        aria-label={`Choices of ${name}`}
        placeholder="type the choices; rules call them by these names"
        value={value.map((choice) => choice.value)}
        onChange={(values) =>
          onChange(values.map((called) => value.find((choice) => choice.value === called) ?? { value: called, label: {} }))
        }
      />
      <ul className="choice-labels">
        {value.map((choice) => (
          <li key={choice.value}>
            <span className="soft">{choice.value}</span>
            <LocalInput
              label={`${choice.value} of ${name}`}
              placeholder={choice.value}
              language={language}
              value={choice.label}
              onChange={(label) =>
                onChange(value.map((other) => (other.value === choice.value ? { ...other, label } : other)))
              }
            />
          </li>
        ))}
      </ul>
    </>
  );
}

function freeId(questions: Question[]) {
  let number = questions.length + 1;
  while (questions.some((question) => question.id === `question-${number}`)) number++;
  return `question-${number}`;
}
