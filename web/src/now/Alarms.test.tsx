import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { afterEach, expect, it } from 'vitest';
import { samplePlan } from '../testing/samplePlan';
import { renderInWorkplace } from '../testing/workplace';
import { RaisedAlarms, SetAlarms } from './Alarms';

afterEach(cleanup);

it('shows what is raised, what flaps and who could not be told', async () => {
  renderInWorkplace(<RaisedAlarms plan="p" />, samplePlan(), {
    '/alarms/raised': [
      { kind: 'LONG_WAIT', words: 'Somebody waits in Fares for 5:10', since: '2026-12-02T10:30:00Z', flaps: true, trouble: 'It answered with status 503.' },
    ],
  });
  const alarm = await screen.findByText('Somebody waits in Fares for 5:10');
  expect(alarm.closest('li')?.textContent).toContain('it comes and goes');
  expect(alarm.closest('li')?.textContent).toContain('nobody could be told: It answered with status 503.');
});

it('stores alarms when they are saved, whole', async () => {
  const sent = renderInWorkplace(<SetAlarms plan="p" />, samplePlan(), {
    '/alarms': [{ kind: 'NOBODY_THERE', queue: null, seconds: 60, mail: null, service: null }],
  });
  fireEvent.click(screen.getByRole('button', { name: 'Alarms …' }));
  fireEvent.change(await screen.findByRole('spinbutton', { name: 'Seconds' }), { target: { value: '90' } });
  fireEvent.click(screen.getByRole('button', { name: 'One more' }));
  expect(sent.some(({ method }) => method === 'PUT')).toBe(false);
  fireEvent.click(screen.getByRole('button', { name: 'Save these alarms' }));
  await waitFor(() => expect(sent.find(({ method }) => method === 'PUT')).toBeTruthy());
  expect(sent.find(({ method }) => method === 'PUT')?.body).toEqual([
    { kind: 'NOBODY_THERE', queue: null, seconds: 90, mail: null, service: null },
    { kind: 'LONG_WAIT', queue: null, seconds: 120, mail: null, service: null },
  ]);
});
