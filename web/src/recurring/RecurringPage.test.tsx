import { cleanup, screen, waitFor } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { fill, person } from '../shared/person';
import { answering, problem, renderHere } from '../shared/testing';
import type { RecurringView } from './api';
import RecurringPage from './RecurringPage';

afterEach(cleanup);

const PATH = '/api/v1/companies/1/recurring-invoices';
const BERTH: RecurringView = {
  id: 7,
  version: 2,
  partyId: 11,
  party: 'Heron Boats',
  every: 'MONTH',
  day: 1,
  startsOn: '2026-06-01',
  text: 'Berth 14, {month}',
  lines: [{ account: '4050', amount: '420.50', taxCode: '', costCentre: '', text: '' }],
  amount: '420.50',
  due: ['2026-06-01', '2026-07-01'],
  dueAmount: '841.00',
  next: '2026-08-01',
};
const LIST = { recurring: [BERTH], count: 2, amount: '841.00' };
const BOOKED = {
  preview: true,
  count: 2,
  entries: [],
  leaves: [{ what: 'Receivables', before: '0.00', after: '841.00' }],
  warnings: [],
};
const ANSWERS = {
  [`GET ${PATH}?upTo=2026-07-02`]: { body: LIST },
  [`POST ${PATH}/making?preview=true`]: { body: BOOKED },
  'GET /api/v1/companies/1/ledger/accounts': { body: [] },
  'GET /api/v1/companies/1/sites': { body: [] },
  'GET /api/v1/companies/1/lists': { body: [] },
};

describe('recurring invoices', () => {
  it('are made after one look at what they book, as they were shown, once', async () => {
    const sent = answering({ ...ANSWERS, [`POST ${PATH}/making`]: { body: BOOKED } });
    renderHere(<RecurringPage />);
    await person.click(await screen.findByRole('button', { name: 'Make what is due (2)' }));
    await screen.findByText('Receivables');
    const book = screen.getByRole('button', { name: 'Book these 2 invoices' });
    await person.click(book);
    await person.click(book);
    await waitFor(() => expect(sent.filter((s) => s.path === `${PATH}/making`)).toHaveLength(1));
    expect(sent.find((s) => s.path === `${PATH}/making`)?.body).toMatchObject({
      recurring: [{ id: 7, version: 2 }],
    });
  });

  it('keep what was typed when they are refused', async () => {
    const sent = answering({
      ...ANSWERS,
      [`PUT ${PATH}/7`]: { status: 422, body: problem('recurring.stale', 'Somebody else has changed it.') },
    });
    renderHere(<RecurringPage />);
    await person.click(await screen.findByRole('button', { name: 'Berth 14, {month}' }));
    await fill(screen.getByLabelText('For'), 'Berth 15, {month}');
    await person.click(screen.getByRole('button', { name: 'Keep it' }));
    await screen.findByText('Somebody else has changed it.');
    expect(screen.getByLabelText('For')).toHaveProperty('value', 'Berth 15, {month}');
    expect(sent.find((s) => s.path === `${PATH}/7`)?.body).toMatchObject({
      version: 2,
      text: 'Berth 15, {month}',
    });
  });

  it('offer nothing to who only looks', async () => {
    answering(ANSWERS);
    renderHere(<RecurringPage />, ['VIEWER']);
    await screen.findByText('Berth 14, {month}');
    expect(screen.queryByRole('button', { name: /Make what is due|Berth 14|New recurring/ })).toBeNull();
  });
});
