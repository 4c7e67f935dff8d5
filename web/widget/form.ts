import type { AskedQuestion, DoorDocument, Said } from './document';
import { h } from './elements';

/** As many choices as fit a phone stand as a list; more fold into one. */
const MOST_LISTED = 7;

export type Answers = Record<string, string>;

/** Words that say in which language they are, where that is not the door's. */
export function words(said: Said, door: DoorDocument, tag: 'span' | 'p' = 'span', attributes: Record<string, string> = {}) {
  return h(tag, { ...attributes, ...foreign(said, door) }, said.text);
}

export function foreign(said: Said, door: DoorDocument): { lang?: string; dir?: string } {
  return said.language === door.language ? {} : { lang: said.language, dir: 'auto' };
}

export interface FormParts {
  door: DoorDocument;
  questions: AskedQuestion[];
  consent: Said | null;
  submit: string;
  /** Between the questions and the button. */
  extra?: HTMLElement | null;
  onSend: (answers: Answers) => void;
}

/**
 * A form that checks by itself, in the door's language: each field by HTML's own rules for its kind, the message beside the
 * field, the first faulty field in focus.
 */
export function formOf({ door, questions, consent, submit, extra, onSend }: FormParts): HTMLFormElement {
  const fields = questions.map((question) => fieldOf(question, door));
  const form = h(
    'form',
    {
      novalidate: true,
      submit: (event) => {
        event.preventDefault();
        const faulty = controls(form).filter((control) => !isAnswered(control, door));
        faulty[0]?.focus();
        if (faulty.length === 0) onSend(answersOf(form));
      },
    },
    ...fields,
    consent && consentOf(consent, door),
    extra,
    h('button', { type: 'submit', class: 'main', 'data-place': submit }, h('span', {}, submit)),
  );
  return form;
}

type Control = HTMLInputElement | HTMLSelectElement | HTMLTextAreaElement;

function controls(form: HTMLFormElement): Control[] {
  return [...form.querySelectorAll<Control>('input, select, textarea')];
}

function answersOf(form: HTMLFormElement): Answers {
  const answers: Answers = {};
  for (const control of controls(form)) {
    if (control.type === 'radio' && !(control as HTMLInputElement).checked) continue;
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
const FILLED_BY: Partial<Record<AskedQuestion['kind'], string>> = { EMAIL: 'email', PHONE: 'tel' };

function fieldOf(question: AskedQuestion, door: DoorDocument): HTMLElement {
  return question.kind === 'CHOICE' && question.choices.length <= MOST_LISTED
    ? listed(question, door)
    : single(question, door);
}

function single(question: AskedQuestion, door: DoorDocument): HTMLElement {
  const id = `q-${question.id}`;
  const common = {
    id,
    name: question.id,
    required: question.required,
    'aria-describedby': `${question.help ? `${id}-help ` : ''}${id}-wrong`,
  };
  const control =
    question.kind === 'LONG_TEXT'
      ? h('textarea', { ...common, rows: 4 })
      : question.kind === 'CHOICE'
        ? h(
            'select',
            common,
            h('option', { value: '' }, door.words.choose),
            ...question.choices.map((choice) =>
              h('option', { value: choice.value, ...foreign(choice.label, door) }, choice.label.text),
            ),
          )
        : h('input', {
            ...common,
            type: INPUT_TYPES[question.kind] ?? 'text',
            autocomplete: FILLED_BY[question.kind],
            step: question.kind === 'NUMBER' ? 'any' : undefined,
          });
  return h(
    'div',
    { class: 'field' },
    h('label', { for: id, 'data-place': question.text.text, 'data-lines': 3 }, ...asked(question, door)),
    question.help && words(question.help, door, 'p', { class: 'help', id: `${id}-help` }),
    control,
    h('p', { class: 'wrong', id: `${id}-wrong`, role: 'alert' }),
  );
}

function listed(question: AskedQuestion, door: DoorDocument): HTMLElement {
  const id = `q-${question.id}`;
  return h(
    'fieldset',
    { class: 'field', 'aria-describedby': `${id}-wrong` },
    h('legend', { 'data-place': question.text.text, 'data-lines': 3 }, ...asked(question, door)),
    question.help && words(question.help, door, 'p', { class: 'help' }),
    ...question.choices.map((choice) =>
      h(
        'label',
        { class: 'option' },
        h('input', { type: 'radio', name: question.id, value: choice.value, required: question.required }),
        words(choice.label, door, 'span', { 'data-place': choice.label.text, 'data-lines': '2' }),
      ),
    ),
    h('p', { class: 'wrong', id: `${id}-wrong`, role: 'alert' }),
  );
}

function asked(question: AskedQuestion, door: DoorDocument) {
  return [
    words(question.text, door),
    ' ',
    h('small', {}, `(${question.required ? door.words.required : door.words.optional})`),
  ];
}

function consentOf(text: Said, door: DoorDocument): HTMLElement {
  return h(
    'div',
    { class: 'field' },
    h(
      'label',
      { class: 'option' },
      h('input', { type: 'checkbox', required: true, 'aria-describedby': 'consent-wrong' }),
      words(text, door, 'span', { 'data-place': 'CONSENT', 'data-lines': '5' }),
    ),
    h('p', { class: 'wrong', id: 'consent-wrong', role: 'alert' }),
  );
}
