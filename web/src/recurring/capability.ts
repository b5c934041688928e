import { lazy } from 'react';
import type { Capability } from '../capabilities';
import { say } from '../words';

const RecurringPage = lazy(() => import('./RecurringPage'));

export const capability: Capability = {
  routes: { '/recurring-invoices': RecurringPage },
  places: [
    {
      in: 'money-in',
      path: '/recurring-invoices',
      label: say('recurring.recurringInvoices'),
      order: 2.7,
      words: say('recurring.wordsToFindIt'),
    },
  ],
};
