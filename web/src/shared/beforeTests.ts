import { cleanup, configure } from '@testing-library/react';
import { afterAll, afterEach, beforeAll } from 'vitest';
import { server } from './server';

// a machine that does more beside the tests may take its time
configure({ asyncUtilTimeout: 5_000 });

// jsdom has no media and does not scroll; a window of tests is wide
Element.prototype.scrollIntoView ??= () => undefined;
window.matchMedia ??= () => ({ matches: false }) as MediaQueryList;

beforeAll(() => server.listen({ onUnhandledRequest: 'error' }));
afterEach(() => {
  cleanup();
  server.resetHandlers();
  sessionStorage.clear();
  localStorage.clear();
});
afterAll(() => server.close());
