import { lazy } from 'react';
import type { Capability } from '../capabilities';

const ReconcilePage = lazy(() => import('./ReconcilePage'));

export const capability: Capability = {
  routes: {
    '/reconcile': ReconcilePage,
    '/reconcile/:accountId/:month': ReconcilePage,
  },
  places: [
    { in: 'reconcile', path: '/reconcile', label: 'Ladder', order: 1, words: 'reconcile month match proof' },
  ],
};
