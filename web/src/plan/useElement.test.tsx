import { act, cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { afterEach, beforeEach, expect, it } from 'vitest';
import { keepEditsOf, unsavedIn, useKeptEdits } from '../api/edits';
import { findElement } from '../api/model';
import { samplePlan } from '../testing/samplePlan';
import { renderInWorkplace } from '../testing/workplace';
import { SkillPanel } from '../settings/SkillPanel';
import { Unsaved } from '../shell/Unsaved';

const name = () => screen.getByLabelText<HTMLInputElement>('Name');

const open = () => renderInWorkplace(<SkillPanel id="fares" />, samplePlan(), { '/findings': [], '/people': { heldAt: {}, queuesOf: {} } });

beforeEach(() => sessionStorage.clear());
afterEach(cleanup);

it('what was typed is there again after another view, and after a reload', async () => {
  keepEditsOf('mara');
  open();
  fireEvent.change(name(), { target: { value: 'Fares and fees' } });
  cleanup();
  open();
  expect(name().value).toBe('Fares and fees');
  expect(screen.getByLabelText('not saved yet')).toBeTruthy();

  cleanup();
  useKeptEdits.setState({ edits: {} }, false);
  sessionStorage.setItem(
    'kinetarch-edits mara',
    JSON.stringify({ state: { edits: { 'p/skills/fares': { value: { id: 'fares', name: 'Reloaded' }, version: 1 } } }, version: 0 }),
  );
  await act(() => useKeptEdits.persist.rehydrate());
  expect(unsavedIn(useKeptEdits.getState().edits, 'p')).toEqual([{ kind: 'skills', id: 'fares' }]);
});

it('another account sees nothing of it, and loses nothing of it', () => {
  keepEditsOf('mara');
  useKeptEdits.getState().keep('p/skills/fares', { value: {}, version: 1 });
  keepEditsOf('ida');
  expect(useKeptEdits.getState().edits).toEqual({});
  keepEditsOf('mara');
  expect(Object.keys(useKeptEdits.getState().edits)).toEqual(['p/skills/fares']);
});

it('changed back to what is stored, nothing waits', () => {
  open();
  fireEvent.change(name(), { target: { value: 'Fees' } });
  fireEvent.change(name(), { target: { value: 'Fares' } });
  expect(screen.queryByLabelText('not saved yet')).toBeNull();
});

it('Ctrl Enter saves, and Escape asks before it drops', async () => {
  const sent = open();
  fireEvent.change(name(), { target: { value: 'Fees' } });
  fireEvent.keyDown(name(), { key: 'Escape' });
  fireEvent.click(screen.getByText('Go on'));
  expect(name().value).toBe('Fees');
  fireEvent.keyDown(name(), { key: 'Enter', ctrlKey: true });
  await waitFor(() => expect(screen.queryByLabelText('not saved yet')).toBeNull());
  expect(sent.find(({ method }) => method === 'PUT')?.body).toMatchObject({ element: { name: 'Fees' }, version: 1 });

  fireEvent.change(name(), { target: { value: 'Tolls' } });
  fireEvent.keyDown(name(), { key: 'Escape' });
  fireEvent.click(screen.getByText('Drop it'));
  expect(screen.queryByLabelText('not saved yet')).toBeNull();
});


it('what is typed while an edit is being stored is saved on the version that edit made', async () => {
  const sent = open();
  fireEvent.change(name(), { target: { value: 'Fees' } });
  fireEvent.keyDown(name(), { key: 'Enter', ctrlKey: true });
  fireEvent.change(name(), { target: { value: 'Fees and tolls' } });
  await waitFor(() => expect(useKeptEdits.getState().edits['p/skills/fares']?.version).toBe(2));
  fireEvent.keyDown(name(), { key: 'Enter', ctrlKey: true });
  await waitFor(() => expect(sent.filter(({ method }) => method === 'PUT').length).toBe(2));
  expect(sent.filter(({ method }) => method === 'PUT')[1]?.body).toMatchObject({ element: { name: 'Fees and tolls' }, version: 2 });
});

it('what was stored while its page was left does not wait any more', async () => {
  const plan = samplePlan();
  const { keep } = useKeptEdits.getState();
  keep('p/skills/fares', { value: { ...findElement(plan, 'skills', 'fares') }, version: 1 });
  keep('p/skills/freight', { value: { ...findElement(plan, 'skills', 'freight'), name: 'Cargo' }, version: 1 });
  renderInWorkplace(<Unsaved />, plan);
  await screen.findByText('1 not saved');
  expect(Object.keys(useKeptEdits.getState().edits)).toEqual(['p/skills/freight']);
});
