import type { Schemas } from '../shared/api';

export type ApprovalView = Schemas['ApprovalView'];
export type BookedView = Schemas['BookedView'];
