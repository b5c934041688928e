import { lazy } from 'react';
import type { Capability } from '../capabilities';
import { say } from '../words';

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
      label: say('session.yourSignIn'),
      order: 1,
      words: say('session.passwordSecondFactorDevicesSignedIn'),
    },
    {
      in: 'self',
      path: '/own/tokens',
      label: say('session.tokensForPrograms'),
      order: 2,
      words: say('session.apiAutomate'),
    },
  ],
};
