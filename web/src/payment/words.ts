import type { PaymentView } from './api';
import { say } from '../words';

/** How payments go out and how they stand, as screens say it. */
export const KINDS: Record<PaymentView['kind'], string> = {
  CHECK: say('payment.check'),
  BANK_TRANSFER: say('payment.bankTransfer'),
  WIRE: say('payment.wire'),
  CARD: say('payment.card'),
  OTHER: say('payment.other'),
};

export const STATES: Record<PaymentView['state'], string> = {
  WAITS_FOR_RELEASE: say('payment.waitsForASecondPerson'),
  WAITS_FOR_DATE: say('payment.waitsForItsDate'),
  BOOKED: say('payment.booked'),
  UNCLAIMED: say('payment.unclaimed'),
  VOID: say('payment.void3'),
};
