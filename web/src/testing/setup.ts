import { configure } from '@testing-library/react';
import { afterEach } from 'vitest';
import { useKeptEdits } from '../api/edits';

// What is waited for comes later on a busy machine, and no later otherwise.
configure({ asyncUtilTimeout: 8_000 });

afterEach(() => useKeptEdits.setState({ edits: {} }));

/** The simulated browser of the tests measures nothing, so nothing is told of a changed size. */
globalThis.ResizeObserver = class {
  observe() {}
  unobserve() {}
  disconnect() {}
};

// jsdom lays nothing out, so there is nothing to scroll.
Element.prototype.scrollIntoView = () => undefined;
