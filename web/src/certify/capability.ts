import { lazy } from 'react';
import type { Capability } from '../capabilities';
import { say } from '../words';

const CertificatesPage = lazy(() => import('./CertificatesPage'));
const CertifyPage = lazy(() => import('./CertifyPage'));

export const capability: Capability = {
  routes: {
    '/certificates': CertificatesPage,
    '/certify/:accountId/:month': CertifyPage,
  },
  places: [
    {
      in: 'reconcile',
      path: '/certificates',
      label: say('certify.certificates'),
      order: 4,
      also: ['/certify'],
      words: say('certify.certifiedMonthsSeal'),
    },
  ],
};
