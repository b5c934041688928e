import { cleanup, screen, waitFor } from '@testing-library/react';
import { Route, Routes } from 'react-router';
import { afterEach, describe, expect, it } from 'vitest';
import { fill, person } from '../shared/person';
import { answering, problem, renderHere } from '../shared/testing';
import ExpenseFormPage from './ExpenseFormPage';

const BASE = '/api/v1/companies/1';
const NOTHING = { entries: [], leaves: [], warnings: [], count: 0, preview: true };
const LAST = {
  kind: 'EXPENSE',
  paidBy: 'CARD',
  bankAccountId: 5,
  date: '2026-05-04',
  in: false,
  who: 'Quill Stationers',
  reference: 'INV 8',
  text: 'toner',
  lines: [{ account: '6170', amount: '42.75', quantity: '', price: '', text: 'toner', costCentre: 'OFFICE' }],
  tags: 'office',
};

function form() {
  const answers: Parameters<typeof answering>[0] = {
    [`GET ${BASE}/bank-accounts`]: {
      body: [
        { id: 4, name: 'Operating', bank: 'Northbank', active: true, currency: 'USD' },
        { id: 5, name: 'Harbour card', bank: 'Northbank', active: true, currency: 'USD' },
      ],
    },
    [`GET ${BASE}/ledger/accounts`]: {
      body: [{ id: 1, code: '6170', name: 'Office', type: 'EXPENSE', control: 'NONE', active: true }],
    },
    [`GET ${BASE}/set-up`]: { body: { taxCodes: [], sites: [], costCentres: [] } },
    [`GET ${BASE}/petty-cash/funds`]: { body: [{ id: 7, name: 'Dock office', active: true }] },
    [`GET ${BASE}/expenses/remembered*`]: { body: [{ who: 'Quill Stationers', form: LAST }] },
    [`POST ${BASE}/expenses?preview=true`]: { body: { expenseId: 0, booked: NOTHING, told: '' } },
    [`POST ${BASE}/expenses`]: {
      status: 409,
      body: problem('expense.double', 'The same was booked on Jun 3.'),
    },
  };
  const sent = answering(answers);
  renderHere(
    <Routes>
      <Route path="/expenses/new" element={<ExpenseFormPage />} />
      <Route path="/expenses/:id" element={<p>booked</p>} />
    </Routes>,
    ['PREPARER'],
    '/expenses/new',
  );
  return { answers, sent };
}

describe('a new expense', () => {
  afterEach(() => {
    cleanup();
    sessionStorage.clear();
  });

  it('is filled in as the last of the payee, and asks before the same is booked twice', async () => {
    const { answers, sent } = form();
    await fill(await screen.findByLabelText('Paid to'), 'Quill Stationers');
    await person.click(await screen.findByRole('button', { name: /last/i }));
    const paidBy = screen.getByLabelText<HTMLSelectElement>('Paid by');
    expect(paidBy.value).toBe('CARD');
    expect(screen.getByLabelText<HTMLInputElement>('Tags').value).toBe('office');
    // what belongs to the day of the last alone is left out
    expect(screen.getByLabelText<HTMLInputElement>('Reference').value).toBe('');
    const book = screen.getByRole('button', { name: /^Book this expense/ });
    await waitFor(() => expect(book.matches(':disabled')).toBe(false));
    await person.click(book);
    expect(await screen.findByText(/The same was booked on Jun 3/)).toBeTruthy();
    expect(sent.filter((s) => s.path === `${BASE}/expenses`).at(-1)?.body).toMatchObject({
      paidBy: 'CARD',
      bankAccountId: 5,
      date: '2026-07-02',
      paperIds: [],
    });
    answers[`POST ${BASE}/expenses`] = { body: { expenseId: 6, booked: NOTHING, told: '' } };
    await person.click(screen.getByRole('button', { name: /all the same/i }));
    expect(await screen.findByText('booked')).toBeTruthy();
    expect(sent.filter((s) => s.path === `${BASE}/expenses`).at(-1)?.body).toMatchObject({ again: true });
  });

  it('asks for what paid it: an account, a drawer or an employee', async () => {
    form();
    const paidBy = await screen.findByLabelText('Paid by');
    expect(screen.getByLabelText('Account')).toBeTruthy();
    await fill(paidBy, 'DRAWER');
    expect(await screen.findByText('Dock office')).toBeTruthy();
    expect(screen.queryByLabelText('Account')).toBeNull();
    await fill(paidBy, 'EMPLOYEE');
    expect(await screen.findByLabelText('Employee')).toBeTruthy();
  });

  it('has its picture again when it was only left', async () => {
    const paper = { id: 9, name: 'toner.png', type: 'PNG', version: 0, turned: 0, use: 'BOOKING' };
    const { answers } = form();
    answers[`POST ${BASE}/papers`] = { status: 201, body: { paper, same: [] } };
    await fill(await screen.findByLabelText('Paid to'), 'Quill');
    await person.upload(
      document.querySelector('input[type=file]:not([capture])') as HTMLElement,
      new File(['x'], 't.png', { type: 'image/png' }),
    );
    await screen.findByRole('button', { name: /Look.*toner.png/i });
    cleanup();
    form();
    expect(await screen.findByRole('button', { name: /Look.*toner.png/i })).toBeTruthy();
    expect(screen.getByLabelText<HTMLInputElement>('Paid to').value).toBe('Quill');
  });
});
