import { expect, test } from 'vitest';
import type { NewExpense } from './api';
import { likeLast, lineOf, saysEnough, typedLine } from './expenseOf';

const LINE = { account: '6110', amount: '42.75', taxCode: '', costCentre: 'DOCK', text: 'Toner' };
const EXPENSE: NewExpense = {
  kind: 'EXPENSE',
  paidBy: 'BANK',
  bankAccountId: 3,
  date: '2026-07-02',
  in: false,
  who: 'Orrin Office',
  reference: '',
  text: 'Toner',
  lines: [lineOf(LINE)],
  tags: '',
};

test('quantity times price is left to the server, and typed again as it was', () => {
  expect(lineOf(LINE)).toMatchObject({ amount: '42.75', quantity: '', costCentre: 'DOCK' });
  const line = lineOf({ ...LINE, amount: '3 x 14.25' });
  expect(line).toMatchObject({ amount: '', quantity: '3', price: '14.25' });
  expect(typedLine(line).amount).toBe('3 × 14.25');
  expect(typedLine(lineOf(LINE))).toEqual(LINE);
});

test('an expense says who, out of what, and what for', () => {
  expect(saysEnough(EXPENSE)).toBe(true);
  expect(saysEnough({ ...EXPENSE, who: ' ' })).toBe(false);
  expect(saysEnough({ ...EXPENSE, lines: [] })).toBe(false);
  expect(saysEnough({ ...EXPENSE, paidBy: 'EMPLOYEE' })).toBe(false);
  expect(saysEnough({ ...EXPENSE, paidBy: 'DRAWER', fundId: 2 })).toBe(true);
  expect(saysEnough({ ...EXPENSE, passOn: { partyId: 0, account: '4010', amount: '' } })).toBe(false);
});

test('the next of a payee begins as the last, but for its day, reference and what was passed on', () => {
  const last: NewExpense = {
    ...EXPENSE,
    paidBy: 'CARD',
    bankAccountId: 9,
    date: '2026-05-02',
    reference: 'R-1',
    tags: 'office',
    passOn: { partyId: 4, account: '4010', amount: '36.00' },
  };
  const next = likeLast({ ...EXPENSE, who: 'orr', lines: [] }, last);
  expect(next).toMatchObject({
    date: '2026-07-02',
    reference: '',
    who: 'Orrin Office',
    paidBy: 'CARD',
    bankAccountId: 9,
    tags: 'office',
    passOn: { partyId: 4, amount: '' },
  });
  expect(next.lines).toEqual(last.lines);
});
