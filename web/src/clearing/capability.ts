import { lazy } from 'react';
import type { Capability } from '../capabilities';
import { say } from '../words';

const InTransitPage = lazy(() => import('./InTransitPage'));

export const capability: Capability = {
  routes: { '/in-transit': InTransitPage },
  places: [
    {
      in: 'reconcile',
      path: '/in-transit',
      label: say('clearing.inTransit'),
      order: 7,
      words: say('clearing.wordsOfInTransit'),
    },
  ],
};
