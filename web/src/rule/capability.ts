import { lazy } from 'react';
import type { Capability } from '../capabilities';
import { say } from '../words';

const RulesPage = lazy(() => import('./RulesPage'));

export const capability: Capability = {
  routes: {
    '/rules': RulesPage,
  },
  places: [{ in: 'reconcile', path: '/rules', label: say('rule.rules'), order: 3 }],
};
