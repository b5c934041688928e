import { lazy } from 'react';
import type { Capability } from '../capabilities';
import { say } from '../words';

const WorkPapersPage = lazy(() => import('./WorkPapersPage'));

export const capability: Capability = {
  routes: { '/work-papers': WorkPapersPage },
  places: [
    {
      in: 'reconcile',
      path: '/work-papers',
      label: say('workpaper.lists'),
      order: 6,
      words: say('workpaper.wordsOfLists'),
    },
  ],
};
