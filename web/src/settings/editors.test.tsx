import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import type { ReactNode } from 'react';
import { MemoryRouter } from 'react-router';
import { afterEach, describe, expect, it, vi } from 'vitest';
import type { Account, Draft, Queue, Texts, Week } from '../api/model';
import { WorkplaceContext } from '../plan/workplace';
import { samplePlan } from '../testing/samplePlan';
import { ConflictTable } from '../plan/ConflictNote';
import { Portrait } from '../ui/Portrait';
import { ClosingEditor } from './ClosingEditor';
import { DoorOpening } from './DoorOpening';
import { HandoverEditor, handoverWords } from './HandoverEditor';
import { textCount, TextsEditor } from './TextsEditor';
import { limitWords } from './WaitingEditor';

afterEach(cleanup);

describe('texts', () => {
  it('show what they fall back on, and are taken out when they are emptied', () => {
    const changed = vi.fn<(texts: Texts) => void>();
    inWorkplace(
      <TextsEditor
        value={{ BUSY: { en: 'All are busy.', de: 'Alle sind im Gespräch.' } }}
        language="en"
        inherited={(kind) => (kind === 'CLOSED' ? { text: 'We are back {opens}.', from: 'of the plan' } : undefined)}
        onChange={changed}
      />,
    );
    expect(screen.getByLabelText('Closed').getAttribute('placeholder')).toBe('We are back {opens}.');
    expect(screen.getByLabelText('Greeting').getAttribute('placeholder')).toBe('no text in en');

    fireEvent.change(screen.getByLabelText('Busy'), { target: { value: '' } });
    expect(changed).toHaveBeenLastCalledWith({ BUSY: { de: 'Alle sind im Gespräch.' } });
    fireEvent.change(screen.getByLabelText('Ended'), { target: { value: 'Bye.' } });
    expect(changed).toHaveBeenLastCalledWith({
      BUSY: { en: 'All are busy.', de: 'Alle sind im Gespräch.' },
      ENDED: { en: 'Bye.' },
    });
  });

  it('are counted in words', () => {
    expect(textCount({})).toBe('none of its own');
    expect(textCount({ BUSY: { en: 'a', de: 'b' }, CLOSED: { en: 'c' } })).toBe('3 of its own');
  });
});

it('a conflict shows only the fields that differ, in words', () => {
  render(
    <ConflictTable
      yours="Yours"
      conflict={{
        yours: { id: 'lost', weight: 3, leastLanguageLevel: 2, transfers: [] },
        current: { id: 'lost', weight: 4, leastLanguageLevel: 2, transfers: ['fares', 'vehicles'] },
        currentVersion: 2,
        detail: '',
      }}
    />,
  );
  expect(screen.getAllByRole('row').map((row) => row.textContent)).toEqual([
    'YoursNewest',
    'weight34',
    'transfersnonefares; vehicles',
  ]);
});

it('a conflict with what was removed says so', () => {
  render(
    <ConflictTable
      yours="Yours"
      conflict={{ yours: { weight: 3 }, current: undefined, currentVersion: 0, detail: '' }}
    />,
  );
  expect(screen.getByText('removed')).toBeDefined();
});

it('whoever has no picture is shown by initials', () => {
  const { container, rerender } = render(<Portrait name="Ana Maria Rourke" picture={null} size={20} />);
  expect(container.textContent).toBe('AR');
  rerender(<Portrait name="Ana" picture={null} size={20} />);
  expect(container.textContent).toBe('A');
  rerender(<Portrait name="Ana" picture={'a'.repeat(64)} size={20} />);
  expect(container.querySelector('img')?.getAttribute('src')).toBe(`/api/v1/pictures/${'a'.repeat(64)}`);
});

it('a waiting limit is said in short', () => {
  const plan = samplePlan();
  const waiting = { positionShown: true, waitShown: false };
  expect(limitWords(waiting, plan)).toBe('any number may wait');
  expect(limitWords({ ...waiting, limit: { chats: 5, beyond: { kind: 'busy-text' } } }, plan)).toBe('5, then the busy text');
  expect(limitWords({ ...waiting, limit: { chats: 5, beyond: { kind: 'to-queue', queue: 'booking' } } }, plan)).toBe(
    '5, then Fares & booking',
  );
});

describe('handing over', () => {
  it('is said in short', () => {
    expect(handoverWords({ by: 'OFFER', wrapUpSeconds: 0 })).toBe('offered');
    expect(handoverWords({ by: 'DIRECT', wrapUpSeconds: 45 })).toBe('handed over directly, 0:45 to wrap up');
  });

  it('says what is left of the handling time for talk, and when nothing is', () => {
    const queue = samplePlan().queues[0]!;
    const changed = vi.fn<(value: Queue['handover']) => void>();
    const { unmount } = inWorkplace(
      <HandoverEditor queue={{ ...queue, handover: { by: 'OFFER', wrapUpSeconds: 20 } }} onChange={changed} />,
    );
    expect(screen.getByText(/talk takes 0:40/)).toBeDefined();
    fireEvent.change(screen.getByRole('spinbutton'), { target: { value: '15' } });
    expect(changed).toHaveBeenLastCalledWith({ by: 'OFFER', wrapUpSeconds: 15 });
    unmount();
    inWorkplace(<HandoverEditor queue={{ ...queue, handover: { by: 'OFFER', wrapUpSeconds: 60 } }} onChange={changed} />);
    expect(screen.getByText(/leaves no time to talk/)).toBeDefined();
  });
});

it('what closing does is said in short', () => {
  const { rerender } = render(<ClosingEditor value={{ waiting: 'ENDED', inHand: 'SERVED_OUT' }} onChange={vi.fn()} />);
  expect(screen.getByText('waiting ended, in hand served out')).toBeDefined();
  rerender(<ClosingEditor value={{ waiting: 'SERVED_OUT', inHand: 'SERVED_OUT' }} onChange={vi.fn()} />);
  expect(screen.getByText('all are served out')).toBeDefined();
});

it('a door says what it asks for to be open, and who answers first', () => {
  inWorkplace(
    <DoorOpening value={{ opens: 'VISITOR_SERVED', first: { open: 'BOT', closed: 'PEOPLE' } }} onChange={vi.fn()} />,
  );
  for (const words of ['while this very visitor can be served', 'the bot', 'nobody'])
    expect(screen.getByText(words)).toBeDefined();
});

function inWorkplace(children: ReactNode) {
  const workplace = {
    account: {} as Account,
    draft: { id: 'p', plan: samplePlan(), change: 0, versions: {}, changedSinceLive: 0 } as Draft,
    week: {} as Week,
    at: '',
    slot: 0,
    canEdit: true,
    canGoLive: true,
  };
  return render(
    <MemoryRouter>
      <QueryClientProvider client={new QueryClient()}>
        <WorkplaceContext value={workplace}>{children}</WorkplaceContext>
      </QueryClientProvider>
    </MemoryRouter>,
  );
}
