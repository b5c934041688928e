import { cleanup, screen, waitFor } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { fill, person } from '../shared/person';
import { answering, problem, renderHere } from '../shared/testing';
import { BankDetailsOf } from './BankDetailsOf';

const BASE = '/api/v1/companies/1';
const NOW = {
  id: 5,
  state: 'CURRENT',
  holder: 'Dunmore Timber',
  account: '•••• 2211',
  routing: '021880526',
  savings: false,
  sepa: false,
  confirmed: 'called back',
  askedBy: 'Maren Oduya',
  askedAt: '2026-06-02T08:00:00Z',
  decidedBy: 'Iris Calloway',
  decidedAt: '2026-06-03T08:00:00Z',
  reason: '',
};

beforeEach(() => sessionStorage.clear());
afterEach(cleanup);

describe('bank details', () => {
  it('ask a second person only with how it was made sure, and keep what was typed when refused', async () => {
    const sent = answering({
      [`GET ${BASE}/parties/9/bank-details`]: { body: [] },
      [`POST ${BASE}/parties/9/bank-details`]: {
        status: 422,
        body: problem('routing.unfit', 'Nine digits are expected.'),
      },
    });
    renderHere(<BankDetailsOf party={9} />, ['PREPARER'], '/parties/9');
    await person.click(await screen.findByRole('button', { name: 'Enter bank details …' }));
    const ask = screen.getByRole('button', { name: 'Ask a second person' });
    await fill(screen.getByLabelText('Routing number'), '021880527');
    await fill(screen.getByLabelText('Account number'), '5544332211');
    expect(ask).toHaveProperty('disabled', true);
    await fill(screen.getByLabelText('How it was made sure'), 'called back');
    await person.click(ask);
    await screen.findByText(/Nine digits are expected/);
    expect((screen.getByLabelText('Account number') as HTMLInputElement).value).toBe('5544332211');
    expect(sent.find((s) => s.method === 'POST')?.body).toEqual({
      sepa: false,
      holder: '',
      routing: '021880527',
      accountNumber: '5544332211',
      savings: false,
      bic: '',
      confirmed: 'called back',
    });
  });

  it('are masked until somebody who may asks for the number', async () => {
    answering({
      [`GET ${BASE}/parties/9/bank-details`]: { body: [NOW] },
      [`GET ${BASE}/bank-details/5/number`]: { body: { accountNumber: '5544332211' } },
    });
    renderHere(<BankDetailsOf party={9} />, ['PREPARER'], '/parties/9');
    await screen.findByText(/approved by Iris Calloway/);
    expect(screen.queryByText(/5544332211/)).toBeNull();
    await person.click(screen.getByRole('button', { name: 'the whole number' }));
    await waitFor(() => expect(screen.getByText(/5544332211/)).toBeTruthy());
    cleanup();
    answering({ [`GET ${BASE}/parties/9/bank-details`]: { body: [NOW] } });
    renderHere(<BankDetailsOf party={9} />, [], '/parties/9');
    await screen.findByText(/approved by Iris Calloway/);
    expect(screen.queryByRole('button')).toBeNull();
  });
});
