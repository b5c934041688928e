import { lazy } from 'react';
import type { Capability } from '../capabilities';

const LedgerPage = lazy(() => import('./LedgerPage'));
const AccountPage = lazy(() => import('./AccountPage'));
const EntryPage = lazy(() => import('./EntryPage'));
const NewEntryPage = lazy(() => import('./NewEntryPage'));
const ImportPage = lazy(() => import('./ImportPage'));
const TrialBalancePage = lazy(() => import('./TrialBalancePage'));

export const capability: Capability = {
  routes: {
    '/ledger': LedgerPage,
    '/ledger/accounts/:id': AccountPage,
    '/ledger/entries/:id': EntryPage,
    '/ledger/new': NewEntryPage,
    '/ledger/import': ImportPage,
    '/ledger/trial-balance': TrialBalancePage,
  },
  forms: [{ kind: 'ENTRY', words: 'Entry', path: '/ledger/new' }],
  places: [
    { in: 'books', path: '/ledger', label: 'Ledger', order: 5, words: 'chart accounts entries journal' },
    { in: 'books', path: '/ledger/trial-balance', label: 'Trial balance', order: 6 },
  ],
};
