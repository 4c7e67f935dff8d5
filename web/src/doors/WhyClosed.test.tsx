import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import type { ClosedLink } from '../api/model';
import { sampleDoor, samplePlan } from '../testing/samplePlan';
import { renderInWorkplace } from '../testing/workplace';
import { examplePage, policyLines, WhyClosed } from './WhyClosed';

afterEach(cleanup);

const holds: ClosedLink = { step: 'live', passed: true, because: 'It is live.', kind: 'doors', id: 'site', change: '', allow: null };
const site: ClosedLink = {
  step: 'site',
  passed: false,
  because: 'https://blog.example may not show the door.',
  kind: 'doors',
  id: 'site',
  change: 'Add it to the allowed sites.',
  allow: 'https://blog.example',
};

function chain(links: ClosedLink[]) {
  const store = vi.fn();
  const door = { ...sampleDoor('site', 'Site', ['en']), sites: ['https://ferry.example'] };
  const element = { value: door, store, change: vi.fn(), edits: { saving: false, error: null } };
  const sent = renderInWorkplace(
    <WhyClosed element={element as unknown as Parameters<typeof WhyClosed>[0]['element']} />,
    samplePlan(),
    { '/why-closed': links },
  );
  return { store, sent };
}

describe('why closed', () => {
  it('takes a pasted header with or without its name', () => {
    expect(policyLines("Content-Security-Policy: default-src 'self'\n\n script-src *")).toEqual([
      "default-src 'self'",
      'script-src *',
    ]);
    expect(policyLines('  ')).toEqual([]);
  });

  it('begins with a page of an allowed site', () => {
    expect(examplePage(['https://*.ferry.example'])).toBe('https://www.ferry.example/');
    expect(examplePage([])).toBe('');
  });

  it('shows every link, and allows a site with one click', async () => {
    const { store } = chain([holds, site]);
    await screen.findByText('▾ 1 of 2 links do not hold.');
    expect(screen.getByText('Add it to the allowed sites.')).toBeTruthy();
    fireEvent.click(screen.getByRole('button', { name: 'Allow it' }));
    expect(store).toHaveBeenCalledWith({ sites: ['https://ferry.example', 'https://blog.example'] });
  });

  it('asks anew for another page and policy', async () => {
    const { sent } = chain([holds]);
    await screen.findByText('▴ A visitor there gets a chat now: every link holds.');
    fireEvent.change(screen.getByLabelText('On the page'), { target: { value: 'https://blog.example/' } });
    fireEvent.change(screen.getByLabelText('Its content security policy'), { target: { value: 'script-src *' } });
    await waitFor(() =>
      expect(sent.at(-1)?.body).toMatchObject({ page: 'https://blog.example/', policies: ['script-src *'], nonce: null }),
    );
  });
});
