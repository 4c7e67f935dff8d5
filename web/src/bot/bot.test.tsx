import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import type { Bot, BotQuality, Flips, Replied, Topic } from '../api/bot';
import { linesOf } from '../settings/SentencesField';
import { samplePlan } from '../testing/samplePlan';
import { renderInWorkplace } from '../testing/workplace';
import { BotView } from './BotView';
import { LimitCurve } from './LimitCurve';

afterEach(cleanup);

const topic = (id: string, name: string, phrases: string[]): Topic => ({
  id,
  name,
  label: {},
  skill: null,
  phrases: { en: phrases },
  trials: {},
  collects: [],
  answers: [{ en: 'Yes.' }],
  link: null,
  offers: [],
  after: 'NOTHING',
});

const bot: Bot = {
  id: 'tern',
  name: 'Tern',
  picture: null,
  languages: ['en', 'de'],
  doors: [],
  topics: [],
  courtesies: {},
  notUnderstood: {},
  notUnderstoodAgain: {},
  strangers: {},
  handoff: { misses: null, turns: null, seconds: null, straight: [], signs: {}, backAfterSeconds: null },
      outside: null,
};

const curve = Array.from({ length: 101 }, (_, i) => ({ limit: i / 100, answered: 0.8 - i / 200, wrong: 0.2 - i / 500, passedOn: i * (1 / 200 + 1 / 500) }));

const confused = { text: 'can the puppy have a seat', language: 'en', right: 'dog', taken: 'fares', certainty: 0.61, fate: 'ANSWERED_WRONGLY' as const, nearest: 'a seat please' };

const quality: BotQuality = {
  source: 'TRIALS',
  tried: 20,
  limit: 0.5,
  today: curve[50]!,
  curve,
  recommended: { mostWrong: 0.02, shares: curve[90]! },
  accuracy: 0.7,
  calibrationError: 0.04,
  reliability: [{ count: 5, certainty: 0.7, right: 0.6 }],
  topics: [
    { topic: 'dog', tried: 8, likeliest: 6, answered: 5, passedOn: 2, wrong: 1, languages: [{ language: 'en', tried: 8, answered: 5, finished: { share: 0.625, least: 0.3, most: 0.86, of: 8 } }] },
    { topic: 'fares', tried: 0, likeliest: 0, answered: 0, passedOn: 0, wrong: 0, languages: [] },
  ],
  confusions: [{ right: 'dog', taken: 'fares', utterances: [confused] }],
  passedOn: [[{ text: 'is a hamster fine', language: 'en', right: 'dog', taken: null, certainty: 0.3, fate: 'PASSED_ON', nearest: null }]],
  strangersAnswered: [],
};

const flips: Flips = {
  tried: 20,
  before: curve[50]!,
  after: curve[50]!,
  flips: [{ before: confused, after: { ...confused, taken: 'dog', fate: 'ANSWERED' } }],
};

const inChats = {
  since: '2026-11-04T10:30:00Z',
  chats: 12,
  finished: { share: 0.75, least: 0.4677, most: 0.9111, of: 12 },
  wrong: 3,
  topics: [{ topic: 'Dogs', chats: 12, finished: 9, answered: 2, asked: 2, rated: 0, marked: 1, wrong: 3, taken: 3, changed: 1, dropped: 2 }],
};

const heard = {
  chats: 12,
  groups: [{ language: 'en', utterances: ['where is my suitcase', 'my suitcase is gone'], topic: null, certainty: 0.2, answered: 0 }],
};

const found = [{ page: 'luggage', heading: 'Bicycles', text: 'A bicycle costs 4.', fit: 0.91, quoted: true }];

const read = { pages: [{ id: 'pets', title: 'Pets', language: 'en', text: 'Birds travel free.', source: null, passages: 1 }], faults: [{ line: 3, reason: 'the answer is empty', text: 'x |', alike: 0, others: [] }] };

