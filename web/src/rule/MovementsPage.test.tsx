import { cleanup, screen, within } from '@testing-library/react';
import { Route, Routes } from 'react-router';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { person } from '../shared/person';
import { answering, renderHere } from '../shared/testing';
import MovementsPage from './MovementsPage';
import RulesPage from './RulesPage';

const BASE = '/api/v1/companies/1';
const row = (code: string, notProvided: number, proposal?: object) => ({
  code,
  words: '',
  in: false,
  meaning: 'Bank fee',
  count: 3,
  amount: '138.00',
  matched: 0,
  byRule: 0,
  byHand: 1,
  declared: 0,
  proposed: 0,
  open: 2,
  notProvided,
  notProvidedAmount: '30.50',
  rules: [],
  bookedAs: [{ kind: 'ACCOUNT', count: 1 }],
  example: 'ACCOUNT MAINTENANCE FEE',
  latest: '2026-06-30',
  proposal,
});
const ANSWERS = {
  [`GET ${BASE}/bank-accounts`]: { body: [{ id: 3, name: 'Operating', currency: 'USD', active: true }] },
  [`GET ${BASE}/bank-accounts/3/movements`]: {
    body: {
      from: '2025-07-03',
      to: '2026-07-02',
      more: false,
      rows: [
        row('FEE', 2, { kind: 'ACCOUNT', details: { account: '6810' }, party: 'Northbank', text: '' }),
        row('CHRG', 0),
      ],
    },
  },
};

beforeEach(() => sessionStorage.clear());
afterEach(cleanup);

describe('kinds of movement', () => {
  it('lead from what is not provided for to a rule, as it was booked the last time', async () => {
    answering({
      ...ANSWERS,
      [`GET ${BASE}/rules`]: { body: [] },
      [`GET ${BASE}/ledger/accounts`]: { body: [] },
      [`GET ${BASE}/set-up`]: { body: {} },
      [`POST ${BASE}/rules/trial`]: { body: { fitting: 0, fresh: 0, asDecided: 0, against: 0, lines: [] } },
    });
    renderHere(
      <Routes>
        <Route path="/movements" element={<MovementsPage />} />
        <Route path="/rules" element={<RulesPage />} />
      </Routes>,
      ['PREPARER'],
      '/movements',
    );
    const fee = (await screen.findByText('Bank fee, FEE')).closest('tr') as HTMLElement;
    expect(within(fee).getByText('2 of 30.50')).toBeTruthy();
    expect(within(fee).getByText(/1 booked by hand; 2 still open \(any ledger account 1\)/)).toBeTruthy();
    const provided = screen.getByText('Bank fee, CHRG').closest('tr') as HTMLElement;
    expect(within(provided).queryByText('Make a rule')).toBeNull();
    await person.click(within(fee).getByText('Make a rule'));
    expect(((await screen.findByLabelText(/The bank.s code/)) as HTMLInputElement).value).toBe('FEE');
    expect((screen.getByLabelText('Money') as HTMLSelectElement).value).toBe('OUT');
    expect((screen.getByLabelText('As') as HTMLSelectElement).value).toBe('ACCOUNT');
    expect((screen.getByLabelText('Payer or payee on the entry') as HTMLInputElement).value).toBe(
      'Northbank',
    );
    await person.click(screen.getByText('Leave it'));
    expect(await screen.findByText('Bank fee, FEE')).toBeTruthy();
  });

  it('offer no rule to whoever may only look', async () => {
    answering(ANSWERS);
    renderHere(<MovementsPage />, ['VIEWER']);
    await screen.findByText('Bank fee, FEE');
    expect(screen.queryByText('Make a rule')).toBeNull();
  });
});
