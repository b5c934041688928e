import { lazy } from 'react';
import type { Capability } from '../capabilities';
import { say } from '../words';

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
  forms: [{ kind: 'ENTRY', words: say('ledger.entry'), path: '/ledger/new' }],
  places: [
    {
      in: 'books',
      path: '/ledger',
      label: say('ledger.ledger'),
      order: 5,
      words: say('ledger.chartAccountsEntriesJournal'),
    },
    { in: 'books', path: '/ledger/trial-balance', label: say('ledger.trialBalance'), order: 6 },
  ],
};
