import { cleanup, screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { fill, person } from '../shared/person';
import { answering, problem, renderHere } from '../shared/testing';
import OutstandingChecksPage from './OutstandingChecksPage';
import { UnclaimedPart } from './UnclaimedPart';
import UnclaimedPage from './UnclaimedPage';

const BASE = '/api/v1/companies/1';
const check = (key: string, number: string, stage: string, amount: string) => ({
  key,
  paymentId: Number(number),
  bankAccountId: 3,
  account: 'Operating',
  number,
  payee: `Payee ${number}`,
  text: '',
  date: '2026-01-02',
  days: 181,
  stage,
  amount,
  currency: 'USD',
  keptNote: '',
  keptBy: '',
  stopConfirmation: '',
  stoppedBy: '',
});
const LISTS = {
  [`GET ${BASE}/bank-accounts`]: { body: [{ id: 3, name: 'Operating', currency: 'USD', active: true }] },
  [`GET ${BASE}/outstanding-checks?*`]: {
    body: {
      asOf: '2026-07-02',
      checks: [
        check('P1', '101', 'STALE', '10.00'),
        check('P2', '102', 'OLD', '20.00'),
        check('P3', '103', 'FRESH', '30.00'),
      ],
      sums: [
        {
          currency: 'USD',
          count: 3,
          amount: '60.00',
          stages: [{ stage: 'STALE', count: 1, amount: '10.00' }],
        },
      ],
      more: false,
    },
  },
};
const decided = (number: string) => ({
  outcomes: [
    { key: 'P1', number, payee: 'Payee', words: 'void', waits: false, warnings: ['It may be paid.'] },
  ],
  booked: { preview: true, entries: [], count: 0, leaves: [], warnings: [] },
});
const tick = (number: string) => screen.getByLabelText(`Check ${number} of Payee ${number}`);

beforeEach(() => sessionStorage.clear());
afterEach(cleanup);

describe('outstanding checks', () => {
  it('are ticked with shift, and decided on once, after what becomes of them was shown', async () => {
    const sent = answering({
      ...LISTS,
      [`POST ${BASE}/outstanding-checks/decisions?preview=true`]: { body: decided('101') },
      [`POST ${BASE}/outstanding-checks/decisions`]: { body: decided('101') },
    });
    renderHere(<OutstandingChecksPage />);
    await person.click(await screen.findByLabelText('Check 101 of Payee 101'));
    await person.keyboard('{Shift>}');
    await person.click(tick('103'));
    await person.keyboard('{/Shift}');
    expect(screen.getByText('Decide on 3')).toBeTruthy();
    await person.click(tick('102'));
    expect(screen.getByText('Decide on 2')).toBeTruthy();
    const button = () => screen.getByRole('button', { name: /^(Decide|Void)/ }) as HTMLButtonElement;
    expect(button().disabled).toBe(true);
    await person.selectOptions(screen.getByLabelText('What is decided'), 'VOID');
    await fill(screen.getByLabelText('Why'), 'lost in the mail');
    expect(button().disabled).toBe(true);
    await person.selectOptions(screen.getByLabelText('Where the check itself is'), 'NEITHER');
    await screen.findByText('What becomes of them', { selector: 'h2' });
    expect(screen.getByText('It may be paid.')).toBeTruthy();
    await person.dblClick(button());
    const bodies = () =>
      sent.filter((s) => s.method === 'POST' && !s.path.includes('preview')).map((s) => s.body);
    await waitFor(() =>
      expect(bodies()).toEqual([
        {
          fate: 'VOID',
          checks: ['P1', 'P3'],
          date: '2026-07-02',
          paper: 'NEITHER',
          reason: 'lost in the mail',
          confirmation: '',
          fee: '',
        },
      ]),
    );
    await screen.findByText('Done');
    expect(screen.getByText('Decide on checks')).toBeTruthy();
  });

  it('keep what was typed when they are refused, and show whoever only looks no box', async () => {
    answering({
      ...LISTS,
      [`POST ${BASE}/outstanding-checks/decisions?preview=true`]: { body: decided('101') },
      [`POST ${BASE}/outstanding-checks/decisions`]: {
        status: 422,
        body: problem('check.gone', 'It is not outstanding any more.'),
      },
    });
    renderHere(<OutstandingChecksPage />);
    await screen.findByLabelText('Check 101 of Payee 101');
    tick('101').focus();
    await person.keyboard('x');
    await person.selectOptions(screen.getByLabelText('What is decided'), 'STOP');
    await fill(screen.getByLabelText('The bank\u2019s confirmation'), 'SP-1');
    await person.click(screen.getByRole('button', { name: 'The bank stops it (1)' }));
    await screen.findByText('It is not outstanding any more.');
    expect(screen.getByLabelText<HTMLInputElement>('The bank\u2019s confirmation').value).toBe('SP-1');
    cleanup();
    renderHere(<OutstandingChecksPage />, ['VIEWER']);
    await screen.findByText('101');
    expect(screen.queryAllByRole('checkbox').length).toBe(1);
  });
});

const money = (id: number, payee: string) => ({
  id,
  account: 'Operating',
  checkNumber: `10${id}`,
  payee,
  address: '4 Quay Street',
  region: 'ME',
  writtenOn: '2026-01-02',
  movedOn: '2026-07-01',
  amount: '10.00',
  state: 'HELD',
  noticeBy: '2028-10-04',
  dormantOn: '2029-01-02',
  due: false,
  dormant: false,
  entryId: 9,
  outWaits: false,
  madeBy: 'Maren',
});

describe('unclaimed money', () => {
  it('is paid over for several at once, to its payee for one alone', async () => {
    const sent = answering({
      ...LISTS,
      [`GET ${BASE}/unclaimed-money?*`]: {
        body: {
          rows: [money(1, 'Lund'), money(2, 'Orrin')],
          held: '20.00',
          ledger: '25.00',
          apart: '5.00',
          more: false,
        },
      },
      [`POST ${BASE}/unclaimed-money/payments?preview=true`]: {
        body: { waits: false, booked: { preview: true, entries: [], count: 0, leaves: [], warnings: [] } },
      },
      [`POST ${BASE}/unclaimed-money/payments`]: {
        body: {
          paymentId: 7,
          waits: false,
          booked: { preview: false, entries: [], count: 0, leaves: [], warnings: [] },
        },
      },
    });
    renderHere(<UnclaimedPage />);
    await screen.findByText('The ledger owes 25.00, 5.00 more than is held here.');
    await person.click(screen.getByLabelText('Check 101 of Lund'));
    const what = () => screen.getByLabelText('What becomes of it');
    expect(within(what()).queryByText('Pay it to its payee')).toBeTruthy();
    await person.click(screen.getByLabelText('Check 102 of Orrin'));
    expect(within(what()).queryByText('Pay it to its payee')).toBeNull();
    await person.selectOptions(what(), 'STATE');
    await person.selectOptions(await screen.findByLabelText('From'), '3');
    await fill(screen.getByLabelText('Who takes it for the state'), 'State treasury');
    await person.dblClick(screen.getByRole('button', { name: 'Pay it over to the state' }));
    await waitFor(() =>
      expect(
        sent.filter((s) => s.method === 'POST' && !s.path.includes('preview')).map((s) => s.body),
      ).toEqual([
        {
          ids: [1, 2],
          toState: true,
          bankAccountId: 3,
          kind: 'CHECK',
          date: '2026-07-02',
          payee: 'State treasury',
        },
      ]),
    );
  });

  it('has rules that are kept with the version that was seen', async () => {
    const sent = answering({
      [`GET ${BASE}/set-up/unclaimed-money`]: { body: { version: 4, dormantMonths: 36, noticeDays: 90 } },
      [`PUT ${BASE}/set-up/unclaimed-money`]: { body: { version: 5, dormantMonths: 60, noticeDays: 90 } },
    });
    renderHere(<UnclaimedPart />, ['ADMINISTRATOR']);
    await fill(await screen.findByLabelText('Months until it is the state\u2019s'), '60');
    await person.click(screen.getByRole('button', { name: 'Keep it' }));
    await waitFor(() =>
      expect(sent.filter((s) => s.method === 'PUT').map((s) => s.body)).toEqual([
        { version: 4, dormantMonths: 60, noticeDays: 90 },
      ]),
    );
    await screen.findByText('It is kept.');
  });
});
