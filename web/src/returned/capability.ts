import { lazy } from 'react';
import type { Capability } from '../capabilities';
import { say } from '../words';

const ReturnedListPage = lazy(() => import('./ReturnedListPage'));
const NewReturnedPage = lazy(() => import('./NewReturnedPage'));
const ReturnedItemPage = lazy(() => import('./ReturnedItemPage'));

export const capability: Capability = {
  routes: {
    '/returned-items': ReturnedListPage,
    '/returned-items/new': NewReturnedPage,
    '/returned-items/:id': ReturnedItemPage,
  },
  forms: [{ kind: 'RETURNED_ITEM', words: say('returned.returnedItem'), path: '/returned-items/new' }],
  places: [
    {
      in: 'money-in',
      path: '/returned-items',
      label: say('returned.returnedItems'),
      order: 5,
      words: say('returned.wordsToFindIt'),
    },
  ],
};
