import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { Route, Routes } from 'react-router';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { person } from '../shared/person';
import { answering, problem, renderHere } from '../shared/testing';
import type { SlipView } from './api';
import SlipPage from './SlipPage';

const BASE = '/api/v1/companies/1';
const receipt = (id: number, number: string, amount: string, slipId?: number) => ({
  id,
  entryId: id,
  tender: 'CHECK' as const,
  tenderName: '',
  payer: `Payer ${id}`,
  number,
  whatFor: '',
  receivedOn: '2026-07-01',
  paperDate: '2026-07-01',
  days: 1,
  amount,
  state: slipId ? ('ON_SLIP' as const) : ('IN_HAND' as const),
  ...(slipId && { slipId }),
});

const SLIP: SlipView = {
  slip: {
    id: 7,
    number: 'D-7',
    bankAccountId: 1,
    account: 'Operating',
    paperDate: '2026-07-02',
    state: 'OPEN',
    receipts: 1,
    total: '126.40',
    madeBy: 'Maren Oduya',
    madeAt: '2026-07-02T12:00:00Z',
    version: 4,
  },
  bagNumber: '',
  note: '',
  receipts: [receipt(1, '1147', '126.40', 7)],
  total: '126.40',
  counts: true,
  pieces: [{ value: '20.00', count: 0, amount: '0.00' }],
  cameBack: [],
  charges: [],
  keptBack: [],
  oneTotal: false,
};

const swapped: SlipView = {
  ...SLIP,
  slip: { ...SLIP.slip, version: 5 },
  count: {
    checks: ['162.40'],
    found: [0],
    leftovers: [
      {
        keyed: 0,
        explanations: [
          { kind: 'DIGITS_SWAPPED', receiptId: 1, amount: '126.40', words: 'Two digits are swapped.' },
        ],
      },
    ],
    checksTotal: '162.40',
    cashTotal: '0.00',
    total: '162.40',
    apart: '36.00',
    checksApart: '36.00',
    cashApart: '0.00',
    agrees: false,
  },
};

function page(count: { status?: number; body?: unknown }, roles?: Parameters<typeof renderHere>[1]) {
  const sent = answering({
    [`GET ${BASE}/deposit-slips/7`]: { body: SLIP },
    [`POST ${BASE}/deposit-slips/7/count`]: count,
    [`POST ${BASE}/deposit-slips/7/receipts`]: { body: SLIP },
    [`GET ${BASE}/receipts-in-hand*`]: {
      body: { receipts: [receipt(2, '5582', '500.00')], groups: [], count: 2, total: '626.40', more: false },
    },
    [`GET ${BASE}/set-up`]: { body: { sites: [], costCentres: [], taxCodes: [] } },
    [`GET ${BASE}/ledger/accounts`]: { body: [] },
  });
  renderHere(
    <Routes>
      <Route path="/slips/:id" element={<SlipPage />} />
    </Routes>,
    roles,
    '/slips/7',
  );
  return sent;
}

const counts = (sent: ReturnType<typeof answering>) => sent.filter((s) => s.path.endsWith('/count'));
const field = () => screen.findByLabelText('Amount of the next check');

beforeEach(() => sessionStorage.clear());
afterEach(cleanup);

describe('an open slip', () => {
  it('takes digits into the count wherever one is, on the slip as it was seen', async () => {
    const sent = page({ body: swapped });
    const next = await field();
    fireEvent.keyDown(document.body, { key: '1' });
    expect(document.activeElement).toBe(next);
    await person.type(next, '162.40{Enter}');
    await screen.findByText('36.00 apart');
    expect(counts(sent).at(-1)?.body).toEqual({ version: 4, checks: ['162.40'], pieces: {} });
    expect(next).toHaveProperty('value', '');
    await person.click(screen.getByRole('button', { name: 'I miskeyed it' }));
    await waitFor(() =>
      expect(counts(sent).at(-1)?.body).toEqual({ version: 5, checks: ['126.40'], pieces: {} }),
    );
  });

  it('keeps an amount that is refused in its field, and says why', async () => {
    page({ status: 422, body: problem('amount.unreadable', 'No amount is written like that.') });
    const next = await field();
    await person.type(next, '1,2.0{Enter}');
    await screen.findByText('No amount is written like that.');
    await waitFor(() => expect(next).toHaveProperty('value', '1,2.0'));
  });

  it('makes a step once more on what somebody else left', async () => {
    const sent = page({ status: 409, body: problem('slip.changed', 'Somebody changed it.') });
    await person.type(await field(), '5.00{Enter}');
    await waitFor(() => expect(counts(sent)).toHaveLength(2));
    await screen.findByText('Somebody changed it.');
  });

  it('puts on and takes off at x, and moves at j', async () => {
    const sent = page({ body: swapped });
    await screen.findByText('5582');
    fireEvent.keyDown(document.body, { key: 'x' });
    await waitFor(() => expect(sent.at(-1)?.path ?? '').not.toBe(''));
    await waitFor(() =>
      expect(sent.filter((s) => s.path.endsWith('/receipts')).at(-1)?.body).toEqual({ put: [], take: [1] }),
    );
    fireEvent.keyDown(document.body, { key: 'j' });
    fireEvent.keyDown(document.body, { key: 'x' });
    await waitFor(() =>
      expect(sent.filter((s) => s.path.endsWith('/receipts')).at(-1)?.body).toEqual({ put: [2], take: [] }),
    );
  });

  it('is only looked at by whoever may not book', async () => {
    page({ body: swapped }, ['VIEWER']);
    await screen.findByText('5582');
    expect(screen.queryByLabelText('Amount of the next check')).toBeNull();
    expect(screen.queryByRole('button', { name: 'Bank this slip' })).toBeNull();
  });
});
