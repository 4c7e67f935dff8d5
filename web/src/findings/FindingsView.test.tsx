import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import type { Finding } from '../api/model';
import { samplePlan } from '../testing/samplePlan';
import { renderInWorkplace } from '../testing/workplace';
import { FindingList } from '../plan/FindingList';
import { FindingsView } from './FindingsView';

afterEach(cleanup);

const late: Finding = {
  severity: 'WARNS',
  kind: 'queues',
  id: 'booking',
  code: 'rung-too-late',
  facts: ['900', '120'],
  words: 'The rung after 900 s comes too late.',
  mend: 'Let it happen earlier.',
  offered: 'Move it to 60 s',
  acceptedBecause: null,
};
const blocks: Finding = { ...late, code: 'queue-without-members', facts: [], severity: 'BLOCKS', words: 'Nobody is a member.', offered: null };
const accepted: Finding = { ...late, facts: [], severity: 'NOTES', words: 'Fine as it is.', acceptedBecause: 'We meant it.' };

const name = { kind: 'queues', id: 'booking', code: 'rung-too-late', facts: ['900', '120'] };

describe('findings', () => {
  it('are mended with one click, by what they say', async () => {
    const sent = renderInWorkplace(<FindingList findings={[late]} />, samplePlan());
    fireEvent.click(screen.getByRole('button', { name: 'Move it to 60 s' }));
    await waitFor(() =>
      expect(sent).toContainEqual({
        method: 'POST',
        path: '/plans/p/draft/mends',
        body: name,
      }),
    );
  });

  it('are accepted with a reason only', async () => {
    const sent = renderInWorkplace(<FindingList findings={[late]} />, samplePlan());
    fireEvent.click(screen.getByRole('button', { name: 'Accept…' }));
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Accept' }).disabled).toBe(true);
    fireEvent.change(screen.getByLabelText('Why this is fine'), { target: { value: '  They are patient. ' } });
    fireEvent.click(screen.getByRole('button', { name: 'Accept' }));
    await waitFor(() =>
      expect(sent).toContainEqual({
        method: 'POST',
        path: '/plans/p/draft/acceptances',
        body: { finding: name, reason: 'They are patient.' },
      }),
    );
  });

  it('that block cannot be accepted, and those accepted can speak again', async () => {
    const sent = renderInWorkplace(<FindingList findings={[blocks, accepted]} />, samplePlan());
    expect(screen.queryByRole('button', { name: 'Accept…' })).toBeNull();
    expect(screen.queryByRole('button', { name: 'Move it to 60 s' })).toBeNull();
    expect(screen.getByText('Accepted: We meant it.')).toBeTruthy();
    fireEvent.click(screen.getByRole('button', { name: 'Speak again' }));
    await waitFor(() => expect(sent.map(({ path }) => path)).toContain('/plans/p/draft/acceptances/reopened'));
  });

  it('stand by what they mean, the accepted apart', async () => {
    renderInWorkplace(<FindingsView />, samplePlan(), { '/findings': [blocks, late, accepted] });
    await screen.findByText('Nobody is a member.');
    expect(screen.getAllByRole('heading', { level: 3 }).map((heading) => heading.textContent)).toEqual([
      '▾ Keeps the plan from going live',
      '◆ Works, but not as it should',
      'Accepted, quiet while their facts stay',
    ]);
  });
});
