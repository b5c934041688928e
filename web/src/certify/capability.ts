import { lazy } from 'react';
import type { Capability } from '../capabilities';

const CertifyPage = lazy(() => import('./CertifyPage'));

export const capability: Capability = {
  routes: {
    '/certify/:accountId/:month': CertifyPage,
  },
};
