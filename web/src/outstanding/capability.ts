import { lazy } from 'react';
import type { Capability } from '../capabilities';
import { say } from '../words';

const OutstandingChecksPage = lazy(() => import('./OutstandingChecksPage'));
const UnclaimedPage = lazy(() => import('./UnclaimedPage'));

export const capability: Capability = {
  routes: {
    '/outstanding-checks': OutstandingChecksPage,
    '/unclaimed-money': UnclaimedPage,
  },
  places: [
    {
      in: 'money-out',
      path: '/outstanding-checks',
      label: say('outstanding.outstandingChecks'),
      order: 2,
      words: say('outstanding.wordsOfChecks'),
    },
    {
      in: 'money-out',
      path: '/unclaimed-money',
      label: say('outstanding.unclaimedMoney'),
      order: 4,
      words: say('outstanding.wordsOfUnclaimed'),
    },
  ],
};
