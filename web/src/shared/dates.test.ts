import { describe, expect, it } from 'vitest';
import { lastDay, longDate, readDate } from './dates';

describe('readDate', () => {
  const today = '2026-07-02';
  it.each([
    ['4 jun', '2026-06-04'],
    ['4 June 2025', '2025-06-04'],
    ['jun 4', '2026-06-04'],
    ['6/4', '2026-06-04'],
    ['6/4/25', '2025-06-04'],
    ['2026-06-04', '2026-06-04'],
    ['+3', '2026-07-05'],
    ['-2', '2026-06-30'],
    ['today', '2026-07-02'],
    ['15', '2026-07-15'],
    ['30 dec', '2026-12-30'],
  ])('%s is %s', (typed, meant) => expect(readDate(typed, today)).toBe(meant));

  it('a January date typed in December is next January', () =>
    expect(readDate('3 jan', '2026-12-20')).toBe('2027-01-03'));

  it.each(['31 jun', '2/30', 'soon', '', '13/13', '4 foo'])('%s is no date', (typed) =>
    expect(readDate(typed, today)).toBeNull(),
  );
});

describe('dates in words', () => {
  it('names the weekday', () => expect(longDate('2026-07-02')).toBe('Thursday 2 July 2026'));
  it('knows the last day of February', () => expect(lastDay('2028-02')).toBe('2028-02-29'));
});