const reply: Replied = {
  stands: { language: 'en', turns: 1, misses: 0, asked: null, values: {} },
  kind: 'ANSWER',
  topic: 'dog',
  after: 'HAND_OVER',
  says: ['Dogs are welcome.'],
  offers: [],
  link: null,
  certainty: 0.82,
  none: 0.05,
  candidates: [
    { topic: 'dog', name: 'Dogs', certainty: 0.82 },
    { topic: null, name: '~thanks', certainty: 0.13 },
  ],
};

function show(address = '/bot') {
  const plan = { ...samplePlan(), topics: [topic('dog', 'Dogs', ['can I bring my dog', 'are pets allowed']), topic('fares', 'Fares', ['a seat please'])], bots: [bot], helpPages: [{ id: 'luggage', name: 'Luggage', language: 'en', category: 'Travel', text: '## Bicycles', source: null, use: 'SHOWN' as const }] };
  return renderInWorkplace(
    <BotView />,
    plan,
    { '/quality': quality, '/hours': curve.map(({ limit }) => ({ limit, requiredHours: 100 + 100 * limit })), '/heard': heard, '/chats': inChats, '/help-pages/found': found, '/installation/outside': { services: [], helpSites: ['https://help.example'] }, '/help-pages/read': read, '/talk': reply, '/flips': flips, '/draft/edits': { change: 1, version: 2 } },
    { address },
  );
}

describe('the bot', () => {
  it('is a matrix of topics by language, with what becomes of its test utterances', async () => {
    show();
    await screen.findByText(/2 topics · en de · \d+ test utterances/);
    expect(screen.getByRole('img', { name: '5 answered rightly, 2 passed on, 1 wrongly, of 8' })).toBeTruthy();
    expect(screen.getByText('75 %')).toBeTruthy();
    expect(screen.getAllByText('✕')).toHaveLength(2);
    expect(screen.getByText('not tried')).toBeTruthy();
  });

  it('is talked to, and says what else it might have been', async () => {
    const sent = show();
    fireEvent.change(await screen.findByLabelText('Say something to the bot'), { target: { value: 'my dog' } });
    fireEvent.click(screen.getByRole('button', { name: 'Say' }));
    await screen.findByText('Dogs are welcome.');
    expect(screen.getByText(/none of these 0\.05/)).toBeTruthy();
    expect(screen.getByText(/thanks 0\.13/)).toBeTruthy();
    expect(screen.getByText('→ A person takes over.')).toBeTruthy();
    expect(JSON.stringify(sent)).toContain('"text":"my dog"');
  });

  it('says where the line is, and what another would do', async () => {
    show('/bot?part=quality');
    await screen.findByText('Where to draw the line');
    const line = screen.getByRole('slider');
    expect(line.getAttribute('aria-valuenow')).toBe('0.5');
    fireEvent.keyDown(line, { key: 'PageUp' });
    expect(line.getAttribute('aria-valuenow')).toBe('0.6');
    expect(await screen.findByText(/▾ 10\.0 more/)).toBeTruthy();
    expect(screen.getByRole('button', { name: 'Draw it at 0.60' })).toBeTruthy();
    fireEvent.click(screen.getByRole('button', { name: 'takes 0.90' }));
    expect(line.getAttribute('aria-valuenow')).toBe('0.9');
  });

  it('learns what it was not sure enough of by a click, which is no test any more then', async () => {
    const sent = show('/bot?part=quality');
    fireEvent.click(await screen.findByRole('button', { name: 'learn it' }));
    await waitFor(() => expect(JSON.stringify(sent)).toContain('"phrases":{"en":["can I bring my dog","are pets allowed","is a hamster fine"]}'));
  });

  it('takes what was heard for tests of no topic, or makes a topic of it', async () => {
    const sent = show('/bot?part=quality');
    await screen.findByText('“where is my suitcase”');
    fireEvent.click(screen.getByRole('button', { name: 'Test with it' }));
    await waitFor(() => expect(JSON.stringify(sent)).toContain('"strangers":{"en":["where is my suitcase","my suitcase is gone"]}'));
  });

  it('says what it finished in chats, who said it was wrong, and what operators did with its drafts', async () => {
    show('/bot?part=quality');
    const chats = await screen.findByRole('region', { name: 'In chats' });
    await waitFor(() =>
      expect([...chats.querySelectorAll('td')].map((cell) => cell.textContent)).toEqual(['12', '9', '2', '▾ 2', '0', '▾ 1', '3', '1', '2']),
    );
    expect(chats.textContent).toContain('in 12 chats and finished 75 % (47 % to 91 %); in 3 it was said to be wrong.');
  });

  it('says which passage a question is answered with', async () => {
    show('/bot?part=knowledge');
    fireEvent.change(await screen.findByLabelText('A question'), { target: { value: 'what does a bicycle cost' } });
    expect(await screen.findByText('▴ quoted 91 %')).toBeTruthy();
    expect(screen.getByText('❝ quoted, shown at doors')).toBeTruthy();
  });

  it('reads pages as drafts, and says which lines cannot be used', async () => {
    const sent = show('/bot?part=knowledge');
    fireEvent.click(await screen.findByRole('button', { name: 'Read pages…' }));
    fireEvent.change(screen.getByLabelText('Text of the page'), { target: { value: '# Pets\n\nBirds travel free.' } });
    fireEvent.click(screen.getByRole('button', { name: 'Read' }));
    await screen.findByText('One line cannot be used', { exact: false });
    fireEvent.click(screen.getByRole('button', { name: 'Keep it as a draft' }));
    await waitFor(() => expect(JSON.stringify(sent)).toContain('"use":"DRAFT"'));
  });

  it('names the phrase to blame, and says what moving it does before it is moved', async () => {
    const sent = show('/bot?part=quality');
    fireEvent.click(await screen.findByRole('button', { name: 'near “a seat please”' }));
    await screen.findByText('of 20', { exact: false });
    expect(screen.getByText(/1 to the better/)).toBeTruthy();
    fireEvent.click(screen.getByRole('button', { name: 'Move it' }));
    await waitFor(() => expect(JSON.stringify(sent)).toContain('"phrases":{"en":["can I bring my dog","are pets allowed","a seat please"]}'));
  });
});

