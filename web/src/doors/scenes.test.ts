import { describe, expect, it } from 'vitest';
import { sampleDoor } from '../../widget/sampleDoor';
import type { DoorPreview } from '../api/model';
import { flagsOf, misfitWords, neverMet, placeName, sceneOf } from './scenes';

function preview(part: Partial<DoorPreview['document']> = {}): DoorPreview {
  return {
    document: { ...sampleDoor(), ...part },
    sample: {
      visitor: 'Robin',
      operator: 'Ana R.',
      operatorGreeting: 'This is {operator}. Hello, {visitor}!',
      position: 3,
      waitSeconds: 240,
      opens: '2026-12-02T07:00:00Z',
    },
    state: 'open',
    because: '',
    texts: [],
    contrast: [],
    notes: [],
    ownWords: true,
  };
}

describe('a scene', () => {
  it('knows its visitor by name only once they can have told it', () => {
    expect(sceneOf('questions', preview(), false).known.visitor).toBeUndefined();
    expect(sceneOf('questions', preview(), true).known.visitor).toBe('Robin');
    expect(sceneOf('waiting', preview(), false).known.visitor).toBe('Robin');
  });

  it('lets an operator answer with their own greeting, else with that of the door', () => {
    expect(sceneOf('chat', preview(), false).lines).toEqual([
      { from: 'visitor', text: 'Fares' },
      { from: 'operator', text: 'This is Ana R. Hello, Robin!' },
    ]);
    const plain = preview();
    plain.sample.operatorGreeting = null;
    expect(sceneOf('chat', plain, false).lines[1]?.text).toBe('How can we help?');
    expect(sceneOf('no-reply', plain, false).lines).toHaveLength(1);
  });
});

it('a state that no visitor can meet says why', () => {
  expect(neverMet('closed', preview({ whenClosed: 'NOT_SHOWN' }))).toContain('shows nothing');
  expect(neverMet('message', preview({ message: [] }))).toContain('asks nothing');
  expect(neverMet('closed', preview())).toBeNull();
});

it('misfits are said in words, at their text', () => {
  const wide = { place: 'LABEL', over: 45.2, unit: 'px' as const, characters: 7 };
  const long = { place: 'What is it about?', over: 1, unit: 'lines' as const, characters: 1 };
  expect(misfitWords(wide)).toBe('46 pixels too wide, about 7 letters');
  expect(misfitWords(long)).toBe('1 line too long, about 1 letter');
  expect([placeName('LABEL'), placeName('Dogs?')]).toEqual(['Label', '“Dogs?”']);
  expect(flagsOf({ before: [wide], questions: [long] })).toEqual({
    LABEL: 'Does not fit its place: 46 pixels too wide, about 7 letters.',
  });
});
