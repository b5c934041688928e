import { lazy } from 'react';
import type { Capability } from '../capabilities';
import { ApprovalsFigure } from './ApprovalsFigure';
import { say } from '../words';

const ApprovalsPage = lazy(() => import('./ApprovalsPage'));

export const capability: Capability = {
  routes: { '/approvals': ApprovalsPage },
  places: [
    {
      in: 'today',
      path: '/approvals',
      label: say('approval.toApprove'),
      order: 2,
      words: say('approval.secondPersonRelease'),
      Figure: ApprovalsFigure,
    },
  ],
};
