import { cleanup, screen } from '@testing-library/react';
import { afterEach, expect, it } from 'vitest';
import { samplePlan } from '../testing/samplePlan';
import { renderInWorkplace } from '../testing/workplace';
import { AboutView } from './AboutView';

afterEach(cleanup);

it('says what runs, by which clock changes, and what it is made of', async () => {
  renderInWorkplace(<AboutView />, samplePlan(), {
    '/about': {
      version: '0.1.0',
      java: '25.0.1',
      timeZoneData: '2026b',
      web: [{ name: 'react', version: '19.2.0', licence: 'MIT' }],
      server: [{ name: 'org.postgresql:postgresql', version: '42.7.8', licence: 'BSD-2-Clause' }],
    },
  });
  expect((await screen.findByText('react')).closest('tr')?.textContent).toBe('react19.2.0MIT');
  expect(screen.getByText(/2026b of the IANA database/)).toBeTruthy();
  expect(screen.getByLabelText('Libraries of the server').textContent).toContain('BSD-2-Clause');
});
