import { lazy } from 'react';
import type { Capability } from '../capabilities';

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
      label: 'Certificates',
      order: 4,
      also: ['/certify'],
      words: 'certified months seal',
    },
  ],
};
