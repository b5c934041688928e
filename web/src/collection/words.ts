import { say } from '../words';
import type { BankAnswer, MandateView, RunRow, RunSummary } from './api';

export const RUN_STATES: Record<RunSummary['state'], string> = {
  OPEN: say('collection.open'),
  RELEASED: say('collection.released'),
  BOOKED: say('collection.booked'),
  TAKEN_BACK: say('collection.takenBack'),
  REVERSED: say('collection.reversed'),
};

export const STANDINGS: Record<RunRow['standing'], string> = {
  COLLECT: say('collection.collect'),
  SKIPPED: say('collection.skipped'),
  READY: '',
  ASK_FIRST: say('collection.askFirst'),
  CANNOT: say('collection.cannot'),
  NO_MANDATE: say('collection.noMandate'),
  NOTHING_DUE: say('collection.nothingDue'),
};

export const KINDS: Record<MandateView['kind'], string> = {
  ACH_CONSUMER: say('collection.achConsumer'),
  ACH_BUSINESS: say('collection.achBusiness'),
  SEPA_CORE: say('collection.sepaCore'),
  SEPA_B2B: say('collection.sepaB2b'),
};

export const LEADS: Record<BankAnswer['lead'], string> = {
  BOOK: say('collection.leadBook'),
  NOT_BOOKED_YET: say('collection.leadNotBookedYet'),
  CAME_BACK: say('collection.leadCameBack'),
  REVERSED: say('collection.leadReversed'),
  UNKNOWN: say('collection.leadUnknown'),
  CHANGE: say('collection.leadChange'),
  FILE: say('collection.leadFile'),
  DONE: say('collection.leadDone'),
};

export const EFFECTS: Record<NonNullable<BankAnswer['effect']>, string> = {
  SUSPEND: say('collection.effectSuspend'),
  PRESENT_AGAIN: say('collection.effectPresentAgain'),
  ASK_FIRST: say('collection.effectAskFirst'),
};
