import { ROLES, type Control } from '../shared/useBooks';
import { say } from '../words';
import type { PartChoice } from './api';

/** Where a part of a line goes: a ledger account, another own bank account, or somebody in a role. */
export type PartPlace = 'ACCOUNT' | 'OWN' | Control;

export function placeOf(part: PartChoice): PartPlace {
  if (part.role && part.role !== 'NONE') {
    return part.role;
  }
  return part.otherBankAccountId === undefined ? 'ACCOUNT' : 'OWN';
}

/** Whether it has been chosen where the part goes. */
export function hasPlace(part: PartChoice): boolean {
  return part.role ? part.partyId !== undefined : Boolean(part.otherBankAccountId ?? part.account);
}

export function placeWords(part: PartChoice): string {
  const place = placeOf(part);
  return place === 'ACCOUNT' || place === 'OWN' ? say('linebooking.anotherOwnAccount') : ROLES[place][0];
}
