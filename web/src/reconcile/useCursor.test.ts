import { describe, expect, it } from 'vitest';
import type { RowView } from './api';
import { nextOpen, placeOf } from './useCursor';

const row = (lineId: number, state: RowView['state'] = 'OPEN') => ({ lineId, state }) as RowView;
const rows = (...all: RowView[]) => new Map(all.map((r, i) => [i, r]));

describe('the cursor of the ladder', () => {
  it('stays on its line when the lines before it leave the list', () => {
    const before = rows(row(10), row(11), row(12), row(13));
    const next = nextOpen(before, 1, 4);
    expect(next).toEqual({ line: 12, place: 2 });
    // line 11 was matched and is no longer among the open ones
    const after = rows(row(10), row(12), row(13));
    expect(placeOf(next as NonNullable<typeof next>, after, 3)).toBe(1);
  });

  it('passes over what is explained, and finds nothing at the end', () => {
    expect(nextOpen(rows(row(1), row(2, 'MATCHED'), row(3)), 0, 3)).toEqual({ line: 3, place: 2 });
    expect(nextOpen(rows(row(1), row(2, 'MATCHED')), 0, 2)).toBeNull();
  });

  it('keeps its place while its line is not among the rows that are here', () => {
    expect(placeOf({ line: 99, place: 2 }, rows(row(1), row(2), row(3)), 3)).toBe(2);
    expect(placeOf({ line: 99, place: 7 }, rows(row(1)), 1)).toBe(0);
    expect(placeOf({ line: undefined, place: 0 }, rows(), 0)).toBe(0);
  });
});
