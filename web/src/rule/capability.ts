import { lazy } from 'react';
import type { Capability } from '../capabilities';

const RulesPage = lazy(() => import('./RulesPage'));

export const capability: Capability = {
  routes: {
    '/rules': RulesPage,
  },
  places: [{ in: 'reconcile', path: '/rules', label: 'Rules', order: 3 }],
};
