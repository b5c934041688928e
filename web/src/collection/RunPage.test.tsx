import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { Route, Routes } from 'react-router';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { person } from '../shared/person';
import { answering, problem, renderHere } from '../shared/testing';
import type { RunRow, RunView } from './api';
import RunPage from './RunPage';

const BASE = '/api/v1/companies/1/collection-runs';

const row = (partyId: number, party: string, amount: string, part: Partial<RunRow> = {}): RunRow => ({
  partyId,
  party,
  standing: 'READY',
  items: [
    {
      itemId: partyId * 10,
      title: `Invoice Q-${partyId}`,
      credit: false,
      dueDate: '2026-07-05',
      late: 0,
      open: amount,
      settled: amount,
      discount: '0.00',
      inPart: false,
    },
  ],
  mandate: {
    id: partyId,
    reference: `QM-${partyId}`,
    since: '2025-01-02',
    firstTime: false,
    account: '•••• 7312',
    noticeDue: false,
    state: 'active',
  },
  amount,
  changed: false,
  cameBack: false,
  presentedAgain: 0,
  reason: '',
  problems: [],
  ...part,
});

const RUN: RunView = {
  id: 7,
  version: 3,
  number: 'CR-7',
  title: 'Collection run CR-7',
  bankAccountId: 1,
  account: 'Operating',
  dueUpTo: '2026-07-10',
  collectOn: '2026-07-13',
  oneEntry: true,
  note: '',
  state: 'OPEN',
  singly: false,
  sums: {
    customers: 1,
    items: 1,
    amount: '980.00',
    undecided: 2,
    undecidedAmount: '1368.00',
    ready: 2,
    readyAmount: '1368.00',
    others: 1,
  },
  rows: [
    row(1, 'Dipper Sailing', '980.00', { standing: 'COLLECT' }),
    row(2, 'Heronsgate Inn', '1118.00'),
    row(3, 'Moorhen Rentals', '250.00'),
    row(4, 'Shearwater Research', '1725.00', { standing: 'CANNOT', problems: ['Too much at once.'] }),
  ],
  nothingDue: { count: 6, names: ['Curlew and Finch', 'Jackdaw Pilots'] },
  withoutMandate: { count: 0, names: [] },
  noticesDue: 0,
  lines: [{ account: '1275 Collections on the way', party: '', debit: '980.00', credit: '' }],
  moreLines: 0,
  file: {
    written: false,
    name: '',
    format: 'NACHA',
    batches: [{ kind: 'CCD 225', date: '2026-07-13', entries: 1, debits: '980.00', credits: '0.00' }],
    hash: '0006300012',
    debits: '980.00',
    credits: '0.00',
    sha256: '',
    changed: [],
    problems: [],
    history: [],
  },
  cameBack: '0.00',
  onTheWay: '1275 Collections on the way',
  madeBy: 'Maren Oduya',
  releasedBy: '',
  dayProblems: [],
};

function page(answers: Parameters<typeof answering>[0], roles?: Parameters<typeof renderHere>[1]) {
  const sent = answering({ [`GET ${BASE}/7`]: { body: RUN }, ...answers });
  renderHere(
    <Routes>
      <Route path="/collections/:id" element={<RunPage />} />
    </Routes>,
    roles,
    '/collections/7',
  );
  return sent;
}

const here = () => document.querySelector('tr.here')?.textContent ?? '';

beforeEach(() => sessionStorage.clear());
afterEach(cleanup);

describe('an open run', () => {
  it('begins at the first that is to be decided, and Enter collects what is shown', async () => {
    const sent = page({
      [`POST ${BASE}/7/customers/2/collection`]: {
        body: row(2, 'Heronsgate Inn', '1118.00', { standing: 'COLLECT' }),
      },
    });
    await screen.findByRole('heading', { name: 'Collection run CR-7' });
    expect(here()).toContain('Heronsgate Inn');
    fireEvent.keyDown(document.body, { key: 'Enter' });
    await waitFor(() => expect(here()).toContain('Moorhen Rentals'));
    expect(sent.find((s) => s.path.endsWith('/collection'))?.body).toEqual({ expected: '1118.00' });
  });

  it('leaves Enter to what has the focus', async () => {
    const sent = page({});
    const days = await screen.findByRole('button', { name: 'Change the days' });
    days.focus();
    fireEvent.keyDown(days, { key: 'Enter' });
    fireEvent.click(days);
    await screen.findByLabelText('Due up to');
    expect(sent.every((s) => s.method === 'GET')).toBe(true);
  });

  it('keeps what was typed where the server refuses it', async () => {
    const sent = page({
      [`POST ${BASE}/7/customers/2/collection`]: {
        status: 422,
        body: problem('due.more', 'More than is open.'),
      },
    });
    await screen.findByRole('heading', { name: 'Collection run CR-7' });
    fireEvent.keyDown(document.body, { key: 'e' });
    const field = await screen.findByLabelText(/Invoice Q-2/);
    await person.clear(field);
    await person.type(field, '2000.00{Enter}');
    await screen.findByText('More than is open.');
    expect(screen.getByLabelText<HTMLInputElement>(/Invoice Q-2/).value).toBe('2000.00');
    expect(sent.find((s) => s.path.endsWith('/collection'))?.body).toEqual({
      items: [{ itemId: 20, amount: '2000.00' }],
    });
  });

  it('skips with a reason alone, and takes a decision back', async () => {
    const sent = page({
      [`POST ${BASE}/7/customers/2/skipping`]: {
        body: row(2, 'Heronsgate Inn', '1118.00', { standing: 'SKIPPED', reason: 'by check' }),
      },
      [`DELETE ${BASE}/7/customers/1`]: { body: row(1, 'Dipper Sailing', '980.00') },
    });
    await screen.findByRole('heading', { name: 'Collection run CR-7' });
    fireEvent.keyDown(document.body, { key: 's' });
    const why = await screen.findByLabelText('Why is it skipped?');
    await person.type(why, '   {Enter}');
    expect(sent.some((s) => s.path.endsWith('/skipping'))).toBe(false);
    await person.type(why, 'by check{Enter}');
    await waitFor(() =>
      expect(sent.find((s) => s.path.endsWith('/skipping'))?.body).toEqual({ reason: '   by check' }),
    );
    await waitFor(() => expect(here()).toContain('Moorhen Rentals'));
    fireEvent.keyDown(document.body, { key: 'ArrowUp' });
    fireEvent.keyDown(document.body, { key: 'ArrowUp' });
    await waitFor(() => expect(here()).toContain('Dipper Sailing'));
    fireEvent.keyDown(document.body, { key: 'u' });
    await waitFor(() => expect(sent.some((s) => s.method === 'DELETE')).toBe(true));
  });

  it('is not released while somebody is to be decided, and says what cannot', async () => {
    page({});
    await screen.findByText('2 are still to be decided.');
    expect(screen.getByRole('button', { name: 'Release and write the file' }).hasAttribute('disabled')).toBe(
      true,
    );
    expect(screen.getByText('Too much at once.')).toBeTruthy();
    expect(screen.getByText(/Hash 0006300012/)).toBeTruthy();
    expect(screen.getByText('Curlew and Finch, Jackdaw Pilots and 4 more')).toBeTruthy();
  });

  it('only shows itself to whoever may not prepare', async () => {
    page({}, ['VIEWER']);
    await screen.findByRole('heading', { name: 'Collection run CR-7' });
    expect(screen.queryByRole('button', { name: /Collect/ })).toBeNull();
    expect(screen.queryByRole('button', { name: 'Release and write the file' })).toBeNull();
  });
});
