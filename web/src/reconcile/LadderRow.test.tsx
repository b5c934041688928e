import { cleanup, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import type { RowView } from './api';
import { LadderRow } from './LadderRow';
import { person } from '../shared/person';

afterEach(cleanup);

const ROW: RowView = {
  lineId: 7,
  place: 3,
  date: '2026-06-04',
  title: 'Check 20421',
  counterparty: 'Dunmore Timber',
  reference: 'R-1',
  checkNumber: '20421',
  bankCode: '',
  voidCheck: '',
  extra: '',
  out: '1489.60',
  bankBalance: '-50.00',
  state: 'OPEN',
  explainedBy: 'nothing found yet',
  candidates: 0,
  twin: '',
};

function row(part: Partial<RowView> | null, more: { here?: boolean; picked?: boolean } = {}) {
  const went: number[] = [];
  render(
    <LadderRow
      row={part === null ? undefined : { ...ROW, ...part }}
      place={3}
      here={more.here ?? false}
      picked={more.picked ?? false}
      onHere={(place) => went.push(place)}
    />,
  );
  const drawn = screen.getByRole('row');
  const cells = screen.queryAllByRole('cell').map((c) => c.textContent);
  return { drawn, cells, went };
}

describe('a row of the ladder', () => {
  it('shows what the server has worked out, the sides apart and what is below zero in brackets', () => {
    const { drawn, cells } = row({});
    expect(cells).toEqual(['4 Jun', 'Check 20421', '', '1,489.60', '(50.00)', '', 'nothing found yet']);
    expect(drawn.getAttribute('aria-rowindex')).toBe('5');
    expect(screen.getByTitle('Check 20421, Dunmore Timber, R-1')).toBeTruthy();
  });

  it('stands out where nothing was found, and not where something was', () => {
    row({});
    expect(screen.getByText('nothing found yet').className).toBe('attention');
    cleanup();
    row({ candidates: 1, explainedBy: 'Perhaps Check 20421' });
    expect(screen.getByText('Perhaps Check 20421').className).toBe('');
  });

  it('says how far it is proven, or how far off', () => {
    expect(row({ proven: '182893.42' }).cells[5]).toBe('182,893.42');
    expect(screen.getByRole('row').className).toContain('proven');
    cleanup();
    expect(row({ apart: '9.00' }).cells[5]).toBe('9.00 off');
    expect(screen.getByRole('row').className).not.toContain('proven');
  });

  it('is where one stands, and one goes there by a click', async () => {
    const { drawn, went } = row({}, { here: true, picked: true });
    expect(drawn.getAttribute('aria-current')).toBe('true');
    expect(screen.getByText('Selected. nothing found yet')).toBeTruthy();
    await person.click(drawn);
    expect(went).toEqual([3]);
  });

  it('keeps its place while it is fetched', () => {
    const { drawn, cells } = row(null);
    expect(drawn.getAttribute('aria-busy')).toBe('true');
    expect(cells).toEqual([]);
  });
});
