import { cleanup, screen, waitFor, within } from '@testing-library/react';
import { Route, Routes } from 'react-router';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { fill, person } from '../shared/person';
import { answering, problem, renderHere } from '../shared/testing';
import { LineReturned } from './LineReturned';
import NewReturnedPage from './NewReturnedPage';
import { ReturnedOf } from './ReturnedOf';
import ReturnedItemPage from './ReturnedItemPage';
import ReturnedListPage from './ReturnedListPage';

const BASE = '/api/v1/companies/1';
const PELL = {
  key: 71,
  receiptId: 5,
  number: '4471',
  payer: 'Pell Charter',
  partyId: 9,
  slip: 'D-180',
  bankedOn: '2026-06-08',
  account: 'Operating',
  amount: '640.00',
  times: 1,
  charged: true,
};
const REDFERN = {
  ...PELL,
  key: 72,
  receiptId: 6,
  number: '8820',
  payer: 'Redfern Yachts',
  times: 0,
  charged: false,
};
const PROPOSAL = {
  likely: true,
  fee: false,
  accountId: 3,
  account: 'Operating',
  currency: 'USD',
  date: '2026-06-12',
  text: 'RETURNED CHECK 4471 NSF',
  amount: '-640.00',
  reason: 'NOT_SUFFICIENT',
  explanations: [
    { originals: [PELL], fee: '', evidence: ['check number 4471', 'the amount to the cent'] },
    { originals: [REDFERN], fee: '', evidence: ['the amount to the cent'] },
  ],
  clear: true,
  beside: {
    lineId: 32,
    date: '2026-06-12',
    text: 'RETURNED ITEM FEE',
    amount: '12.00',
    items: 1,
    several: false,
  },
  ourFee: '25.00',
};
const TERMS = {
  version: 1,
  bankFee: '12.00',
  ourFee: '25.00',
  ourFeeTax: '',
  writeOffAccount: '6010',
  checkDays: 60,
  cardDays: 120,
};
const BOOKED = { preview: true, count: 1, entries: [], leaves: [], warnings: [] };
const answers = (proposal: object = PROPOSAL) => ({
  [`GET ${BASE}/returned-items/for-line*`]: { body: proposal },
  [`GET ${BASE}/set-up/returned-items`]: { body: TERMS },
  [`GET ${BASE}/returned-items/reasons`]: {
    body: [
      { code: 'NOT_SUFFICIENT', scheme: 'CHECK', words: 'not sufficient funds', mayBePresentedAgain: true },
    ],
  },
  [`GET ${BASE}/returned-items/originals*`]: { body: [REDFERN] },
  [`POST ${BASE}/returned-items?preview=true`]: { body: { itemIds: [], booked: BOOKED } },
  [`POST ${BASE}/returned-items`]: { body: { itemIds: [44], booked: { ...BOOKED, preview: false } } },
});
const field = (label: string) => screen.getByLabelText(label) as HTMLInputElement;

beforeEach(() => sessionStorage.clear());
afterEach(cleanup);

