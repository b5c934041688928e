import { lazy } from 'react';
import type { Capability } from '../capabilities';
import { say } from '../words';

const GlossaryPage = lazy(() => import('./GlossaryPage'));

export const capability: Capability = {
  routes: { '/glossary': GlossaryPage },
  places: [
    {
      in: 'self',
      path: '/glossary',
      label: say('help.words'),
      order: 5,
      words: say('help.glossaryMeaningHelp'),
    },
  ],
};
