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
    { path: '/activity', label: 'Activity', order: 8 },
    { path: '/set-up', label: 'Set-up', order: 9, administers: true },
  ],
};
