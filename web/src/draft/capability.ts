import { lazy } from 'react';
import type { Capability } from '../capabilities';
import { say } from '../words';

const DraftsPage = lazy(() => import('./DraftsPage'));

export const capability: Capability = {
  routes: {
    '/drafts': DraftsPage,
  },
  places: [
    {
      in: 'books',
      path: '/drafts',
      label: say('draft.drafts'),
      order: 9,
      words: say('draft.unfinishedBatchPostingRun'),
    },
  ],
};
