import type { Schemas } from '../shared/api';

export type CheckRow = Schemas['CheckRow'];
export type CheckList = Schemas['CheckList'];
export type DecidedView = Schemas['DecidedView'];
export type Decision = Schemas['Decision'];
export type BookedView = Schemas['BookedView'];
export type PaidOutView = Schemas['PaidOutView'];
export type UnclaimedList = Schemas['UnclaimedList'];
export type UnclaimedRules = Schemas['UnclaimedRules'];
export type UnclaimedView = Schemas['UnclaimedView'];
