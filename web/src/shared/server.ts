import { setupServer } from 'msw/node';

/** Stands in for the server in tests: what no test has an answer for is an error. */
export const server = setupServer();
