import { fullDate } from '../shared/dates';
import { say } from '../words';
import type { ExpenseRow } from './api';

export const WAYS: Record<ExpenseRow['paidBy'], string> = {
  BANK: say('expense.bankAccount'),
  CARD: say('expense.cardAccount'),
  DRAWER: say('expense.pettyCash'),
  EMPLOYEE: say('expense.outOfPocket'),
};

/** Where it stands: with the bank, with the employee, or done. */
export function waitsWords(row: ExpenseRow): string {
  if (row.reversed) {
    return say('expense.reversed');
  }
  if (row.paidBy === 'DRAWER') {
    return say('expense.inTheDrawersBook');
  }
  if (row.settled) {
    return row.paidBy === 'EMPLOYEE' ? say('expense.paidBack') : say('expense.matchedAtTheBank');
  }
  return row.paidBy === 'EMPLOYEE'
    ? say('expense.owedSince', { day: fullDate(row.date) })
    : say('expense.waitsSince', { day: fullDate(row.date) });
}
