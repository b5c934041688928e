import { cleanup, screen, within } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { person } from '../shared/person';
import { renderHere } from '../shared/testing';
import type { DrawerBook, Fund } from './api';
import { DrawerBookTable } from './DrawerBookTable';

const ADVANCE = { id: 2, number: 'PC-0117', who: 'L. Sorensen', text: 'parts', amount: '50.00' };
const FUND = { id: 7, name: 'Dock office', purposes: [], advances: [ADVANCE] } as unknown as Fund;
const ROW = {
  paperDay: '2026-07-01',
  kind: 'VOUCHER',
  kindWords: 'voucher',
  text: '',
  purpose: '',
  costCentre: '',
  quantity: '',
  tags: '',
  in: '',
  out: '',
  pictures: 0,
  reversed: false,
  undoes: false,
  covered: false,
  open: false,
  madeBy: 'Tomas Reyl',
};
const BOOK = {
  from: '2026-06-29',
  to: '2026-07-05',
  carried: '286.00',
  closing: '161.80',
  in: '0.00',
  out: '124.20',
  rows: [
    {
      ...ROW,
      id: 1,
      day: '2026-06-29',
      number: 'PC-0114',
      who: 'Postage',
      tags: 'season',
      out: '19.35',
      holds: '266.65',
      entryId: 91,
    },
    {
      ...ROW,
      id: 2,
      day: '2026-07-01',
      number: 'PC-0117',
      who: 'L. Sorensen',
      kind: 'ADVANCE',
      kindWords: 'advance',
      out: '50.00',
      holds: '204.55',
      open: true,
      entryId: 92,
    },
  ],
  left: 0,
  drafts: [
    {
      id: 12,
      day: '2026-07-01',
      who: 'Harbour Taxi',
      text: 'guest to the airport',
      purpose: 'Travel',
      costCentre: 'OFFICE',
      in: false,
      amount: '31.00',
      pictures: 0,
      madeBy: 'Tomas Reyl',
    },
  ],
} as unknown as DrawerBook;

describe('the book of a drawer', () => {
  afterEach(cleanup);

  it('has the latest first, drafts above them that move nothing, and what was carried on at its foot', async () => {
    const settle = vi.fn();
    renderHere(
      <DrawerBookTable fund={FUND} book={BOOK} day="2026-07-02" onSettle={settle} mayPost={false} />,
    );
    const rows = screen.getAllByRole('row');
    expect(rows.map((r) => r.textContent).filter((t) => /PC-|draft|Carried/.test(t))).toEqual([
      expect.stringContaining('draft'),
      expect.stringContaining('PC-0117'),
      expect.stringContaining('PC-0114'),
      expect.stringContaining('286.00'),
    ]);
    const draft = rows[1] as HTMLElement;
    expect(within(draft).getByText('no receipt yet')).toBeTruthy();
    expect(within(draft).getByText('not yet')).toBeTruthy();
    expect(within(draft).getByRole('link').getAttribute('href')).toBe('/petty-cash/draft?draft=12');
    expect(screen.getByText('[season]')).toBeTruthy();
    expect(screen.queryByRole('button', { name: 'Settle it' })).toBeNull();
  });

  it('says how many of a long span it does not show, and begins with what was there then', () => {
    renderHere(
      <DrawerBookTable
        fund={FUND}
        book={{ ...BOOK, left: 9_000 }}
        day="2026-07-02"
        onSettle={() => undefined}
        mayPost={false}
      />,
    );
    expect(screen.getByText(/9,?000 earlier moves/)).toBeTruthy();
    expect(screen.queryByText(/Carried on/)).toBeNull();
  });

  it('lets whoever posts settle an advance from its row', async () => {
    const settle = vi.fn();
    renderHere(<DrawerBookTable fund={FUND} book={BOOK} day="2026-07-02" onSettle={settle} mayPost />);
    const row = screen.getByText(/PC-0117/).closest('tr') as HTMLElement;
    await person.click(within(row).getByRole('button'));
    expect(settle).toHaveBeenCalledWith(ADVANCE);
  });
});
