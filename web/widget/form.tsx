/** @jsxImportSource preact */
import type { ComponentChildren } from 'preact';
import type { AskedConsent, AskedQuestion, DoorDocument, Said } from './document';

/** As many choices as fit a phone stand as a list; more fold into one. */
const MOST_LISTED = 7;

export type Answers = Record<string, string>;

export function foreign(said: Said, door: DoorDocument): { lang?: string; dir?: 'auto' } {
  return said.language === door.language ? {} : { lang: said.language, dir: 'auto' };
}

interface WordsProps {
  said: Said;
  door: DoorDocument;
  place?: string;
  lines?: number;
}

/** Words that say in which language they are, where that is not the door's. */
export function Words({ said, door, place, lines }: WordsProps) {
  return (
    <span data-place={place} data-lines={lines} {...foreign(said, door)}>
      {said.text}
    </span>
  );
}

interface FormProps {
  door: DoorDocument;
  questions: AskedQuestion[];
  consents: AskedConsent[];
  submit: string;
  /** What the page told already. */
  known?: Answers;
  /** Between the questions and the button. */
  children?: ComponentChildren;
  /** @param agreed ids of what was agreed to */
  onSend: (answers: Answers, agreed: string[]) => void;
}

/**
 * A form that checks by itself, in the door's language: each field by HTML's own rules for its kind, the message beside the
 * field, the first faulty field in focus.
 */
export function Form({ door, questions, consents, submit, known = {}, children, onSend }: FormProps) {
  function send(event: Event) {
    event.preventDefault();
    const form = event.currentTarget as HTMLFormElement;
    const faulty = controls(form).filter((control) => !isAnswered(control, door));
    faulty[0]?.focus();
    if (faulty.length === 0) onSend(answersOf(form), agreedIn(form));
  }
  return (
    <form noValidate onSubmit={send}>
      {questions.map((question) =>
        question.kind === 'CHOICE' && question.choices.length <= MOST_LISTED ? (
          <Listed key={question.id} question={question} door={door} known={known[question.id]} />
        ) : (
          <Single key={question.id} question={question} door={door} known={known[question.id]} />
        ),
      )}
      {consents.map(({ id, text, required }) => (
        <div key={id} class="field">
          <label class="option">
            <input type="checkbox" data-consent={id} required={required} aria-describedby={`consent-${id}-wrong`} />
            <span>
              <Words said={text} door={door} place="CONSENT" lines={5} /> <small>({required ? door.words.required : door.words.optional})</small>
            </span>
          </label>
          <p class="wrong" id={`consent-${id}-wrong`} role="alert" />
        </div>
      ))}
      {children}
      <button type="submit" class="main" data-place={submit}>
        <span>{submit}</span>
      </button>
    </form>
  );
}

type Control = HTMLInputElement | HTMLSelectElement | HTMLTextAreaElement;

function controls(form: HTMLFormElement): Control[] {
  return [...form.querySelectorAll<Control>('input, select, textarea')];
}

function agreedIn(form: HTMLFormElement): string[] {
  return [...form.querySelectorAll<HTMLInputElement>('[data-consent]:checked')].map((box) => box.dataset.consent ?? '');
}

function answersOf(form: HTMLFormElement): Answers {
  const answers: Answers = {};
  for (const control of controls(form)) {
    if (control.disabled || (control.type === 'radio' && !(control as HTMLInputElement).checked)) continue;
    if (control.name && control.value.trim() !== '') answers[control.name] = control.value.trim();
  }
  return answers;
}

/** Says what is wrong with a field beside it, or takes back what was said. */
function isAnswered(control: Control, door: DoorDocument): boolean {
  const wrong = wrongWith(control, door);
  const place = control.closest('.field')?.querySelector<HTMLElement>('.wrong');
  if (place) place.textContent = wrong;
  if (wrong) control.setAttribute('aria-invalid', 'true');
  else control.removeAttribute('aria-invalid');
  return wrong === '';
}

function wrongWith({ validity, type }: Control, { words: said }: DoorDocument): string {
  if (validity.valueMissing) return (type === 'checkbox' ? said.mustAgree : said.mustAnswer) ?? '';
  if (validity.typeMismatch) return said.notEmail ?? '';
  if (validity.badInput) return said.notNumber ?? '';
  return '';
}

const INPUT_TYPES: Partial<Record<AskedQuestion['kind'], string>> = { EMAIL: 'email', PHONE: 'tel', NUMBER: 'number' };
const FILLED_BY: Partial<Record<AskedQuestion['kind'], 'email' | 'tel'>> = { EMAIL: 'email', PHONE: 'tel' };

interface FieldProps {
  question: AskedQuestion;
  door: DoorDocument;
  known: string | undefined;
}

function Single({ question, door, known }: FieldProps) {
  const id = `q-${question.id}`;
  const common = {
    id,
    name: question.id,
    required: question.required,
    'aria-describedby': `${question.help ? `${id}-help ` : ''}${id}-wrong`,
  };
  return (
    <div class="field">
      <label for={id} data-place={question.text.text} data-lines={3}>
        <Asked question={question} door={door} />
      </label>
      {question.help && (
        <p class="help" id={`${id}-help`}>
          <Words said={question.help} door={door} />
        </p>
      )}
      {question.kind === 'LONG_TEXT' ? (
        <textarea {...common} rows={4} defaultValue={known ?? ''} />
      ) : question.kind === 'CHOICE' ? (
        <select {...common}>
          <option value="">{door.words.choose}</option>
          {question.choices.map((choice) => (
            <option key={choice.value} value={choice.value} selected={choice.value === known} {...foreign(choice.label, door)}>
              {choice.label.text}
            </option>
          ))}
        </select>
      ) : (
        <input
          {...common}
          type={INPUT_TYPES[question.kind] ?? 'text'}
          autocomplete={FILLED_BY[question.kind] ?? 'off'}
          step={question.kind === 'NUMBER' ? 'any' : undefined}
          defaultValue={known ?? ''}
        />
      )}
      <p class="wrong" id={`${id}-wrong`} role="alert" />
    </div>
  );
}

function Listed({ question, door, known }: FieldProps) {
  const id = `q-${question.id}`;
  return (
    <fieldset class="field" aria-describedby={`${id}-wrong`}>
      <legend data-place={question.text.text} data-lines={3}>
        <Asked question={question} door={door} />
      </legend>
      {question.help && (
        <p class="help">
          <Words said={question.help} door={door} />
        </p>
      )}
      {question.choices.map((choice) => (
        <label key={choice.value} class="option">
          <input
            type="radio"
            name={question.id}
            value={choice.value}
            required={question.required}
            defaultChecked={choice.value === known}
          />
          <Words said={choice.label} door={door} place={choice.label.text} lines={2} />
        </label>
      ))}
      <p class="wrong" id={`${id}-wrong`} role="alert" />
    </fieldset>
  );
}

function Asked({ question, door }: { question: AskedQuestion; door: DoorDocument }) {
  return (
    <>
      <Words said={question.text} door={door} /> <small>({question.required ? door.words.required : door.words.optional})</small>
    </>
  );
}
