import { cleanup, screen, waitFor } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { fill, person } from '../shared/person';
import { answering, problem, renderHere } from '../shared/testing';
import AnswersPage from './AnswersPage';

const BASE = '/api/v1/companies/1';
const DIPPER = {
  id: 11,
  what: 'RETURNED',
  code: 'R02',
  reason: 'account closed',
  name: 'DIPPER SAILING',
  account: '•••• 8120',
  amount: '980.00',
  currency: 'USD',
  saidOn: '2026-07-02',
  lead: 'BOOK',
  partyId: 4,
  party: 'Dipper Sailing',
  runId: 7,
  run: 'CR-0002',
  mandateId: 5,
  effect: 'SUSPEND',
  fromCredit: true,
  date: '2026-07-02',
  note: '',
};
const FULMAR = { ...DIPPER, id: 12, code: 'R07', party: 'Fulmar Charters', partyId: 6, amount: '2331.84' };
const UNKNOWN = {
  ...DIPPER,
  id: 13,
  lead: 'UNKNOWN',
  party: '',
  partyId: undefined,
  runId: undefined,
  run: '',
  name: 'SOMEBODY',
};
const BOOKED = { preview: true, count: 2, entries: [], leaves: [], warnings: [] };
const answers = (more: object = {}) => ({
  [`GET ${BASE}/bank-answers`]: {
    body: {
      files: [
        {
          id: 3,
          name: 'returns.ach',
          format: 'NACHA',
          messageId: '',
          takenBy: 'Maren Oduya',
          takenAt: '2026-07-02T08:00:00Z',
          answers: 3,
          waiting: 3,
        },
      ],
      waiting: [DIPPER, FULMAR, UNKNOWN],
      count: 3,
    },
  },
  [`POST ${BASE}/bank-answers/booking?preview=true`]: { body: BOOKED },
  [`POST ${BASE}/bank-answers/booking`]: { body: { ...BOOKED, preview: false } },
  [`POST ${BASE}/bank-answers/13/setting-aside`]: { status: 204, body: {} },
  ...more,
});

beforeEach(() => sessionStorage.clear());
afterEach(cleanup);

describe('answers of the bank', () => {
  it('books what is chosen, from the credit or from the account, and leaves the rest', async () => {
    const sent = answering(answers());
    renderHere(<AnswersPage />, ['PREPARER'], '/collections/answers');
    await person.click(await screen.findByLabelText('Book what came back of Fulmar Charters'));
    await person.selectOptions(screen.getByLabelText('Taken from, Dipper Sailing'), 'account');
    await person.click(screen.getByRole('button', { name: 'Book what came back (1)' }));
    await waitFor(() =>
      expect(sent.find((s) => s.path.endsWith('/bank-answers/booking'))?.body).toEqual({
        ourFee: '',
        answers: [{ answerId: 11, fromCredit: false }],
      }),
    );
  });

  it('says what is of nothing from here, and sets it aside for a reason alone', async () => {
    const sent = answering(answers());
    renderHere(<AnswersPage />, ['PREPARER'], '/collections/answers');
    await screen.findByText('of nothing that went out from here');
    await person.click(screen.getByRole('button', { name: 'Set aside' }));
    const why = screen.getByLabelText('Why is nothing done of it?');
    const aside = screen.getAllByRole('button', { name: 'Set aside' }).at(-1);
    expect(aside).toHaveProperty('disabled', true);
    await fill(why, 'of another company');
    if (aside) await person.click(aside);
    await waitFor(() =>
      expect(sent.find((s) => s.path.endsWith('setting-aside'))?.body).toEqual({
        reason: 'of another company',
      }),
    );
  });

  it('keeps what was chosen when it is refused, and offers nothing to whoever only looks', async () => {
    answering(
      answers({
        [`POST ${BASE}/bank-answers/booking`]: {
          status: 422,
          body: problem('period.closed', 'June is closed.'),
        },
      }),
    );
    renderHere(<AnswersPage />, ['PREPARER'], '/collections/answers');
    await fill(await screen.findByLabelText('Fee to each customer'), '25.00');
    await person.click(screen.getByRole('button', { name: 'Book what came back (2)' }));
    await screen.findByText(/June is closed/);
    expect((screen.getByLabelText('Fee to each customer') as HTMLInputElement).value).toBe('25.00');
    cleanup();
    answering(answers());
    renderHere(<AnswersPage />, [], '/collections/answers');
    await screen.findByText('returns.ach');
    expect(screen.queryByRole('button', { name: /Book what came back/ })).toBeNull();
    expect(screen.queryByRole('button', { name: 'Set aside' })).toBeNull();
  });
});
