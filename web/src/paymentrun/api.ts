import type { Schemas } from '../shared/api';

export type PayeeRow = Schemas['PayeeView'];
export type PaidItem = Schemas['PaidItem'];
export type PayRunStart = Schemas['PayRunStart'];
export type PayRunSummary = Schemas['PayRunSummary'];
export type PaymentRun = Schemas['PaymentRunView'];
