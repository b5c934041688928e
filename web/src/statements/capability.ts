import { lazy } from 'react';
import type { Capability } from '../capabilities';
import { say } from '../words';

const StatementsPage = lazy(() => import('./StatementsPage'));
const IncomingFilePage = lazy(() => import('./IncomingFilePage'));
const PaperPage = lazy(() => import('./PaperPage'));

export const capability: Capability = {
  routes: {
    '/statements': StatementsPage,
    '/incoming-files/:id': IncomingFilePage,
    '/paper/:accountId/:statementId': PaperPage,
  },
  places: [
    {
      in: 'reconcile',
      path: '/statements',
      label: say('statements.statements'),
      order: 2,
      also: ['/incoming-files', '/paper'],
      words: say('statements.importFilesBankLines'),
    },
  ],
};
