import { lazy } from 'react';
import type { Capability } from '../capabilities';

const PaymentsPage = lazy(() => import('./PaymentsPage'));
const NewPaymentPage = lazy(() => import('./NewPaymentPage'));
const PaymentFilePage = lazy(() => import('./PaymentFilePage'));
const PaymentPage = lazy(() => import('./PaymentPage'));
const TransfersPage = lazy(() => import('./TransfersPage'));
const NewTransferPage = lazy(() => import('./NewTransferPage'));

export const capability: Capability = {
  routes: {
    '/payments': PaymentsPage,
    '/payments/new': NewPaymentPage,
    '/payments/import': PaymentFilePage,
    '/payments/:id': PaymentPage,
    '/transfers': TransfersPage,
    '/transfers/new': NewTransferPage,
  },
  forms: [
    { kind: 'PAYMENT', words: 'Payment', path: '/payments/new' },
    { kind: 'TRANSFER', words: 'Transfer', path: '/transfers/new' },
  ],
  places: [{ path: '/payments', label: 'Payments', order: 4 }],
};
