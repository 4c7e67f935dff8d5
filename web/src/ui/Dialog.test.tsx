import { cleanup, render, screen, waitFor } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { Dialog } from './Dialog';

afterEach(cleanup);

describe('a dialog', () => {
  it('gives its first field the focus', async () => {
    render(
      <Dialog open title="Ask">
        <p>What for?</p>
        <input aria-label="First" />
        <input aria-label="Second" />
      </Dialog>,
    );
    await waitFor(() => expect(document.activeElement).toBe(screen.getByLabelText('First')));
  });

  it('leaves the focus with a field that was given it', async () => {
    render(
      <Dialog open title="Ask">
        <input aria-label="First" />
        <input aria-label="Second" />
      </Dialog>,
    );
    (await screen.findByLabelText('Second')).focus();
    await new Promise((later) => setTimeout(later, 500)); // as long as it takes to open
    expect(document.activeElement).toBe(screen.getByLabelText('Second'));
  });
});
