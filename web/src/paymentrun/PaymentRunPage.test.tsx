import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { Route, Routes } from 'react-router';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { fill, person } from '../shared/person';
import { answering, problem, renderHere } from '../shared/testing';
import type { PayeeRow, PaymentRun } from './api';
import PaymentRunPage from './PaymentRunPage';
import PaymentRunsPage from './PaymentRunsPage';

const BASE = '/api/v1/companies/1/payment-runs';

const row = (partyId: number, party: string, amount: string, part: Partial<PayeeRow> = {}): PayeeRow => ({
  partyId,
  party,
  employee: false,
  standing: 'READY',
  items: [
    {
      itemId: partyId * 10,
      title: `Invoice B-${partyId}`,
      credit: false,
      dueDate: '2026-07-28',
      late: -26,
      open: amount,
      settled: amount,
      discount: '0.00',
      early: false,
      inPart: false,
    },
  ],
  means: 'FILE',
  mayByFile: true,
  mayByCheck: true,
  to: {
    account: '•••• 2222',
    holder: party,
    since: '2026-06-30',
    approvedBy: 'Torvald Bex',
    firstTime: false,
    changing: false,
  },
  amount,
  discount: '0.00',
  changed: false,
  reason: '',
  problems: [],
  ...part,
});

const RUN: PaymentRun = {
  id: 7,
  version: 3,
  number: 'PR-7',
  title: 'Payment run PR-7',
  bankAccountId: 1,
  account: 'Operating',
  dueUpTo: '2026-07-08',
  payOn: '2026-07-02',
  leastRate: 10,
  note: '',
  state: 'OPEN',
  sums: {
    payees: 1,
    items: 1,
    amount: '980.00',
    discount: '20.00',
    byMeans: [{ means: 'FILE', count: 1, amount: '980.00' }],
    undecided: 2,
    undecidedAmount: '1368.00',
    ready: 2,
    cannot: 1,
    skipped: 0,
  },
  rows: [
    row(1, 'Alder Ropes', '980.00', { standing: 'PAY' }),
    row(2, 'Bittern Fuel', '1118.00', {
      items: [
        {
          itemId: 20,
          title: 'Invoice B-2',
          credit: false,
          dueDate: '2026-07-28',
          late: -26,
          open: '1140.82',
          settled: '1140.82',
          discount: '22.82',
          rate: 28.6,
          discountUntil: '2026-07-08',
          early: true,
          inPart: false,
        },
      ],
    }),
    row(3, 'Cormorant Sails', '250.00'),
    row(4, 'Dunlin Print', '75.00', { standing: 'CANNOT', problems: ['Too much at once.'] }),
  ],
  nothingDue: { count: 6, names: ['Eider Timber', 'Fulmar Glass'] },
  firstCheck: '',
  file: {
    written: false,
    name: '',
    format: 'NACHA',
    batches: [{ kind: 'CCD 220', date: '2026-07-02', entries: 1, debits: '0.00', credits: '980.00' }],
    hash: '0001100001',
    debits: '0.00',
    credits: '980.00',
    sha256: '',
    changed: [],
    problems: [],
    history: [],
  },
  oneSum: false,
  madeBy: 'Maren Oduya',
  handedOverBy: '',
  releasedBy: '',
  declinedFor: '',
  dayProblems: [],
};

function page(answers: Parameters<typeof answering>[0], roles?: Parameters<typeof renderHere>[1]) {
  const sent = answering({ [`GET ${BASE}/7`]: { body: RUN }, ...answers });
  renderHere(
    <Routes>
      <Route path="/payment-runs" element={<PaymentRunsPage />} />
      <Route path="/payment-runs/:id" element={<PaymentRunPage />} />
    </Routes>,
    roles,
    '/payment-runs/7',
  );
  return sent;
}

const here = () => document.querySelector('tr.here')?.textContent ?? '';

beforeEach(() => sessionStorage.clear());
afterEach(cleanup);

