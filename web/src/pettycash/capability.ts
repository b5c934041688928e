import { lazy } from 'react';
import type { Capability } from '../capabilities';
import { say } from '../words';

const PettyCashPage = lazy(() => import('./PettyCashPage'));
const CountsPage = lazy(() => import('./CountsPage'));
const FundSettingsPage = lazy(() => import('./FundSettingsPage'));
const DrawerMonthsPage = lazy(() => import('./DrawerMonthsPage'));
const VoucherFilePage = lazy(() => import('./VoucherFilePage'));
const DraftVoucherPage = lazy(() => import('./DraftVoucherPage'));

export const capability: Capability = {
  routes: {
    '/petty-cash': PettyCashPage,
    '/petty-cash/new': FundSettingsPage,
    '/petty-cash/draft': DraftVoucherPage,
    '/petty-cash/:id': PettyCashPage,
    '/petty-cash/:id/counts': CountsPage,
    '/petty-cash/:id/months': DrawerMonthsPage,
    '/petty-cash/:id/settings': FundSettingsPage,
    '/petty-cash/:id/file': VoucherFilePage,
  },
  forms: [{ kind: 'VOUCHER', words: say('pettycash.voucherOfPettyCash'), path: '/petty-cash/draft' }],
  places: [
    {
      in: 'petty-cash',
      path: '/petty-cash',
      label: say('pettycash.drawers'),
      order: 1,
      words: say('pettycash.pettyCashVouchersFund'),
    },
  ],
};
