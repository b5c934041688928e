import { say } from '../words';
import type { PayeeRow, PayRunSummary } from './api';

export const RUN_STATES: Record<PayRunSummary['state'], string> = {
  OPEN: say('paymentrun.open'),
  WAITS: say('paymentrun.waits'),
  RELEASED: say('paymentrun.released'),
  TAKEN_BACK: say('paymentrun.takenBack'),
  REVERSED: say('paymentrun.reversed'),
};

export const STANDINGS: Record<PayeeRow['standing'], string> = {
  PAY: say('paymentrun.pay'),
  SKIPPED: say('paymentrun.skipped'),
  READY: '',
  CANNOT: say('paymentrun.cannot'),
  NOTHING_DUE: say('paymentrun.nothingDue'),
};

export const MEANS: Record<PayeeRow['means'], string> = {
  FILE: say('paymentrun.byFile'),
  CHECK: say('paymentrun.byCheck'),
};
