import { say } from '../words';
import type { HandReceipt, SlipRow, Tender } from './api';

export const TENDERS: Record<Tender, [one: string, several: string]> = {
  CHECK: [say('deposit.check'), say('deposit.checks')],
  CASH: [say('deposit.oneCash'), say('deposit.cash')],
  CARD: [say('deposit.card'), say('deposit.cards')],
};

export const RECEIPT_STATES: Record<HandReceipt['state'], string> = {
  PROMISED: say('deposit.promised'),
  IN_HAND: say('deposit.inHand'),
  ON_SLIP: say('deposit.onASlip'),
  BANKED: say('deposit.banked'),
  RETURNED: say('deposit.returned'),
  ELSEWHERE: say('deposit.reachedTheBankAnotherWay'),
  VOID: say('deposit.void'),
};

export const SLIP_STATES: Record<SlipRow['state'], string> = {
  OPEN: say('deposit.open'),
  BANKED: say('deposit.banked'),
  CREDITED: say('deposit.creditedByTheBank'),
  REVERSED: say('deposit.givenUp'),
};
