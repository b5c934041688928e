import { lazy } from 'react';
import type { Capability } from '../capabilities';

const GlossaryPage = lazy(() => import('./GlossaryPage'));

export const capability: Capability = {
  routes: { '/glossary': GlossaryPage },
  places: [{ in: 'self', path: '/glossary', label: 'Words', order: 5, words: 'glossary meaning help' }],
};
