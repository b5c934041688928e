import { say } from '../words';
import type { CheckRow, Decision, UnclaimedView } from './api';

export const STAGES: Record<CheckRow['stage'], string> = {
  FRESH: say('outstanding.fresh'),
  OLD: say('outstanding.old'),
  STALE: say('outstanding.stale'),
};

export const FATES: Record<Decision['fate'], string> = {
  VOID: say('outstanding.void'),
  ANEW: say('outstanding.anew'),
  UNCLAIMED: say('outstanding.unclaimed'),
  KEEP: say('outstanding.keep'),
  STOP: say('outstanding.stop'),
};

export const PAPERS: Record<NonNullable<Decision['paper']>, string> = {
  HELD: say('outstanding.held'),
  STOPPED: say('outstanding.stopped'),
  NEITHER: say('outstanding.neither'),
};

export const UNCLAIMED: Record<UnclaimedView['state'], string> = {
  HELD: say('outstanding.stillHeld'),
  CLAIMED: say('outstanding.claimed'),
  PAID_OVER: say('outstanding.paidOver'),
  TAKEN_BACK: say('outstanding.takenBack'),
};
