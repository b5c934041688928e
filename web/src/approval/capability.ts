import { lazy } from 'react';
import type { Capability } from '../capabilities';
import { ApprovalsFigure } from './ApprovalsFigure';

const ApprovalsPage = lazy(() => import('./ApprovalsPage'));

export const capability: Capability = {
  routes: { '/approvals': ApprovalsPage },
  places: [
    {
      in: 'today',
      path: '/approvals',
      label: 'To approve',
      order: 2,
      words: 'second person release',
      Figure: ApprovalsFigure,
    },
  ],
};
