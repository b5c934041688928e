import { cleanup, screen, waitFor } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { answering, renderHere, theParties } from '../shared/testing';
import InvoicePage from './InvoicePage';
import { fill, offered, person } from '../shared/person';

const PATH = '/api/v1/companies/1/invoices';
const BOOKED = { preview: true, count: 1, entries: [], leaves: [], warnings: ['It is due on a Sunday.'] };
const LISTS = {
  ...theParties([
    { id: 5, control: 'RECEIVABLES', name: 'Pell Charter', code: 'PELL' },
    { id: 8, control: 'PAYABLES', name: 'Orrin Paints', code: 'ORRIN' },
  ]),
  'GET /api/v1/companies/1/ledger/accounts': {
    body: [
      { code: '4010', name: 'Berths', active: true, control: 'NONE' },
      { code: '1200', name: 'Receivables', active: true, control: 'RECEIVABLES' },
    ],
  },
  'GET /api/v1/companies/1/set-up': {
    body: {
      sites: [],
      costCentres: [
        { code: 'DOCK', name: 'Dock', active: true },
        { code: 'OLD', name: 'Old', active: false },
      ],
      taxCodes: [
        { code: 'ST', ratePercent: '8', active: true, validTo: '2026-06-30' },
        { code: 'ST', ratePercent: '9', active: true, validFrom: '2026-07-01' },
      ],
    },
  },
  [`POST ${PATH}?preview=true`]: { body: BOOKED },
};

const options = (label: string) =>
  [...(screen.getByLabelText(label) as HTMLSelectElement).options].map((o) => o.value);
const offers = (label: string) => offered(screen.getByLabelText(label));
const type = (label: string, value: string) => fill(screen.getByLabelText(label), value);

beforeEach(() => sessionStorage.clear());
afterEach(cleanup);

describe('an invoice', () => {
  it('is of an active customer, on accounts that are not kept by party, with each code once', async () => {
    answering(LISTS);
    renderHere(<InvoicePage />);
    await waitFor(async () => expect(await offers('Customer')).toEqual(['Pell Charter PELL']));
    await waitFor(async () => expect(await offers('Account of line 1')).toEqual(['4010 Berths']));
    expect(await offers('Cost centre of line 1')).toEqual(['DOCK Dock']);
    expect(options('Tax of line 1')).toEqual(['', 'ST']);
  });

  it('leaves out lines with nothing in them, and waits for those that are half typed', async () => {
    const sent = answering(LISTS);
    renderHere(<InvoicePage />);
    await type('Customer', 'Pell Charter');
    await type('Gross of line 1', '10.00');
    const book = screen.getByRole('button', { name: /^Book this invoice/ });
    expect(book).toHaveProperty('disabled', true);
    await type('Account of line 1', '4010');
    await person.click(screen.getByRole('button', { name: 'Add a line' }));
    await waitFor(() => expect(book).toHaveProperty('disabled', false));
    await screen.findByText('It is due on a Sunday.');
    await waitFor(() =>
      expect(sent.filter((s) => s.path.startsWith(PATH)).at(-1)?.body).toMatchObject({
        partyId: 5,
        kind: 'INVOICE',
        lines: [{ account: '4010', amount: '10.00', taxCode: '', costCentre: '', text: '' }],
      }),
    );
  });

  it('of a supplier needs the supplier’s own number', async () => {
    answering(LISTS);
    renderHere(<InvoicePage />, ['PREPARER'], '/invoices/new?control=PAYABLES');
    await screen.findByText('Invoice received');
    await type('Supplier', 'Orrin Paints');
    await type('Account of line 1', '4010');
    await type('Gross of line 1', '10.00');
    const book = screen.getByRole('button', { name: /^Book this invoice/ });
    expect(book).toHaveProperty('disabled', true);
    await type('Number', 'B-77');
    await waitFor(() => expect(book).toHaveProperty('disabled', false));
  });

  it('may be a credit note', async () => {
    answering(LISTS);
    renderHere(<InvoicePage />);
    await screen.findByText('New invoice');
    await type('What it is', 'CREDIT_NOTE');
    expect(screen.getByRole('button', { name: /^Book this credit note/ })).toBeTruthy();
  });
});
