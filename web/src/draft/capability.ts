import { lazy } from 'react';
import type { Capability } from '../capabilities';

const DraftsPage = lazy(() => import('./DraftsPage'));

export const capability: Capability = {
  routes: {
    '/drafts': DraftsPage,
  },
  places: [
    { in: 'books', path: '/drafts', label: 'Drafts', order: 9, words: 'unfinished batch posting run' },
  ],
};
