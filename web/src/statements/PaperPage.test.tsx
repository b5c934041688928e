import { cleanup, screen, waitFor } from '@testing-library/react';
import { Route, Routes } from 'react-router';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { answering, problem, renderHere } from '../shared/testing';
import PaperPage from './PaperPage';
import { fill, person } from '../shared/person';

const ACCOUNT = '/api/v1/companies/1/bank-accounts/2';
const LINES = `${ACCOUNT}/paper-statements/6/lines`;
const STATEMENT = {
  id: 6,
  from: '2026-06-01',
  to: '2026-06-30',
  opening: '100.00',
  closing: '76.50',
  certified: false,
};
const LINE = { id: 1, date: '2026-06-02', title: 'Fee', checkNumber: '', amount: '-12.00', balance: '88.00' };

function page(
  add: { status?: number; body?: unknown },
  more: { lines?: unknown[]; statement?: Partial<typeof STATEMENT>; looks?: boolean } = {},
) {
  const sent = answering({
    [`GET ${ACCOUNT}/statements`]: { body: [{ ...STATEMENT, ...more.statement }] },
    [`GET ${ACCOUNT}/statements/6/lines`]: { body: more.lines ?? [LINE] },
    [`POST ${LINES}`]: add,
    [`DELETE ${LINES}/last`]: {},
  });
  renderHere(
    <Routes>
      <Route path="/paper/:accountId/:statementId" element={<PaperPage />} />
    </Routes>,
    [more.looks ? 'VIEWER' : 'PREPARER'],
    '/paper/2/6',
  );
  return sent;
}

const type = (label: string, value: string) => fill(screen.getByLabelText(label), value);
const add = () => screen.getByRole('button', { name: 'Add this line' });

beforeEach(() => sessionStorage.clear());
afterEach(cleanup);

describe('a statement typed from paper', () => {
  it('takes a line with money on one side, on the day of the one before unless it is typed', async () => {
    const sent = page({ body: {} });
    await screen.findByText('Fee');
    expect(add()).toHaveProperty('disabled', true);
    await type('Text', 'Check');
    await type('Check number', '881');
    await type('Money out', '11.50');
    await type('Balance on paper', '76.50');
    await person.click(add());
    await waitFor(() =>
      expect(sent.find((s) => s.method === 'POST')?.body).toEqual({
        date: '2026-06-02',
        amount: '-11.50',
        balance: '76.50',
        checkNumber: '881',
        text: 'Check',
      }),
    );
    await waitFor(() => expect(screen.getByLabelText('Text')).toHaveProperty('value', ''));
  });

  it('takes no line on both sides, nor one of a day that is none', async () => {
    page({ body: {} });
    await screen.findByText('Fee');
    await type('Money in', '1.00');
    expect(add()).toHaveProperty('disabled', false);
    await type('Money out', '1.00');
    expect(add()).toHaveProperty('disabled', true);
    await type('Money out', '');
    await type('Date', '31 jun');
    expect(add()).toHaveProperty('disabled', true);
    await type('Date', '4 jun');
    expect(add()).toHaveProperty('disabled', false);
  });

  it('keeps what was typed when the balance does not follow', async () => {
    page({ status: 422, body: problem('paper.balance', 'The balance would be 89.00.') });
    await screen.findByText('Fee');
    await type('Money in', '1.00');
    await type('Balance on paper', '88.90');
    await person.click(add());
    await screen.findByText('The balance would be 89.00.');
    expect(screen.getByLabelText('Balance on paper')).toHaveProperty('value', '88.90');
  });

  it('takes back its last line, unless that is matched', async () => {
    const sent = page({ body: {} });
    await person.click(await screen.findByRole('button', { name: 'Take back Fee' }));
    await waitFor(() => expect(sent.some((s) => s.method === 'DELETE')).toBe(true));
    cleanup();
    page({ body: {} }, { lines: [{ ...LINE, matched: true }] });
    await screen.findByText('Fee');
    expect(screen.queryByRole('button', { name: /^Take back/ })).toBeNull();
  });

  it('has no row to type in once it is certified, nor for who only looks', async () => {
    page({ body: {} }, { statement: { certified: true } });
    await screen.findByText('Fee');
    expect(screen.queryByLabelText('Text')).toBeNull();
    cleanup();
    page({ body: {} }, { looks: true });
    await screen.findByText('Fee');
    expect(screen.queryByLabelText('Text')).toBeNull();
  });
});
