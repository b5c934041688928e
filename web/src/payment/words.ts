import type { PaymentView } from './api';

/** How payments go out and how they stand, as screens say it. */
export const KINDS: Record<PaymentView['kind'], string> = {
  CHECK: 'Check',
  BANK_TRANSFER: 'Bank transfer',
  CARD: 'Card',
  OTHER: 'Other',
};

export const STATES: Record<PaymentView['state'], string> = {
  WAITS_FOR_RELEASE: 'waits for a second person',
  WAITS_FOR_DATE: 'waits for its date',
  BOOKED: 'booked',
  VOID: 'void',
};
