import { lazy } from 'react';
import type { Capability } from '../capabilities';

const ReconcilePage = lazy(() => import('./ReconcilePage'));

export const capability: Capability = {
  routes: {
    '/reconcile': ReconcilePage,
    '/reconcile/:accountId/:month': ReconcilePage,
  },
  places: [{ path: '/reconcile', label: 'Reconcile', order: 2 }],
};
