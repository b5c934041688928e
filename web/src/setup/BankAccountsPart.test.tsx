import { cleanup, screen, waitFor } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { fill, person } from '../shared/person';
import { answering, renderHere } from '../shared/testing';
import { BankAccountsPart } from './BankAccountsPart';

afterEach(cleanup);
beforeEach(() => localStorage.clear());

const PURPOSES = [
  { purpose: 'CHARGES', words: 'charges', ledgerAccountId: 68 },
  { purpose: 'BANK_ERRORS', words: 'bank errors to be put right' },
];
const ACCOUNT = {
  id: 7,
  name: 'Operating',
  bank: 'Northbank',
  number: '0042',
  currency: 'USD',
  ledgerAccountId: 10,
  openingDate: '2026-04-30',
  openingLedgerBalance: '0.00',
  openingBankBalance: '0.00',
  mark: '2026-05-31',
  zeroPayment: false,
  differenceTolerance: '0.00',
  checkStock: 'PRENUMBERED',
  nextCheckNumber: '1001',
  bookOnClearing: false,
  depositsOnClearing: false,
  active: true,
  purposes: PURPOSES,
  sites: [],
  currencies: ['EUR'],
};
const HERE = {
  'GET /api/v1/companies/1/bank-accounts': { body: [ACCOUNT] },
  'GET /api/v1/companies/1/set-up': {
    body: {
      sites: [],
      banks: [{ id: 1, name: 'Northbank', identifier: '' }],
      branches: [{ id: 5, bankId: 1, name: 'Harbour Street', identifier: '' }],
      bankAccountPurposes: PURPOSES,
    },
  },
  'GET /api/v1/companies/1/ledger/accounts': {
    body: [
      { id: 10, code: '1010', name: 'Operating', type: 'ASSET', control: 'NONE', active: true },
      { id: 19, code: '1090', name: 'Old cash', type: 'ASSET', control: 'NONE', active: true },
      { id: 28, code: '1280', name: 'Bank errors', type: 'ASSET', control: 'NONE', active: true },
      { id: 68, code: '6810', name: 'Charges', type: 'EXPENSE', control: 'NONE', active: true },
    ],
  },
  'GET /api/v1/companies/1/people': {
    body: [
      {
        id: 3,
        name: 'Cleo Clerk',
        login: 'cleo',
        bankAccountIds: [9],
        siteIds: [],
        lastDays: {},
        roles: ['PREPARER'],
      },
      {
        id: 4,
        name: 'Iris',
        login: 'iris',
        bankAccountIds: [],
        siteIds: [],
        lastDays: {},
        roles: ['PREPARER'],
      },
    ],
  },
  'POST /api/v1/companies/1/bank-accounts?preview=true': {
    body: {
      ledgerBalance: '250.00',
      bankBalance: '250.00',
      booked: { entries: [], leaves: [], warnings: [], count: 0 },
    },
  },
  'POST /api/v1/companies/1/bank-accounts': { status: 201, body: { id: 8 } },
  'PUT /api/v1/companies/1/bank-accounts/7/settings': {},
};

async function type(fields: Record<string, string>) {
  for (const [label, value] of Object.entries(fields)) {
    await fill(await screen.findByLabelText(label), value);
  }
}

describe('BankAccountsPart', () => {
  it('sends everything of a new account in one step', async () => {
    const sent = answering(HERE);
    renderHere(<BankAccountsPart />, ['ADMINISTRATOR']);
    await type({ Name: 'Harbour', Bank: 'Northbank', Number: '0099' });
    await type({ 'Ledger account, where there is one already': '1090' });
    await person.click(screen.getByText('Branch, limits, checks, ledger accounts and access'));
    await screen.findByRole('option', { name: 'Harbour Street' });
    await type({
      'Most out in one day, USD': '1500',
      'Currencies of transfers': 'eur, GBP',
      'Branch of Northbank': '5',
      'Bank errors to be put right': '1280',
    });
    await person.click(await screen.findByLabelText('Cleo Clerk'));
    expect(screen.queryByLabelText('Iris')).toBeNull();
    await type({ 'Last day of Cleo Clerk': '31 dec' });
    await person.click(screen.getByRole('button', { name: 'Add this account' }));

    await screen.findByText('Added; it can be used at once.');
    expect(sent.find((s) => s.method === 'POST' && !s.path.includes('preview'))?.body).toMatchObject({
      name: 'Harbour',
      cashAccountId: 19,
      settings: {
        name: 'Harbour',
        branchId: 5,
        mostOutInADay: '1500',
        currencies: ['eur', 'GBP'],
        purposes: { CHARGES: 68, BANK_ERRORS: 28 },
        access: [{ personId: 3, lastDay: '2026-12-31' }],
      },
    });
  });

  it('leaves access as it is where nothing of it was changed', async () => {
    const sent = answering(HERE);
    renderHere(<BankAccountsPart />, ['ADMINISTRATOR']);
    await person.click(await screen.findByRole('button', { name: 'Change' }));
    await screen.findByLabelText('Cleo Clerk');
    await type({ 'Most out in one day, USD': '900' });
    await person.click(screen.getByRole('button', { name: 'Keep these settings' }));
    await waitFor(() => expect(sent.some((s) => s.method === 'PUT')).toBe(true));
    const body = sent.find((s) => s.method === 'PUT')?.body as Record<string, unknown>;
    expect(body).toMatchObject({ mostOutInADay: '900', currencies: ['EUR'], purposes: { CHARGES: 68 } });
    expect('access' in body).toBe(false);
  });
});
