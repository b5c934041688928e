import { lazy } from 'react';
import type { Capability } from '../capabilities';

const BankLinksPage = lazy(() => import('./BankLinksPage'));

export const capability: Capability = {
  routes: {
    '/bank-links': BankLinksPage,
  },
  places: [{ in: 'reconcile', path: '/bank-links', label: 'Bank links', order: 5, words: 'feeds' }],
};
