import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { useState } from 'react';
import { afterEach, expect, it } from 'vitest';
import type { Account } from '../api/model';
import { samplePlan } from '../testing/samplePlan';
import { renderInWorkplace } from '../testing/workplace';
import { PlanDialog } from './PlanDialogs';
import { PlanMenu, type PlanTask } from './PlanMenu';

afterEach(cleanup);

function Header() {
  const [task, setTask] = useState<PlanTask | null>(null);
  return (
    <>
      <PlanMenu onTask={setTask} />
      {task && <PlanDialog task={task} onClose={() => setTask(null)} />}
    </>
  );
}

const plans = [
  { id: 'p', name: 'Ferries' },
  { id: 'q', name: 'Before' },
];

const administrator = { displayName: 'A', permissions: ['DESIGN', 'ACCOUNTS'] } as unknown as Account;

it('a plan begins as one of several', async () => {
  const sent = renderInWorkplace(<Header />, samplePlan(), { '/plans': plans });
  fireEvent.click(screen.getByRole('button', { name: /^Plan:/ }));
  fireEvent.click(await screen.findByText('New plan…'));
  expect(screen.queryByText('Remove this plan…')).toBeNull();
  fireEvent.change(await screen.findByLabelText('Name of the contact centre'), { target: { value: 'Harbour' } });
  fireEvent.click(screen.getByLabelText(/By language/));
  fireEvent.click(screen.getByRole('button', { name: 'Begin' }));
  await waitFor(() => expect(screen.queryByText('Begin a plan')).toBeNull());
  expect(sent.find(({ method }) => method === 'POST')).toMatchObject({
    path: '/plans',
    body: { name: 'Harbour', template: 'BY_LANGUAGE' },
  });
});

it('a plan is taken from a document', async () => {
  const sent = renderInWorkplace(<Header />, samplePlan(), { '/plans': plans, '/plans/document': { id: 'harbour', name: 'Harbour' } });
  fireEvent.click(screen.getByRole('button', { name: /^Plan:/ }));
  fireEvent.click(await screen.findByText('New plan…'));
  const document = new File(['{}'], 'harbour.json', { type: 'application/json' });
  fireEvent.change(await screen.findByLabelText(/from a document/), { target: { files: [document] } });
  await waitFor(() => expect(screen.queryByText('Begin a plan')).toBeNull());
  expect(sent.find(({ method }) => method === 'POST')?.path).toBe('/plans/document');
});

it('a copy is made of the draft that is open', async () => {
  const sent = renderInWorkplace(<Header />, samplePlan(), { '/plans': plans });
  fireEvent.click(screen.getByRole('button', { name: /^Plan:/ }));
  fireEvent.click(await screen.findByText('Copy this plan…'));
  fireEvent.click(screen.getByRole('button', { name: 'Copy' }));
  await waitFor(() => expect(sent.find(({ method }) => method === 'POST')?.body).toMatchObject({ copyOf: 'p' }));
});

it('a plan goes once its name was typed, and what goes with it is told before', async () => {
  const goesAlong = { revisions: 0, changes: 1, halfHours: 1344, rosters: 0, rehearsals: 2 };
  const sent = renderInWorkplace(<Header />, samplePlan(), { '/plans': plans, '/removal': goesAlong }, { account: administrator });
  fireEvent.click(screen.getByRole('button', { name: /^Plan:/ }));
  fireEvent.click(await screen.findByText('Remove this plan…'));
  expect(await screen.findByText('With it go 1 change of the draft, 1,344 counted half-hours, 2 rehearsals.')).toBeTruthy();
  const remove = screen.getByRole<HTMLButtonElement>('button', { name: 'Remove for good' });
  expect(remove.disabled).toBe(true);
  fireEvent.change(screen.getByLabelText('To remove it, type its name'), { target: { value: samplePlan().settings.name } });
  fireEvent.click(remove);
  await waitFor(() => expect(sent.find(({ method }) => method === 'DELETE')?.path).toMatch(/^\/plans\/p\?name=/));
});
