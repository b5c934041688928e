import { cleanup, screen, waitFor } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { person } from '../shared/person';
import { answering, renderHere } from '../shared/testing';
import { MoneyInPart } from './MoneyInPart';

const KEPT = {
  version: 3,
  hidesAmounts: false,
  cashLimits: [{ siteId: 5, amount: '1500.00' }],
  tenders: [
    { kind: 'CHECK', name: '', active: true, account: '', bySite: [], bankAccounts: [] },
    { kind: 'CHECK', name: 'Voucher', active: true, account: '1255', bySite: [], bankAccounts: [2] },
  ],
};

function part(put: object = {}) {
  const sent = answering({
    'GET /api/v1/companies/1/set-up/money-in': { body: KEPT },
    'PUT /api/v1/companies/1/set-up/money-in': put,
    'GET /api/v1/companies/1/set-up': { body: { sites: [{ id: 5, name: 'Dock', active: true }] } },
    'GET /api/v1/companies/1/ledger/accounts': { body: [] },
    'GET /api/v1/companies/1/bank-accounts': {
      body: [
        { id: 2, name: 'Operating', active: true, currency: 'USD' },
        { id: 3, name: 'Payroll', active: true, currency: 'USD' },
      ],
    },
    'GET /api/v1/companies/1/card-processors': { body: [] },
  });
  renderHere(<MoneyInPart />, ['ADMINISTRATOR']);
  return sent;
}

describe('how money is received', () => {
  afterEach(cleanup);

  it('is kept whole, on the version that was seen', async () => {
    const sent = part();
    await person.click(await screen.findByText('Add a tender'));
    await person.type(screen.getByLabelText('Name of tender 3'), 'Gift card');
    await person.selectOptions(screen.getByLabelText('Kind of tender 3'), 'CARD');
    await person.click(screen.getByLabelText('Hide amounts from whoever only counts, until the count is in'));
    const limit = screen.getByLabelText('Most cash of Dock');
    await person.clear(limit);
    await person.type(limit, '900');
    const payroll = screen.getAllByLabelText('Payroll');
    await person.click(payroll[1] as HTMLElement);
    await person.click(screen.getByText('Keep'));
    await waitFor(() => expect(sent.some((s) => s.method === 'PUT')).toBe(true));
    expect(sent.find((s) => s.method === 'PUT')?.body).toEqual({
      version: 3,
      hidesAmounts: true,
      cashLimits: [{ siteId: 5, amount: '900' }],
      tenders: [
        KEPT.tenders[0],
        { ...KEPT.tenders[1], bankAccounts: [2, 3] },
        { kind: 'CARD', name: 'Gift card', active: true, account: '', bySite: [], bankAccounts: [] },
      ],
    });
  });

  it('keeps what was typed when somebody else has changed it meanwhile', async () => {
    part({
      status: 422,
      body: {
        code: 'tender.changed',
        problems: [
          {
            code: 'tender.changed',
            where: '',
            found: 'how money is received was changed meanwhile',
            expected: 'the settings as they are now',
            remedy: 'Open the set-up anew.',
            message: 'Open the set-up anew.',
            values: {},
          },
        ],
      },
    });
    const limit = await screen.findByLabelText<HTMLInputElement>('Most cash of Dock');
    await person.clear(limit);
    await person.type(limit, '77');
    await person.click(screen.getByText('Keep'));
    await screen.findByText('Not kept');
    expect(limit.value).toBe('77');
  });
});
