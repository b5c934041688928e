import { cleanup, screen, waitFor } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { person } from '../shared/person';
import { answering, renderHere } from '../shared/testing';
import ReceiveManyPage from './ReceiveManyPage';

function page(roles: Parameters<typeof renderHere>[1] = ['RECEIVER']) {
  const sent = answering({
    'GET /api/v1/companies/1/receipts-in-hand*': {
      body: {
        receipts: [],
        groups: [],
        count: 0,
        total: '0.00',
        more: false,
        warnings: ['Dock holds 1,851.06 in cash; its limit is 1,500.00'],
      },
    },
    'GET /api/v1/companies/1/set-up/money-in': {
      body: {
        version: 1,
        hidesAmounts: false,
        cashLimits: [],
        tenders: [
          { kind: 'CHECK', name: 'Voucher', active: true, account: '', bySite: [], bankAccounts: [] },
        ],
      },
    },
    'GET /api/v1/companies/1/set-up': { body: { sites: [] } },
    'GET /api/v1/companies/1/ledger/accounts': {
      body: [{ id: 9, code: '4030', name: 'Chandlery sales', type: 'INCOME', active: true, control: 'NONE' }],
    },
    'POST /api/v1/companies/1/receipts?preview=true': {
      body: { received: '41.00', booked: { entries: [] } },
    },
    'POST /api/v1/companies/1/receipts': {
      body: { received: '41.00', booked: { entries: [{ id: 77, reference: 'RC-1', lines: [] }] } },
    },
  });
  renderHere(<ReceiveManyPage />, roles);
  return sent;
}

describe('receiving one after the other', () => {
  afterEach(cleanup);

  it('takes money of anybody in a tender of the company, and goes on to the next', async () => {
    const sent = page();
    expect(await screen.findByText('Dock holds 1,851.06 in cash; its limit is 1,500.00')).toBeTruthy();
    await person.click(screen.getByText('From anybody else'));
    await person.selectOptions(await screen.findByLabelText('Tender'), 'CHECK/Voucher');
    const payer = screen.getByLabelText<HTMLInputElement>('From, by name');
    await person.type(payer, 'Boat owners{Enter}');
    await person.type(screen.getByLabelText(/^Amount/), '41');
    await person.type(screen.getByLabelText('What it is for'), '4030{Enter}');
    await person.click(screen.getByText(/^Receive this/));
    await waitFor(() =>
      expect(sent.some((s) => s.method === 'POST' && s.path.endsWith('/receipts'))).toBe(true),
    );
    const body = sent.find((s) => s.method === 'POST' && s.path.endsWith('/receipts'))?.body;
    expect(body).toMatchObject({
      payer: 'Boat owners',
      amount: '41',
      tender: 'CHECK',
      tenderName: 'Voucher',
      lines: [{ account: '4030', amount: '41' }],
    });
    expect(await screen.findByText('Boat owners')).toBeTruthy();
    expect(screen.getAllByText('Voucher').length).toBeGreaterThan(0);
  });

  it('is not for whoever only looks', async () => {
    page(['VIEWER']);
    expect(await screen.findByText(/look/)).toBeTruthy();
    expect(screen.queryByLabelText(/^Amount/)).toBeNull();
  });
});
