import { lazy } from 'react';
import type { Capability } from '../capabilities';

const PettyCashPage = lazy(() => import('./PettyCashPage'));

export const capability: Capability = {
  routes: { '/petty-cash': PettyCashPage },
  places: [
    { in: 'petty-cash', path: '/petty-cash', label: 'Drawers', order: 1, words: 'petty cash vouchers fund' },
  ],
};
