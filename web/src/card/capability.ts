import { lazy } from 'react';
import type { Capability } from '../capabilities';
import { say } from '../words';

const CardTakingsPage = lazy(() => import('./CardTakingsPage'));

export const capability: Capability = {
  routes: { '/card-takings': CardTakingsPage },
  places: [
    {
      in: 'money-in',
      path: '/card-takings',
      label: say('card.cardTakings'),
      order: 4,
      words: say('card.processorBatchesFees'),
    },
  ],
};
