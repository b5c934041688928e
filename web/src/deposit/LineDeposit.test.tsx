import { cleanup, screen } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { person } from '../shared/person';
import { answering, renderHere } from '../shared/testing';
import { LineDeposit } from './LineDeposit';

const RECEIPT = { id: 5, number: '4417', payer: 'Pell Charter', amount: '847.13' };

function line(found: object, change = true) {
  const sent = answering({
    'GET /api/v1/companies/1/deposit-slips/for-line*': { body: found },
    'POST /api/v1/companies/1/deposit-slips/for-line': { body: { slipId: 9, booked: { entries: [] } } },
  });
  renderHere(<LineDeposit line={31} entries={[8]} change={change} />);
  return sent;
}

describe('a credit without a slip', () => {
  afterEach(cleanup);

  it('offers the receipts that come to it, and makes a slip of just these', async () => {
    const sent = line({
      receipts: [RECEIPT, { ...RECEIPT, id: 6, number: '4418' }],
      several: true,
      others: [],
    });
    expect(await screen.findByText('Receipts in hand come to it: 2')).toBeTruthy();
    expect(screen.getByText('(others come to it too)')).toBeTruthy();
    await person.click(screen.getByText('Show them'));
    expect(screen.getByText(/4418/)).toBeTruthy();
    await person.click(screen.getByText('Make a slip of them'));
    expect(sent.find((s) => s.method === 'POST')?.body).toEqual({ line: 31, receipts: [5, 6] });
  });

  it('leads from a slip at another amount to its count', async () => {
    line({ receipts: [], several: false, others: [{ slipId: 9, number: 'D-190', apart: '-36.00' }] });
    expect(await screen.findByText(/Slip D-190 was credited with 36.00 less than is on it/)).toBeTruthy();
    expect(screen.getByText('Look at its count and its checks').getAttribute('href')).toBe('/slips/9');
  });

  it('offers nothing to do to whoever only looks', async () => {
    line({ receipts: [RECEIPT], several: false, others: [] }, false);
    await screen.findByText('Receipts in hand come to it: 1');
    expect(screen.queryByText('Make a slip of them')).toBeNull();
  });
});
