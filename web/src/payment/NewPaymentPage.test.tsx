import { cleanup, screen, waitFor } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { answering, renderHere, theParties } from '../shared/testing';
import NewPaymentPage from './NewPaymentPage';
import NewTransferPage from './NewTransferPage';
import { fill } from '../shared/person';

const BOOKED = { preview: true, count: 0, entries: [], leaves: [], warnings: [] };
const LISTS = {
  'GET /api/v1/companies/1/bank-accounts': {
    body: [
      { id: 1, name: 'Closed', bank: 'Northbank', active: false, currency: 'USD' },
      {
        id: 2,
        name: 'Operating',
        bank: 'Northbank',
        active: true,
        currency: 'USD',
        nextCheckNumber: '20442',
      },
      { id: 3, name: 'Euro parts', bank: 'Nordkant', active: true, currency: 'EUR' },
    ],
  },
  ...theParties([{ id: 8, control: 'PAYABLES', name: 'Orrin Paints', code: 'ORRIN' }]),
  'GET /api/v1/companies/1/ledger/accounts': {
    body: [{ code: '6010', name: 'Rent', active: true, control: 'NONE' }],
  },
  'GET /api/v1/companies/1/set-up': { body: { sites: [], costCentres: [], taxCodes: [] } },
};

const payment = (state: string) => ({
  'POST /api/v1/companies/1/payments?preview=true': {
    body: {
      count: 1,
      payments: [{ id: 4, kind: 'CHECK', number: '20442', amount: '31400.00', currency: 'USD', state }],
      booked: BOOKED,
    },
  },
});

const type = (label: string, value: string) => fill(screen.getByLabelText(label), value);

beforeEach(() => sessionStorage.clear());
afterEach(cleanup);

describe('a payment', () => {
  it('is drawn on an account in use, a check by its next number', async () => {
    answering(LISTS);
    renderHere(<NewPaymentPage />);
    const from = (await screen.findByLabelText('Pay from')) as HTMLSelectElement;
    expect([...from.options].map((o) => o.value)).toEqual(['2', '3']);
    expect(screen.getByPlaceholderText('20442')).toBeTruthy();
    await type('How', 'CARD');
    expect(screen.queryByPlaceholderText('20442')).toBeNull();
    expect(screen.getByRole('button', { name: /^Book this payment/ })).toBeTruthy();
  });

  it('of anybody needs a name and what it is for, and says what it will do', async () => {
    const sent = answering({ ...LISTS, ...payment('BOOKED') });
    renderHere(<NewPaymentPage />);
    await screen.findByLabelText('Pay from');
    const write = screen.getByRole('button', { name: /^Write this check/ });
    await type('Payee', 'Harbour office');
    expect(write).toHaveProperty('disabled', true);
    await type('Account of line 1', '6010');
    await type('Gross of line 1', '31400.00');
    await waitFor(() => expect(write).toHaveProperty('disabled', false));
    const says = await screen.findByText(/Check 20442/);
    expect(says.textContent).toBe('Check 20442, 31,400.00 USD in all.');
    expect(sent.filter((s) => s.path.includes('preview=true')).at(-1)?.body).toMatchObject({
      bankAccountId: 2,
      payee: 'Harbour office',
      parts: { items: [], onAccount: '', expenses: [{ account: '6010', amount: '31400.00' }] },
    });
  });

  it('above the limit tells that it waits for a second person', async () => {
    answering({ ...LISTS, ...payment('WAITS_FOR_RELEASE') });
    renderHere(<NewPaymentPage />);
    await screen.findByLabelText('Pay from');
    await type('Payee', 'Corran Engines');
    await type('Account of line 1', '6010');
    await type('Gross of line 1', '31400.00');
    const says = await screen.findByText(/it waits for a second person and books nothing yet/);
    expect(says.className).toBe('told');
  });
});

describe('a transfer', () => {
  it('between two currencies asks what arrives; in one it does not', async () => {
    answering({ ...LISTS, 'POST /api/v1/companies/1/transfers?preview=true': { body: BOOKED } });
    renderHere(<NewTransferPage />);
    await waitFor(() => expect(screen.getByLabelText('From').children).toHaveLength(3));
    await type('From', '2');
    await type('To', '2');
    await type('Leaves, USD', '10.00');
    const book = screen.getByRole('button', { name: /^Book this transfer/ });
    await waitFor(() => expect(book).toHaveProperty('disabled', false));
    await type('To', '3');
    expect(book).toHaveProperty('disabled', true);
    await type('Arrives, EUR', '9.20');
    await waitFor(() => expect(book).toHaveProperty('disabled', false));
  });
});
