import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import type { Operator, Plan } from '../api/model';
import { samplePlan } from '../testing/samplePlan';
import { renderInWorkplace } from '../testing/workplace';
import { CopyElement } from './CopyElement';
import { copyOf, departmentWithQueues } from './copyElement';

afterEach(cleanup);

/** Two queues of one department that pass chats to each other, and to a third elsewhere. */
function twoQueues(): Plan {
  const plan = samplePlan();
  const [booking] = plan.queues;
  if (!booking) throw new Error('the sample has a queue');
  const move = { seconds: 60, action: { kind: 'move-to' as const, queue: 'cargo' } };
  return {
    ...plan,
    queues: [
      { ...booking, transfers: ['cargo', 'elsewhere'], ladder: [move] },
      { ...booking, id: 'cargo', name: 'Cargo', transfers: ['booking'], ladder: [] },
      { ...booking, id: 'elsewhere', name: 'Elsewhere', department: 'other', transfers: [], ladder: [] },
    ],
  } as Plan;
}

describe('a copy', () => {
  it('is the element under a name and id of its own', () => {
    const plan = samplePlan();
    expect(copyOf(plan, 'hours', 'day', 'Summer')).toEqual({ ...plan.hours[0], id: 'summer', name: 'Summer' });
    expect(copyOf(plan, 'hours', 'none', 'Summer')).toBeUndefined();
  });

  it('of a person leaves out what is theirs alone', () => {
    const plan = samplePlan();
    const [person] = plan.operators;
    if (!person) throw new Error('the sample has an operator');
    const known = { ...person, realName: 'R', realNameShown: true, account: 'r', picture: 'p' };
    const copy: Operator | undefined = copyOf({ ...plan, operators: [known] }, 'operators', person.id, 'New');
    expect(copy).toEqual({ ...known, id: 'new', name: 'New', realName: null, realNameShown: false, account: null, picture: null });
  });

  it('of a department takes its queues along, which refer to each other as before', () => {
    const [department, booking, cargo, ...others] = departmentWithQueues(twoQueues(), 'sales', 'Night sales');
    expect(others).toEqual([]);
    expect(department?.element).toMatchObject({ id: 'night-sales', name: 'Night sales' });
    expect(booking?.element).toMatchObject({
      id: 'fares-booking-night-sales',
      department: 'night-sales',
      transfers: ['cargo-night-sales', 'elsewhere'],
      ladder: [{ seconds: 60, action: { kind: 'move-to', queue: 'cargo-night-sales' } }],
    });
    expect(cargo?.element).toMatchObject({ id: 'cargo-night-sales', transfers: ['fares-booking-night-sales'] });
  });
});

describe('the dialog', () => {
  it('copies a department alone where its queues are not wanted', async () => {
    const sent = renderInWorkplace(<CopyElement kind="departments" id="sales" name="Sales" onClose={() => {}} />, twoQueues());
    fireEvent.change(screen.getByLabelText('Name of the copy'), { target: { value: 'Night' } });
    fireEvent.click(screen.getByRole('checkbox', { name: /Copy its 2 queues too/ }));
    fireEvent.click(screen.getByRole('button', { name: 'Copy' }));
    await waitFor(() => expect(sent).not.toHaveLength(0));
    expect(JSON.stringify(sent[0]?.body)).toContain('"night"');
    expect(JSON.stringify(sent[0]?.body)).not.toContain('booking');
  });
});
