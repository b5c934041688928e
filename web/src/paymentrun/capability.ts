import { lazy } from 'react';
import type { Capability } from '../capabilities';
import { say } from '../words';

const PaymentRunsPage = lazy(() => import('./PaymentRunsPage'));
const PaymentRunPage = lazy(() => import('./PaymentRunPage'));

export const capability: Capability = {
  routes: {
    '/payment-runs': PaymentRunsPage,
    '/payment-runs/:id': PaymentRunPage,
  },
  places: [
    {
      in: 'money-out',
      path: '/payment-runs',
      label: say('paymentrun.paymentRuns'),
      order: 1.5,
      words: say('paymentrun.wordsToFindIt'),
    },
  ],
};
