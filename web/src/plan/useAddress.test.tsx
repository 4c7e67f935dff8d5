import { act, renderHook } from '@testing-library/react';
import type { ReactNode } from 'react';
import { MemoryRouter, useLocation } from 'react-router';
import { expect, it } from 'vitest';
import { useAddress } from './useAddress';

it('changes parts of the address and leaves the others', () => {
  const { result } = renderHook(() => ({ address: useAddress(), at: useLocation().search }), {
    wrapper: ({ children }: { children: ReactNode }) => (
      <MemoryRouter initialEntries={['/records?plan=p&outcome=GAVE_UP&chat=7']}>{children}</MemoryRouter>
    ),
  });

  act(() => result.current.address[1]({ outcome: ['BUSY', 'REFUSED'], chat: null, words: 'two & three' }));

  expect(result.current.at).toBe('?plan=p&outcome=BUSY&outcome=REFUSED&words=two+%26+three');
  expect(result.current.address[0].getAll('outcome')).toEqual(['BUSY', 'REFUSED']);
});