describe('something that came back', () => {
  it('begins at its line with what is likely chosen, its fee and ours, and books all in one step', async () => {
    const sent = answering(answers());
    renderHere(<NewReturnedPage />, ['PREPARER'], '/returned-items/new?line=31');
    await screen.findByText(/RETURNED CHECK 4471 NSF/);
    expect(field('Bank’s fee').value).toBe('12.00');
    expect(field('Our fee').value).toBe('25.00');
    expect(field('Reason').value).toBe('NOT_SUFFICIENT');
    expect(screen.getByText('1 of Pell Charter came back in the year before.')).toBeTruthy();
    await person.click(screen.getByRole('button', { name: /^Book and match/ }));
    await waitFor(() =>
      expect(sent.find((s) => s.method === 'POST' && !s.path.includes('preview'))?.body).toEqual({
        lineId: 31,
        originals: [{ receiptId: 5 }],
        bankFee: '12.00',
        feeLineId: 32,
        ourFee: '25.00',
        reason: 'NOT_SUFFICIENT',
        reasonText: '',
        note: '',
      }),
    );
  });

  it('chooses nobody where none stands out, and charges nobody who is not charged', async () => {
    const sent = answering(answers({ ...PROPOSAL, clear: false, beside: undefined }));
    renderHere(<NewReturnedPage />, ['PREPARER'], '/returned-items/new?line=31');
    await screen.findByText('None stands out enough to be chosen for you.');
    expect(screen.getByRole('button', { name: /^Book and match/ })).toHaveProperty('disabled', true);
    await person.click(screen.getByRole('radio', { name: /Redfern/ }));
    expect(field('Our fee').value).toBe('');
    expect(screen.getByText('Redfern Yachts is not charged')).toBeTruthy();
    await waitFor(() =>
      expect(sent.at(-1)?.body).toMatchObject({ originals: [{ receiptId: 6 }], ourFee: '' }),
    );
  });

  it('keeps what was typed when it is refused, and finds another by typing', async () => {
    answering({
      ...answers(),
      [`POST ${BASE}/returned-items`]: {
        status: 422,
        body: problem('returned.sum', 'It does not come to the line.'),
      },
    });
    renderHere(<NewReturnedPage />, ['PREPARER'], '/returned-items/new?line=31');
    await screen.findByText(/RETURNED CHECK 4471 NSF/);
    await fill(field('Another that came back in it too'), 'redf');
    await person.click(await screen.findByRole('button', { name: 'This one' }));
    expect(within(screen.getByRole('table', { name: 'What came back' })).getByText('8820')).toBeTruthy();
    await fill(field('Note'), 'both at once');
    await person.click(screen.getByRole('button', { name: /^Book and match/ }));
    await screen.findByText('It does not come to the line.');
    expect(field('Note').value).toBe('both at once');
    await person.click(screen.getAllByRole('button', { name: 'Leave out' }).at(-1) as HTMLElement);
    expect(screen.queryByText('8820')).toBeNull();
  });

  it('is offered at a line that looks like it, and not at one of a fee', async () => {
    answering(answers());
    renderHere(<LineReturned line={31} change />);
    expect((await screen.findByText('It came back …')).getAttribute('href')).toBe(
      '/returned-items/new?line=31',
    );
    expect(screen.getByText(/with its fee beside it: RETURNED ITEM FEE, 12.00/)).toBeTruthy();
    cleanup();
    const sent = answering(answers({ ...PROPOSAL, likely: false, fee: true }));
    renderHere(<LineReturned line={32} change />);
    await waitFor(() => expect(sent.length).toBe(1));
    expect(screen.queryByText('It came back …')).toBeNull();
  });
});

const ROW = {
  id: 44,
  returnedOn: '2026-06-12',
  days: 20,
  number: '4471',
  payer: 'Pell Charter',
  partyId: 9,
  account: 'Operating',
  currency: 'USD',
  amount: '640.00',
  bankFee: '12.00',
  ourFee: '25.00',
  reason: 'NOT_SUFFICIENT',
  reasonWords: 'not sufficient funds',
  note: '',
  state: 'OPEN',
  owed: '665.00',
  times: 2,
  waitsForSecond: false,
  atBank: false,
};
const DETAIL = {
  row: ROW,
  reasonText: '',
  receiptId: 5,
  mayBePresentedAgain: true,
  parts: [
    { itemId: 1, title: 'Invoice Q-1', settled: '640.00', owed: '640.00' },
    { itemId: 2, title: 'Fee for returned 4471', settled: '25.00', owed: '25.00' },
  ],
  steps: [{ day: '2026-06-12', text: 'Returned 4471 of Pell Charter', path: '/ledger/entries/8' }],
  together: [],
  madeBy: 'Maren Oduya',
  madeAt: '2026-07-02T12:00:00Z',
};

function shown(detail: object, roles: Parameters<typeof renderHere>[1] = ['PREPARER'], more = {}) {
  const sent = answering({
    [`GET ${BASE}/returned-items/44`]: { body: detail },
    [`GET ${BASE}/activity*`]: { body: { rows: [], more: false } },
    [`GET ${BASE}/set-up/returned-items`]: { body: TERMS },
    [`GET ${BASE}/ledger/accounts`]: {
      body: [{ code: '6010', name: 'Losses', active: true, control: 'NONE', type: 'EXPENSE' }],
    },
    [`GET ${BASE}/set-up`]: { body: { sites: [], costCentres: [], taxCodes: [] } },
    [`POST ${BASE}/returned-items/44/again?preview=true`]: { body: BOOKED },
    [`POST ${BASE}/returned-items/44/again`]: { body: BOOKED },
    [`POST ${BASE}/returned-items/44/write-off?preview=true`]: { body: BOOKED },
    [`POST ${BASE}/returned-items/44/write-off`]: { body: BOOKED },
    [`POST ${BASE}/returned-items/44/owed`]: {},
    ...more,
  });
  renderHere(
    <Routes>
      <Route path="/returned-items/:id" element={<ReturnedItemPage />} />
    </Routes>,
    roles,
    '/returned-items/44',
  );
  return sent;
}

