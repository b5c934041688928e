import { cleanup, screen, waitFor } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { answering, problem, renderHere } from '../shared/testing';
import { MappingForm } from './MappingForm';
import type { IncomingFileView } from './useTaking';
import { fill, person } from '../shared/person';

/** Of each test another one: the same question within a second is one question. */
let incoming = { id: 3, name: 'june.csv', accountId: 2 } as IncomingFileView;
const base = () => `/api/v1/companies/1/incoming-files/${incoming.id}`;
const GUESS = {
  charset: 'UTF-8',
  separator: ';',
  rows: [
    ['Day', 'What', 'More', 'Sum'],
    ['2026-06-02', 'Fee', 'June', '-12.00'],
  ],
  mapping: {
    name: '',
    charset: 'UTF-8',
    separator: ';',
    skipRows: 0,
    header: ['Day', 'What', 'More', 'Sum'],
    dates: 'YEAR_FIRST',
    decimalPoint: '.',
    turned: false,
    columns: { BOOKING_DATE: [0], TEXT: [1], AMOUNT: [3] },
  },
};

const holds = (column: number) => screen.getByLabelText(`What column ${column} holds`) as HTMLSelectElement;
const choose = (column: number, value: string) => fill(holds(column), value);

function answers(tried: { status?: number; body?: unknown }) {
  return answering({
    [`GET ${base()}/guess`]: { body: GUESS },
    'GET /api/v1/companies/1/bank-accounts': { body: [{ id: 2, name: 'Operating', active: true }] },
    [`POST ${base()}/try?accountId=2`]: tried,
    [`POST ${base()}/mapping?accountId=2`]: { body: {} },
  });
}

beforeEach(() => {
  sessionStorage.clear();
  incoming = { ...incoming, id: incoming.id + 1 };
});
afterEach(cleanup);

describe('the columns of a bank’s table', () => {
  it('stand as they were guessed, with the first lines as they would be read', async () => {
    answers({
      body: [
        { row: 2, problems: [], date: '2026-06-02', title: 'Fee June', amount: '-12.00', balance: '88.00' },
      ],
    });
    renderHere(<MappingForm incoming={incoming} done={() => undefined} />);
    await screen.findByText('Fee June');
    expect([1, 2, 3, 4].map((c) => holds(c).value)).toEqual(['BOOKING_DATE', 'TEXT', '', 'AMOUNT']);
    expect(screen.getByText('(12.00)')).toBeTruthy();
  });

  it('each hold one thing; only a text may be put together of several', async () => {
    const sent = answers({ body: [] });
    let done = 0;
    renderHere(<MappingForm incoming={incoming} done={() => (done += 1)} />);
    await screen.findByLabelText('What column 1 holds');
    await choose(3, 'TEXT');
    await choose(2, 'AMOUNT');
    expect([1, 2, 3, 4].map((c) => holds(c).value)).toEqual(['BOOKING_DATE', 'AMOUNT', 'TEXT', '']);
    await choose(2, 'TEXT');
    await choose(4, 'AMOUNT');
    await person.click(screen.getByRole('button', { name: 'Remember this and read the file' }));
    await waitFor(() => expect(done).toBe(1));
    expect(sent.find((s) => s.path.startsWith(`${base()}/mapping`))?.body).toEqual({
      ...GUESS.mapping,
      name: 'june',
      columns: { BOOKING_DATE: [0], TEXT: [1, 2], AMOUNT: [3] },
    });
  });

  it('that cannot be read so are told row by row', async () => {
    answers({
      body: [{ row: 2, problems: [{ message: 'Row 2, amount: found “x”.' }], title: '' }],
    });
    renderHere(<MappingForm incoming={incoming} done={() => undefined} />);
    await screen.findByText('Row 2, amount: found “x”.');
  });

  it('that make no statement are refused in words, and what was chosen stays', async () => {
    answers({ status: 422, body: problem('mapping.column', 'No column holds the date.') });
    renderHere(<MappingForm incoming={incoming} done={() => undefined} />);
    await screen.findByText('No column holds the date.');
    await choose(1, '');
    expect(holds(1).value).toBe('');
    expect(holds(4).value).toBe('AMOUNT');
  });

  it('are shown by somebody who prepares', () => {
    const sent = answers({ body: [] });
    renderHere(<MappingForm incoming={incoming} done={() => undefined} />, ['VIEWER']);
    expect(screen.getByText(/Somebody who prepares/)).toBeTruthy();
    expect(sent).toEqual([]);
  });
});
