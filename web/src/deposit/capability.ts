import { lazy } from 'react';
import type { Capability } from '../capabilities';
import { InHandFigure } from './InHandFigure';
import { say } from '../words';

const ReceiptsInHandPage = lazy(() => import('./ReceiptsInHandPage'));
const ReceiveManyPage = lazy(() => import('./ReceiveManyPage'));
const SlipsPage = lazy(() => import('./SlipsPage'));
const SlipPage = lazy(() => import('./SlipPage'));

export const capability: Capability = {
  routes: {
    '/receipts-in-hand': ReceiptsInHandPage,
    '/receipts-in-hand/new': ReceiveManyPage,
    '/slips': SlipsPage,
    '/slips/:id': SlipPage,
  },
  forms: [{ kind: 'DEPOSIT_SLIP', words: say('deposit.depositSlip'), path: '/slips' }],
  places: [
    {
      in: 'money-in',
      path: '/receipts-in-hand',
      label: say('deposit.receiptsInHand'),
      order: 1,
      words: say('deposit.receiveChecksCashCards'),
      Figure: InHandFigure,
    },
    {
      in: 'money-in',
      path: '/slips',
      label: say('deposit.depositSlips'),
      order: 2,
      words: say('deposit.bankingCountBagNumber'),
    },
  ],
};
