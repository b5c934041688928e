import { EMPTY_LINE } from '../draft/GrossLines';
import type { ExpenseLine, NewExpense } from './api';

type Gross = typeof EMPTY_LINE;

/** A line as it is typed: an amount, or quantity × price, which the server multiplies. */
export function lineOf(line: Gross): ExpenseLine {
  const [quantity, price] = line.amount.split(/[x×*]/).map((s) => s.trim());
  return {
    account: line.account,
    ...(price === undefined
      ? { amount: line.amount.trim(), quantity: '', price: '' }
      : { amount: '', quantity: quantity ?? '', price }),
    text: line.text,
    ...(line.taxCode && { taxCode: line.taxCode }),
    ...(line.costCentre && { costCentre: line.costCentre }),
  };
}

/** The same the other way round. */
export function typedLine(line: ExpenseLine): Gross {
  return {
    account: line.account,
    amount: line.amount || (line.price && `${line.quantity} × ${line.price}`),
    taxCode: line.taxCode ?? '',
    costCentre: line.costCentre ?? '',
    text: line.text,
  };
}

/** As the last of the payee was booked, but for what is of its day alone. */
export function likeLast(now: NewExpense, last: NewExpense): NewExpense {
  return {
    ...now,
    who: last.who,
    paidBy: last.paidBy,
    text: last.text,
    tags: last.tags,
    in: last.in,
    lines: last.lines,
    ...(last.bankAccountId && { bankAccountId: last.bankAccountId }),
    ...(last.fundId && { fundId: last.fundId }),
    ...(last.employeeId && { employeeId: last.employeeId }),
    ...(last.siteId && { siteId: last.siteId }),
    ...(last.passOn && { passOn: { ...last.passOn, amount: '' } }),
  };
}

/** What keeps an expense from being tried; nothing where it says enough. */
export function saysEnough(e: NewExpense): boolean {
  const paid = e.paidBy === 'DRAWER' ? e.fundId : e.paidBy === 'EMPLOYEE' ? e.employeeId : e.bankAccountId;
  return (
    e.who.trim() !== '' &&
    Boolean(paid) &&
    e.lines.length > 0 &&
    e.lines.every((l) => l.account && (l.amount || l.price)) &&
    (!e.passOn || (e.passOn.partyId > 0 && e.passOn.account !== ''))
  );
}
