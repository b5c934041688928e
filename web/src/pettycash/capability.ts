import { lazy } from 'react';
import type { Capability } from '../capabilities';
import { say } from '../words';

const PettyCashPage = lazy(() => import('./PettyCashPage'));

export const capability: Capability = {
  routes: { '/petty-cash': PettyCashPage },
  places: [
    {
      in: 'petty-cash',
      path: '/petty-cash',
      label: say('pettycash.drawers'),
      order: 1,
      words: say('pettycash.pettyCashVouchersFund'),
    },
  ],
};