describe('an open payment run', () => {
  it('says what paying early earns, and Enter pays what is shown', async () => {
    const sent = page({
      [`POST ${BASE}/7/payees/2/payment`]: { body: { ...RUN.rows[1], standing: 'PAY' } },
    });
    await waitFor(() => expect(here()).toContain('Bittern Fuel'));
    expect(here()).toContain('less 22.82 discount, 28.6 % a year');
    fireEvent.keyDown(document.body, { key: 'Enter' });
    await waitFor(() => expect(here()).toContain('Cormorant Sails'));
    expect(sent.find((s) => s.method === 'POST')?.body).toEqual({ expected: '1118.00' });
  });

  it('pays by check where a person says so', async () => {
    const sent = page({
      [`POST ${BASE}/7/payees/2/payment`]: { body: { ...RUN.rows[1], standing: 'PAY', means: 'CHECK' } },
    });
    await waitFor(() => expect(here()).toContain('Bittern Fuel'));
    fireEvent.keyDown(document.body, { key: 'k' });
    await waitFor(() => expect(sent.filter((s) => s.method === 'POST')).toHaveLength(1));
    expect(sent.find((s) => s.method === 'POST')?.body).toEqual({ expected: '1118.00', byCheck: true });
  });

  it('changes what is paid, and keeps what is typed where it is refused', async () => {
    const sent = page({
      [`POST ${BASE}/7/payees/2/payment`]: {
        status: 422,
        body: problem('due.more', 'More than is open.'),
      },
    });
    await waitFor(() => expect(here()).toContain('Bittern Fuel'));
    fireEvent.keyDown(document.body, { key: 'e' });
    await fill(screen.getByLabelText(/Invoice B-2/), '2000.00');
    await person.click(screen.getByRole('button', { name: /Pay this/ }));
    await screen.findByText('More than is open.');
    expect(screen.getByLabelText(/Invoice B-2/)).toHaveProperty('value', '2000.00');
    expect(sent.find((s) => s.method === 'POST')?.body).toEqual({
      items: [{ itemId: 20, amount: '2000.00' }],
    });
  });

  it('is handed over only once everybody is decided', async () => {
    page({});
    const button = await screen.findByRole('button', { name: 'Hand it over for release' });
    expect(button).toHaveProperty('disabled', true);
    expect(screen.getByText('2 are still to be decided.')).toBeDefined();
  });

  it('is only looked at by those who only look', async () => {
    page({}, ['VIEWER']);
    await screen.findByText('Alder Ropes');
    expect(screen.queryByRole('button', { name: /Pay/ })).toBeNull();
    expect(screen.queryByRole('button', { name: /Hand it over/ })).toBeNull();
  });
});

describe('a payment run that was handed over', () => {
  const decided = {
    ...RUN,
    state: 'WAITS' as const,
    sums: { ...RUN.sums, undecided: 0, ready: 0 },
    rows: [
      row(1, 'Alder Ropes', '980.00', {
        standing: 'PAY',
        to: {
          account: '•••• 2222',
          holder: 'Alder Ropes',
          since: '2026-06-30',
          approvedBy: 'Torvald Bex',
          firstTime: true,
          changing: true,
        },
      }),
    ],
    handedOverBy: 'Maren Oduya',
    handedOverAt: '2026-07-02T10:00:00Z',
  };

  it('shows a second person which accounts are new, and is fetched back once', async () => {
    const sent = page({
      [`GET ${BASE}/7`]: { body: decided },
      'GET /api/v1/companies/1/approvals/of/PAYMENT_RUN/7': { body: [] },
      [`POST ${BASE}/7/fetching-back`]: { body: RUN },
    });
    await screen.findByText(/first payment to this account, approved by Torvald Bex/);
    expect(screen.getByText('another account waits for a second person')).toBeDefined();
    await person.dblClick(screen.getByRole('button', { name: 'Fetch it back' }));
    await waitFor(() => expect(sent.filter((s) => s.path.endsWith('/fetching-back'))).toHaveLength(1));
  });
});

describe('the register of payment runs', () => {
  it('begins a run, and keeps what is typed where it is refused', async () => {
    const sent = answering({
      [`GET ${BASE}`]: { body: [] },
      [`GET ${BASE}/starts`]: {
        body: [
          {
            bankAccountId: 3,
            account: 'Operating',
            dueUpTo: '2026-07-09',
            payOn: '2026-07-03',
            leastRate: 10,
            file: true,
          },
        ],
      },
      [`POST ${BASE}`]: { status: 422, body: problem('run.holiday', 'No bank works on 4 July.') },
    });
    renderHere(<PaymentRunsPage />);
    await person.click(await screen.findByRole('button', { name: /Begin a run/ }));
    const rate = screen.getByLabelText('Discounts that earn at least');
    await fill(rate, 'ten');
    expect(screen.getByRole('button', { name: 'Begin the run' })).toHaveProperty('disabled', true);
    await fill(rate, '12.5');
    await person.click(screen.getByRole('button', { name: 'Begin the run' }));
    await screen.findByText('No bank works on 4 July.');
    expect(screen.getByLabelText('Discounts that earn at least')).toHaveProperty('value', '12.5');
    expect(sent.find((s) => s.method === 'POST')?.body).toEqual({
      bankAccountId: 3,
      head: { dueUpTo: '2026-07-09', payOn: '2026-07-03', leastRate: 12.5, note: '' },
    });
  });
});
