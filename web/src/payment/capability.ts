import { lazy } from 'react';
import type { Capability } from '../capabilities';
import type { PaymentChoice } from './api';
import { WaitingPaymentFields } from './WaitingPaymentFields';

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
  places: [
    { in: 'money-out', path: '/payments', label: 'Payments', order: 1, words: 'checks register' },
    { in: 'money-out', path: '/transfers', label: 'Transfers', order: 3, words: 'own accounts' },
  ],
  lineBookings: [
    {
      kind: 'PAYMENT',
      words: 'a payment that waits for the bank',
      order: 7,
      fits: (line) => line.out !== undefined,
      start: {},
      complete: (d) => (d as PaymentChoice).paymentId !== undefined,
      Fields: WaitingPaymentFields,
    },
  ],
};
