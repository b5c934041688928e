import { lazy } from 'react';
import type { Capability } from '../capabilities';
import type { PaymentChoice } from './api';
import { WaitingPaymentFields } from './WaitingPaymentFields';
import { say } from '../words';

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
    { kind: 'PAYMENT', words: say('payment.payment'), path: '/payments/new' },
    { kind: 'TRANSFER', words: say('payment.transfer'), path: '/transfers/new' },
  ],
  places: [
    {
      in: 'money-out',
      path: '/payments',
      label: say('payment.payments'),
      order: 1,
      words: say('payment.checksRegister'),
    },
    {
      in: 'money-out',
      path: '/transfers',
      label: say('payment.transfers'),
      order: 3,
      words: say('payment.ownAccounts'),
    },
  ],
  lineBookings: [
    {
      kind: 'PAYMENT',
      words: say('payment.aPaymentThatWaitsForTheBank'),
      order: 7,
      fits: (line) => line.out !== undefined,
      start: {},
      complete: (d) => (d as PaymentChoice).paymentId !== undefined,
      Fields: WaitingPaymentFields,
    },
  ],
};
