import { cleanup, screen } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { samplePlan } from '../testing/samplePlan';
import { renderInWorkplace } from '../testing/workplace';
import { TicketAddresses } from './TicketAddresses';

afterEach(cleanup);

const outside = (mail: boolean) => ({ '/installation/outside': { services: [], helpSites: [], mail }, '/ticket-addresses': [] });

describe('where mail is promised', () => {
  it('is said that none is sent, while no mail server is set up', async () => {
    renderInWorkplace(<TicketAddresses plan="sample" />, samplePlan(), outside(false));
    expect((await screen.findByText(/sends no mail yet/)).textContent).toContain('SPRING_MAIL_HOST');
  });

  it('is said nothing once there is one', async () => {
    const sent = renderInWorkplace(<TicketAddresses plan="sample" />, samplePlan(), outside(true));
    await screen.findByLabelText('Tickets by mail to');
    await new Promise((done) => setTimeout(done, 50));
    expect(sent.some(({ path }) => path.endsWith('/outside'))).toBe(true);
    expect(screen.queryByText(/sends no mail/)).toBeNull();
  });
});
