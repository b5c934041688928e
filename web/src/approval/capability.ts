import { lazy } from 'react';
import type { Capability } from '../capabilities';

const ApprovalsPage = lazy(() => import('./ApprovalsPage'));

export const capability: Capability = {
  routes: { '/approvals': ApprovalsPage },
};
