import { describe, expect, it } from 'vitest';
import { grouped, report } from './money';

describe('amounts', () => {
  it.each([
    ['0.00', '0.00'],
    ['1234.50', '1,234.50'],
    ['-1234567.89', '1,234,567.89'],
    ['1000', '1,000'],
  ])('%s reads %s', (given, shown) => expect(grouped(given)).toBe(shown));
  it('puts negatives in parentheses', () => expect(report('-12.00')).toBe('(12.00)'));
});