describe('the curve', () => {
  it('draws what it takes of people from nothing up', () => {
    const hours = [
      { limit: 0.1, requiredHours: 400 },
      { limit: 0.9, requiredHours: 760 },
    ];
    renderInWorkplace(<LimitCurve quality={quality} hours={hours} limit={0.5} onLimit={() => undefined} />, samplePlan());
    const drawn = document.querySelector('.curve-hours')?.getAttribute('d')?.match(/-?[\d.]+/g)?.map(Number) ?? [];
    const [, first = 0, , second = 0] = drawn;
    expect(first).toBeGreaterThan(second);
    expect(second).toBeGreaterThan(0);
    expect(first).toBeLessThan(184);
  });

  it('keeps the labels of its lines apart', () => {
    renderInWorkplace(<LimitCurve quality={quality} hours={[{ limit: 0.1, requiredHours: 10 }]} limit={0.5} onLimit={() => undefined} />, samplePlan());
    const places = ['answered', '▾ wrong', '10 operator-h'].map((text) => Number(screen.getByText(text).getAttribute('y')));
    const sorted = [...places].sort((a, b) => a - b);
    sorted.slice(1).forEach((place, i) => expect(place - sorted[i]!).toBeGreaterThanOrEqual(14.9));
  });
});

it('sentences are what stands on the lines, each once', () => {
  expect(linesOf(' Hello \r\n\nhello\nBye\t')).toEqual(['Hello', 'Bye']);
});
