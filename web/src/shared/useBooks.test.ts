import { describe, expect, it } from 'vitest';
import { accountChoices, taxChoices } from './useBooks';
import type { AccountView } from './api';

const tax = (code: string, ratePercent: string, more: object = {}) => ({
  code,
  ratePercent,
  active: true,
  ...more,
});

describe('choices of the books', () => {
  it('name each tax once, with the rate of the day', () => {
    const taxes = [
      tax('ST', '8', { validTo: '2026-06-30' }),
      tax('ST', '9', { validFrom: '2026-07-01' }),
      tax('FUEL', '3.5'),
      tax('OLD', '1', { active: false }),
    ];
    expect(taxChoices(taxes, '2026-06-30')).toEqual([
      ['ST', 'ST 8 %'],
      ['FUEL', 'FUEL 3.5 %'],
    ]);
    expect(taxChoices(taxes, '2026-07-01')[0]).toEqual(['ST', 'ST 9 %']);
  });

  it('name a tax that holds on another day by a rate it has', () => {
    expect(taxChoices([tax('ST', '9', { validFrom: '2026-07-01' })], '2026-06-30')).toEqual([
      ['ST', 'ST 9 %'],
    ]);
    expect(taxChoices(undefined, '2026-06-30')).toEqual([]);
  });

  it('leave out accounts that are no longer used, or do not fit', () => {
    const chart = [
      { code: '1010', name: 'Operating', active: true, control: 'NONE' },
      { code: '1200', name: 'Receivables', active: true, control: 'RECEIVABLES' },
      { code: '6999', name: 'Old', active: false, control: 'NONE' },
    ] as AccountView[];
    expect(accountChoices(chart)).toHaveLength(2);
    expect(accountChoices(chart, (a) => a.control === 'NONE')).toEqual([['1010', '1010 Operating']]);
    expect(accountChoices(undefined)).toEqual([]);
  });
});
