import { lazy } from 'react';
import type { Capability } from '../capabilities';
import { say } from '../words';

const MovementsPage = lazy(() => import('./MovementsPage'));
const RulesPage = lazy(() => import('./RulesPage'));

export const capability: Capability = {
  routes: {
    '/rules': RulesPage,
    '/movements': MovementsPage,
  },
  places: [
    {
      in: 'reconcile',
      path: '/rules',
      label: say('rule.rules'),
      order: 3,
      also: ['/movements'],
      words: say('rule.wordsOfRules'),
    },
  ],
};
