import { lazy } from 'react';
import type { Capability } from '../capabilities';
import { say } from '../words';

const ReconcilePage = lazy(() => import('./ReconcilePage'));

export const capability: Capability = {
  routes: {
    '/reconcile': ReconcilePage,
    '/reconcile/:accountId/:month': ReconcilePage,
  },
  places: [
    {
      in: 'reconcile',
      path: '/reconcile',
      label: say('reconcile.ladder'),
      order: 1,
      words: say('reconcile.reconcileMonthMatchProof'),
    },
  ],
};
