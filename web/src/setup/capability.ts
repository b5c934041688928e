import { lazy } from 'react';
import type { Capability } from '../capabilities';

const ActivityPage = lazy(() => import('./ActivityPage'));
const SetUpPage = lazy(() => import('./SetUpPage'));

export const capability: Capability = {
  routes: {
    '/activity': ActivityPage,
    '/set-up': SetUpPage,
  },
  places: [
    { in: 'self', path: '/activity', label: 'Activity', order: 3, words: 'history who changed' },
    {
      in: 'self',
      path: '/set-up',
      label: 'Set-up',
      order: 4,
      administers: true,
      words: 'company people bank accounts chart',
    },
  ],
};
