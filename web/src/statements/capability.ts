import { lazy } from 'react';
import type { Capability } from '../capabilities';

const StatementsPage = lazy(() => import('./StatementsPage'));
const ArrivalPage = lazy(() => import('./ArrivalPage'));
const PaperPage = lazy(() => import('./PaperPage'));

export const capability: Capability = {
  routes: {
    '/statements': StatementsPage,
    '/arrivals/:id': ArrivalPage,
    '/paper/:accountId/:statementId': PaperPage,
  },
  places: [{ path: '/statements', label: 'Statements', order: 3 }],
};
