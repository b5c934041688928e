import { lazy } from 'react';
import type { Capability } from '../capabilities';
import { say } from '../words';

const BankLinksPage = lazy(() => import('./BankLinksPage'));

export const capability: Capability = {
  routes: {
    '/bank-links': BankLinksPage,
  },
  places: [
    {
      in: 'reconcile',
      path: '/bank-links',
      label: say('link.bankLinks'),
      order: 5,
      words: say('link.feeds2'),
    },
  ],
};
