import { say } from '../words';
import type { ReturnedRow } from './api';

export const STATES: Record<ReturnedRow['state'], string> = {
  OPEN: say('returned.open'),
  AGAIN: say('returned.presentedAgain'),
  OWED: say('returned.owed'),
  WRITTEN_OFF: say('returned.writtenOff'),
  UNDONE: say('returned.undone'),
};
