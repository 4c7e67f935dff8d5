/** The simulated browser of the tests measures nothing, so nothing is told of a changed size. */
globalThis.ResizeObserver = class {
  observe() {}
  unobserve() {}
  disconnect() {}
};
