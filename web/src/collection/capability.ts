import { lazy } from 'react';
import type { Capability } from '../capabilities';
import { say } from '../words';

const CollectionsPage = lazy(() => import('./CollectionsPage'));
const RunPage = lazy(() => import('./RunPage'));
const MandatesPage = lazy(() => import('./MandatesPage'));
const MandatePage = lazy(() => import('./MandatePage'));
const NewMandatePage = lazy(() => import('./NewMandatePage'));
const AnswersPage = lazy(() => import('./AnswersPage'));
const FileTermsPage = lazy(() => import('./FileTermsPage'));

export const capability: Capability = {
  routes: {
    '/collections': CollectionsPage,
    '/collections/answers': AnswersPage,
    '/collections/files': FileTermsPage,
    '/collections/:id': RunPage,
    '/mandates': MandatesPage,
    '/mandates/new': NewMandatePage,
    '/mandates/:id': MandatePage,
  },
  places: [
    {
      in: 'money-in',
      path: '/collections',
      label: say('collection.collections'),
      order: 2.5,
      also: ['/mandates'],
      words: say('collection.wordsToFindIt'),
    },
  ],
};
