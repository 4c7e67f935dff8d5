import { useAddress } from '../plan/useAddress';

/** What can be moved, in the order in which one asks. */
export type Field = 'volume' | 'handling' | 'chatsAtOnce' | 'botShare' | 'answerShare' | 'withinSeconds' | 'maxMeanWaitSeconds' | 'shrinkage';

/** What is to be otherwise; what is missing is as planned. */
export type Wish = Partial<Record<Field, number>>;

export interface Slide {
  field: Field;
  label: string;
  least: number;
  most: number;
  step: number;
  words: (value: number) => string;
}

const percent = (value: number) => `${Math.round(100 * value)} %`;
const times = (value: number) => `× ${value.toFixed(2)}`;

export const SLIDES: Slide[] = [
  { field: 'volume', label: 'Chats', least: 0.5, most: 2, step: 0.05, words: times },
  { field: 'handling', label: 'Handling time', least: 0.5, most: 2, step: 0.05, words: times },
  { field: 'chatsAtOnce', label: 'Chats at once', least: 1, most: 6, step: 1, words: String },
  { field: 'botShare', label: 'Finished by the bot', least: 0, most: 0.95, step: 0.05, words: percent },
  { field: 'answerShare', label: 'Answered in time', least: 0.5, most: 0.99, step: 0.01, words: percent },
  { field: 'withinSeconds', label: 'which is within', least: 0, most: 300, step: 5, words: (value) => `${value} s` },
  {
    field: 'maxMeanWaitSeconds',
    label: 'Mean wait, at most',
    least: 0,
    most: 120,
    step: 1,
    words: (value) => (value === 0 ? 'not asked for' : `${value} s`),
  },
  { field: 'shrinkage', label: 'Shrinkage', least: 0, most: 0.6, step: 0.01, words: percent },
];

const FIELDS = SLIDES.map(({ field }) => field);
export const MARK = 'if';

/** Reads what the address says; what it says otherwise is not heard. */
export function parse(text: string | null): Wish {
  const wish: Wish = {};
  for (const part of (text ?? '').split(',')) {
    const [field, value] = part.split(':');
    const slide = SLIDES.find((one) => one.field === field);
    const number = Number(value);
    if (slide && value && number >= slide.least && number <= slide.most) wish[slide.field] = number;
  }
  return wish;
}

export const write = (wish: Wish) =>
  FIELDS.filter((field) => wish[field] !== undefined)
    .map((field) => `${field}:${wish[field]}`)
    .join(',');

/** What is to be otherwise stands in the address, so that it can be shown to others and is there after a reload. */
export function useWish(): [Wish, (wish: Wish) => void] {
  const [params, change] = useAddress();
  return [
    parse(params.get(MARK)),
    (wish) => change({ [MARK]: write(wish) || null }, { replace: true }),
  ];
}
