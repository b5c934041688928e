import { lazy } from 'react';
import type { Capability } from '../capabilities';
import { say } from '../words';

const ActivityPage = lazy(() => import('./ActivityPage'));
const SetUpPage = lazy(() => import('./SetUpPage'));

export const capability: Capability = {
  routes: {
    '/activity': ActivityPage,
    '/set-up': SetUpPage,
  },
  places: [
    {
      in: 'self',
      path: '/activity',
      label: say('setup.activity'),
      order: 3,
      words: say('setup.historyWhoChanged'),
    },
    {
      in: 'self',
      path: '/set-up',
      label: say('setup.setUp2'),
      order: 4,
      administers: true,
      words: say('setup.companyPeopleBankAccountsChart'),
    },
  ],
};
