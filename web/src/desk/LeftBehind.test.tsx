import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { afterEach, expect, it } from 'vitest';
import { samplePlan } from '../testing/samplePlan';
import { renderInWorkplace } from '../testing/workplace';
import { LeftBehind } from './LeftBehind';

afterEach(cleanup);

const message = {
  chat: 7,
  door: 'Booking site',
  language: 'de',
  leftAt: '2026-12-01T03:00:00Z',
  outcome: 'left-message',
  until: '2020-12-01T07:00:00Z',
  visitor: null,
  email: 'guest@hallow.example',
  callBack: null,
  callBackTime: null,
  message: 'Passt mein Hund?',
  answers: [{ question: 'Your message', answer: 'Passt mein Hund?' }],
  said: [],
};
const call = { ...message, chat: 8, outcome: 'asked-call-back', until: null, visitor: 'Robin Vale', email: null, callBack: '+49 30 1234', callBackTime: 'after three', answers: [] };
const unsent = [{ chat: 3, recipient: 'a@b.example', writtenAt: '2026-12-01T03:00:00Z', tries: 2, nextTry: null, trouble: 'Connection refused' }];

it('shows what waits for an answer, what was promised, and what is not sent', async () => {
  const sent = renderInWorkplace(<LeftBehind plan="p" />, samplePlan(), { '/left-behind': { waiting: [message, call], unsent } });
  fireEvent.click(await screen.findByRole('button', { name: '▴ left behind 2' }));
  expect(await screen.findByText(/was tried 2 times and is not sent, and is not tried again/)).toBeTruthy();
  expect(screen.getByText(/▴ promised/)).toBeTruthy();
  expect(screen.getByText('Passt mein Hund?')).toBeTruthy();
  expect(screen.getByRole('link', { name: '+49 30 1234' }).getAttribute('href')).toBe('tel:+49 30 1234');
  expect(screen.getByText('· after three')).toBeTruthy();
  expect(screen.queryByLabelText('Answer to Robin Vale')).toBeNull();

  const button = screen.getByRole<HTMLButtonElement>('button', { name: 'Send to guest@hallow.example' });
  expect(button.disabled).toBe(true);
  fireEvent.change(screen.getByLabelText('Answer to guest@hallow.example'), { target: { value: '  Ja.  ' } });
  fireEvent.click(button);
  await waitFor(() => expect(sent.find(({ path }) => path.endsWith('/desk/left-behind/7/answer'))?.body).toMatchObject({ text: 'Ja.' }));
  fireEvent.click(screen.getByRole('button', { name: 'Called back' }));
  await waitFor(() => expect(sent.map(({ path }) => path)).toContain('/plans/p/desk/left-behind/8/close'));
});