describe('a returned item', () => {
  it('says what is owed, and offers what may be done in its state', async () => {
    shown(DETAIL);
    await screen.findByText('Invoice Q-1');
    expect(screen.getByText('It is not on a statement yet: its line is matched when it comes.')).toBeTruthy();
    for (const name of [
      'Present again',
      'It is owed',
      'Write off',
      'Print the notice',
      'It did not come back',
    ]) {
      expect(screen.getByRole('button', { name })).toBeTruthy();
    }
    cleanup();
    shown({ ...DETAIL, row: { ...ROW, state: 'AGAIN', owed: '0.00' } });
    await screen.findByRole('button', { name: 'Do not present it again' });
    expect(screen.queryByRole('button', { name: 'Write off' })).toBeNull();
    cleanup();
    shown(DETAIL, ['VIEWER']);
    await screen.findByText('Invoice Q-1');
    expect(screen.queryByRole('button', { name: 'Present again' })).toBeNull();
  });

  it('is presented again on a day after what that books was seen', async () => {
    const sent = shown(DETAIL);
    await person.click(await screen.findByRole('button', { name: 'Present again' }));
    const form = (await screen.findByLabelText('Date')).closest('form') as HTMLElement;
    const go = within(form).getByRole('button', { name: 'Present again' });
    await waitFor(() => expect(go).toHaveProperty('disabled', false));
    await person.click(go);
    await waitFor(() =>
      expect(sent.find((s) => s.path.endsWith('/again') && s.method === 'POST')?.body).toEqual({
        date: '2026-07-02',
      }),
    );
  });

  it('is written off on the account that was set up, once', async () => {
    const sent = shown(DETAIL);
    await person.click(await screen.findByRole('button', { name: 'Write off' }));
    const form = (await screen.findByText('Write off 665.00')).closest('form') as HTMLElement;
    const go = within(form).getByRole('button', { name: 'Write off' });
    await waitFor(() => expect(go).toHaveProperty('disabled', false));
    await person.dblClick(go);
    await waitFor(() =>
      expect(sent.filter((s) => s.path.endsWith('/write-off')).map((s) => s.body)).toEqual([
        { date: '2026-07-02', account: '6010', taxCode: '', text: '' },
      ]),
    );
  });
});

describe('the list of what came back', () => {
  it('shows age, fees and what is owed, all as the server says, and filters by state', async () => {
    const sent = answering({
      [`GET ${BASE}/returned-items*`]: {
        body: {
          items: [ROW],
          payers: [{ payer: 'Pell Charter', partyId: 9, count: 2, owed: '665.00' }],
          owed: '1,234.00'.replace(',', ''),
          more: false,
        },
      },
    });
    renderHere(<ReturnedListPage />);
    await screen.findByText('4471 of Pell Charter');
    expect(screen.getByText('1,234.00')).toBeTruthy();
    expect(screen.getByText('not on a statement yet')).toBeTruthy();
    await person.selectOptions(screen.getByLabelText('State'), 'OWED');
    await waitFor(() => expect(sent.at(-1)?.path).toContain('state=OWED'));
  });

  it('stands at the customer, who can be left uncharged', async () => {
    const sent = answering({
      [`GET ${BASE}/returned-items/of-payer*`]: { body: { times: 2, since: '2025-07-02', charged: true } },
      [`GET ${BASE}/returned-items?*`]: { body: { items: [ROW], payers: [], owed: '665.00', more: false } },
      [`PUT ${BASE}/parties/9/returned-fee`]: {},
    });
    renderHere(<ReturnedOf party={9} />);
    expect(await screen.findByText('665.00 owed')).toBeTruthy();
    expect(await screen.findByText(/2 of theirs came back since/)).toBeTruthy();
    await person.click(screen.getByLabelText('Is charged when something comes back'));
    await waitFor(() => expect(sent.find((s) => s.method === 'PUT')?.body).toEqual({ charged: false }));
  });
});
