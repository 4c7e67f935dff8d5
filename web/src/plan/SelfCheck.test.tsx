import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { describe, expect, it, vi } from 'vitest';
import type { Account } from '../api/model';
import { samplePlan } from '../testing/samplePlan';
import { renderInWorkplace } from '../testing/workplace';
import { SelfCheck } from './SelfCheck';

const link = (step: string, passed: boolean, because: string) => ({ step, passed, because, kind: null, id: null, change: `mend ${step}`, allow: null });

describe('the way in', () => {
  const plan = samplePlan();
  const door = { ...plan.doors[0]!, sites: ['https://one.example', 'https://*.two.example'] };

  it('says once what holds every site up, and of each site what is its own', async () => {
    renderInWorkplace(<SelfCheck onLeave={vi.fn()} />, plan, {
      '/document': { ...plan, doors: [door] },
      '/why-closed': [
        link('live', true, 'It is live.'),
        link('embedded', false, 'No page has asked yet.'),
        link('present', false, 'Nobody is present.'),
        link('capacity', false, 'Nobody has room.'),
      ],
    });
    const ways = within(await screen.findByRole('article', { name: door.name }));
    expect(await ways.findAllByText(/Nobody is present\./)).toHaveLength(1);
    expect(ways.queryByText(/Nobody has room/)).toBeNull();
    const [one, two] = ways.getAllByRole('listitem');
    expect(one?.textContent).toContain('No page has asked yet. mend embedded');
    expect(two?.textContent).not.toContain('asked');
    expect(ways.getByRole('link', { name: 'Try it as a visitor' }).getAttribute('href')).toBe(`/door/p/${door.id}/${door.languages[0]}`);
  });

  it('says where nothing breaks, and lets whoever answers be present', async () => {
    const sent = renderInWorkplace(<SelfCheck onLeave={vi.fn()} />, plan, {
      '/document': { ...plan, doors: [{ ...door, sites: [] }] },
      '/why-closed': [link('live', true, 'It is live.')],
      '/desk/presence': {},
    }, { account: { displayName: 'P', permissions: ['ANSWER'] } as unknown as Account });
    expect(await screen.findByText(/every link holds/)).toBeTruthy();
    fireEvent.click(screen.getByRole('button', { name: 'Be present' }));
    await waitFor(() => expect(sent.find(({ path }) => path.endsWith('/desk/presence'))?.body).toEqual({ state: 'present', reason: null }));
    expect(await screen.findByText(/You are at your desk/)).toBeTruthy();
  });
});
