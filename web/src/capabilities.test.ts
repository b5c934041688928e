import { describe, expect, it } from 'vitest';
import { forms, placeOf, places, routes } from './capabilities';

describe('capabilities', () => {
  const paths = routes.map(([path]) => path);

  it('bring each address, each form and each place once', () => {
    expect(new Set(paths).size).toBe(paths.length);
    expect(new Set(forms.map((f) => f.kind)).size).toBe(forms.length);
    expect(new Set(places.map((p) => p.path)).size).toBe(places.length);
    expect(new Set(places.map((p) => `${p.in} ${p.order}`)).size).toBe(places.length);
  });

  it('have a page for every form and every place', () => {
    for (const path of [...forms.map((f) => f.path), ...places.map((p) => p.path)]) {
      expect(paths).toContain(path);
    }
  });

  it('stand in the order of the work, the set-up for those who administer alone', () => {
    expect(places.map((p) => `${p.in}: ${p.label}`)).toEqual([
      'today: Where things stand',
      'today: To approve',
      'money-in: Receipts in hand',
      'money-in: Deposit slips',
      'money-in: Collections',
      'money-in: Recurring invoices',
      'money-in: Receipts',
      'money-in: Card takings',
      'money-in: Returned items',
      'money-out: Payments',
      'money-out: Payment runs',
      'money-out: Outstanding checks',
      'money-out: Transfers',
      'money-out: Unclaimed money',
      'money-out: Expenses',
      'petty-cash: Drawers',
      'reconcile: Ladder',
      'reconcile: Statements',
      'reconcile: Rules',
      'reconcile: Certificates',
      'reconcile: Bank links',
      'reconcile: Lists',
      'reconcile: In transit',
      'books: Customers',
      'books: Suppliers',
      'books: Employees',
      'books: Sister companies',
      'books: Ledger',
      'books: Trial balance',
      'books: Drafts',
      'self: Your sign-in',
      'self: Tokens for programs',
      'self: Activity',
      'self: Set-up',
      'self: Words',
    ]);
    expect(places.filter((p) => p.administers).map((p) => p.path)).toEqual(['/set-up']);
  });

  it('know the place of every page, of the pages reached from it too', () => {
    const at = (address: string) => placeOf(address, places)?.path;
    expect(at('/')).toBe('/');
    expect(at('/reconcile/3/2026-06')).toBe('/reconcile');
    expect(at('/incoming-files/7')).toBe('/statements');
    expect(at('/ledger/trial-balance')).toBe('/ledger/trial-balance');
    expect(at('/ledger/entries/9')).toBe('/ledger');
    expect(at('/parties/4')).toBe('/customers');
    const away = routes.map(([path]) => path.replace(/:\w+/g, '1')).filter((path) => at(path) === undefined);
    expect(away).toEqual([]);
  });
});
