import { cleanup, screen, waitFor } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { fill, person } from '../shared/person';
import { answering, renderHere } from '../shared/testing';
import type { SheetRow } from './api';
import { LineSheet } from './LineSheet';

afterEach(cleanup);

const PATH = 'POST /api/v1/companies/1/bank-accounts/2/line-bookings';
const NOTHING = { preview: true, entries: [], count: 0, leaves: [], warnings: [] };

const line = (lineId: number, title: string, kind: string) => ({
  lineId,
  date: '2026-06-04',
  title,
  bankCode: 'FEE',
  out: '12.00',
  kind,
  party: '',
  text: title,
  like: kind ? `as that of 4 May 2026, ${title}` : '',
  found: kind ? '' : `Firm: Check of ${title}`,
});

const outcome = (lineId: number, problem?: string) => ({
  lineId,
  becomes: problem ? '' : '6810 Bank charges',
  problems: problem ? [{ code: 'entry.date.far', message: problem }] : [],
});

/** Of each test other lines: the same question within a second is one question. */
function sheet(proposed: { lineId: number }[], outcomes: object[], refused: number) {
  const booked: SheetRow[][] = [];
  const sent = answering({
    [`${PATH}/proposals`]: { body: proposed },
    [`${PATH}?preview=true`]: {
      body: { rows: outcomes, refused, in: '0.00', out: '24.00', booked: NOTHING },
    },
    'GET /api/v1/companies/1/set-up': { body: { costCentres: [], taxCodes: [] } },
  });
  renderHere(
    <LineSheet
      place={{ companyId: 1, accountId: 2, month: '2026-06' }}
      lines={proposed.map((p) => p.lineId)}
      onClose={() => undefined}
      onBook={(rows) => {
        booked.push(rows);
        return Promise.resolve();
      }}
    />,
  );
  return { sent, booked };
}

const button = (name: RegExp | string) => screen.getByRole('button', { name });

describe('several lines booked in one step', () => {
  it('begin as proposed, are filled from the row above, and are booked together', async () => {
    const { booked } = sheet(
      [line(1, 'WIRE FEE', 'FEE'), line(2, 'SOMETHING', ''), line(3, 'ANYTHING', '')],
      [outcome(1), outcome(2), outcome(3)],
      0,
    );
    await screen.findByText(/as that of 4 May 2026, WIRE FEE/);
    expect(screen.getAllByText('Choose what it is')).toHaveLength(2);
    screen.getByText('Firm: Check of SOMETHING');
    expect(button(/^Book and match all/)).toHaveProperty('disabled', true);
    await person.click(button('All rows below as WIRE FEE'));
    expect(screen.queryByText('Choose what it is')).toBeNull();
    await fill(screen.getByLabelText('Payer or payee: ANYTHING'), 'Northbank');
    await person.click(button('Leave SOMETHING out'));
    await waitFor(() => expect(button('Book and match all 2')).toHaveProperty('disabled', false));
    screen.getByText('0.00 in, 24.00 out');
    await person.click(button('Book and match all 2'));
    expect(booked).toEqual([
      [
        {
          lineId: 1,
          booking: { kind: 'FEE', details: {}, date: '2026-06-04', party: '', text: 'WIRE FEE' },
        },
        {
          lineId: 3,
          booking: { kind: 'FEE', details: {}, date: '2026-06-04', party: 'Northbank', text: 'ANYTHING' },
        },
      ],
    ]);
  });

  it('are not booked while one of them is refused, and say why at its row', async () => {
    sheet(
      [line(4, 'WIRE FEE', 'FEE'), line(5, 'OTHER FEE', 'FEE'), line(6, 'LAST FEE', 'FEE')],
      [outcome(4), outcome(5, 'The day lies in a closed month.'), outcome(6)],
      1,
    );
    await screen.findByText('The day lies in a closed month.');
    screen.getByText(/^1 cannot be booked so/);
    expect(button('Book and match all 3')).toHaveProperty('disabled', true);
  });

  it('are filled from above only where the kind can be what they are', async () => {
    const into = { ...line(10, 'WHO PAID', 'UNIDENTIFIED'), out: undefined, in: '5.00' };
    sheet([into, line(11, 'WHAT WENT OUT', '')], [outcome(10), outcome(11)], 0);
    await screen.findByText('Choose what it is');
    await person.click(button('All rows below as WHO PAID'));
    screen.getByText('Choose what it is');
  });

  it('go up and down a column with the arrows, as a sheet does', async () => {
    sheet([line(7, 'WIRE FEE', 'FEE'), line(8, 'OTHER FEE', 'FEE')], [outcome(7), outcome(8)], 0);
    const first = await screen.findByLabelText('For: WIRE FEE');
    first.focus();
    await person.keyboard('{ArrowDown}');
    expect(document.activeElement).toBe(screen.getByLabelText('For: OTHER FEE'));
    await person.keyboard('{ArrowUp}');
    expect(document.activeElement).toBe(first);
  });
});
