import { lazy } from 'react';
import type { Capability } from '../capabilities';

const OwnSignInPage = lazy(() => import('./OwnSignInPage'));
const TokensPage = lazy(() => import('./TokensPage'));

export const capability: Capability = {
  routes: {
    '/own/sign-in': OwnSignInPage,
    '/own/tokens': TokensPage,
  },
  places: [
    {
      in: 'self',
      path: '/own/sign-in',
      label: 'Your sign-in',
      order: 1,
      words: 'password second factor devices signed in',
    },
    { in: 'self', path: '/own/tokens', label: 'Tokens for programs', order: 2, words: 'API automate' },
  ],
};
