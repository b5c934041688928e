import { cleanup, screen, waitFor } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { answering, problem, renderHere, theParties } from '../shared/testing';
import ReceiptPage from './ReceiptPage';
import { fill, offered, person } from '../shared/person';

const PATH = '/api/v1/companies/1/receipts';
const BOOKED = {
  received: '1250.00',
  booked: {
    preview: true,
    count: 1,
    entries: [],
    leaves: [{ what: 'Receivables, in the ledger', before: '1,250.00', after: '0.00' }],
    warnings: [],
  },
};
const OPEN = {
  id: 31,
  entryId: 31,
  kind: 'INVOICE',
  title: 'Invoice 6-114',
  date: '2026-06-01',
  dueDate: '2026-07-01',
  debit: '1250.00',
  open: '1250.00',
  payNow: '1250.00',
  settlements: [],
};

function page(preview: { status?: number; body?: unknown } = { body: BOOKED }, more: object = {}) {
  const sent = answering({
    ...theParties([{ id: 5, control: 'RECEIVABLES', name: 'Pell Charter', code: 'PELL' }]),
    'GET /api/v1/companies/1/parties/5': {
      body: { party: { id: 5, name: 'Pell Charter', control: 'RECEIVABLES' }, open: [OPEN] },
    },
    'GET /api/v1/companies/1/ledger/accounts': {
      body: [
        { code: '1250', name: 'Receipts in hand', active: true, control: 'NONE', type: 'ASSET' },
        { code: '1200', name: 'Receivables', active: true, control: 'RECEIVABLES', type: 'ASSET' },
        { code: '6010', name: 'Rent', active: true, control: 'NONE', type: 'EXPENSE' },
      ],
    },
    [`POST ${PATH}?preview=true`]: preview,
    ...more,
  });
  renderHere(<ReceiptPage />);
  return sent;
}

const type = (label: string, value: string) => fill(screen.getByLabelText(label), value);
const book = () => screen.getByRole('button', { name: /^Book this receipt/ });

async function fromPell() {
  await type('From', 'Pell Charter');
}

beforeEach(() => sessionStorage.clear());
afterEach(cleanup);

describe('money received', () => {
  it('may lie on any asset that is not kept by party', async () => {
    page();
    const field = await screen.findByLabelText('Where the money is');
    expect(await offered(field)).toEqual(['1250 Receipts in hand']);
  });

  it('is not booked before its preview, which stands beside it', async () => {
    const sent = page();
    await fromPell();
    expect(book()).toHaveProperty('disabled', true);
    await type('Amount, USD', '1250.00');
    await screen.findByText('Receivables, in the ledger');
    await waitFor(() =>
      expect(sent.filter((s) => s.path === `${PATH}?preview=true`).at(-1)?.body).toMatchObject({
        partyId: 5,
        amount: '1250.00',
        account: '',
        tender: 'CHECK',
        items: [],
      }),
    );
    await waitFor(() => expect(book()).toHaveProperty('disabled', false));
  });

  it('follows what is ticked until its amount is typed', async () => {
    page();
    await fromPell();
    await person.click(await screen.findByRole('checkbox', { name: /Invoice 6-114/ }));
    await waitFor(() => expect(screen.getByPlaceholderText('1250.00')).toBeTruthy());
    screen.getByText('Follows what is ticked until you type it.');
    await type('Amount, USD', '1300.00');
    screen.getByText('What is not spread over items stays open on their account.');
  });

  it('forgets the items of another customer', async () => {
    const sent = page();
    await fromPell();
    await person.click(await screen.findByRole('checkbox', { name: /Invoice 6-114/ }));
    await type('From', '');
    await type('From', 'Pell Charter');
    await type('Amount, USD', '7.00');
    await waitFor(() =>
      expect(sent.filter((s) => s.path === `${PATH}?preview=true`).at(-1)?.body).toMatchObject({
        amount: '7.00',
        items: [],
      }),
    );
  });

  it('that cannot be booked says why, and what was typed stays', async () => {
    page({ status: 422, body: problem('receipt.amount', 'The amount does not cover the items.') });
    await fromPell();
    await type('Amount, USD', '1,2.00');
    await screen.findByText('The amount does not cover the items.');
    expect(screen.getByLabelText('Amount, USD')).toHaveProperty('value', '1,2.00');
  });
});
