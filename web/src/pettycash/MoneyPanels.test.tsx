import { cleanup, screen, waitFor } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { fill, person } from '../shared/person';
import { answering, problem, renderHere } from '../shared/testing';
import type { Fund } from './api';
import { CashCheckPanel, ToBankPanel } from './MoneyPanels';
import { TopUpPanel } from './TopUpPanel';

const FUND = {
  id: 7,
  name: 'Dock office',
  keeper: 'Tomas Reyl',
  today: '2026-07-02',
  identity: { floatAmount: '400.00', toTopUp: '188.20', toCover: 7 },
  checks: [
    { id: 31, text: 'check 881', who: 'Ines Halvorsen', amount: '60.00' },
    { id: 32, text: 'check 12', who: 'Wen', amount: '5.00' },
  ],
} as unknown as Fund;
const FUNDS = '/api/v1/companies/1/petty-cash/funds/7';
const NOTHING = { entries: [], leaves: [], warnings: [], count: 0, preview: true };

describe('money of a drawer beside its vouchers', () => {
  afterEach(cleanup);

  it('gives cash for a check once all is said, and keeps what was typed when it is refused', async () => {
    const answers: Parameters<typeof answering>[0] = {
      [`POST ${FUNDS}/checks`]: { status: 422, body: problem('drawer.below', 'There is not that much.') },
    };
    const sent = answering(answers);
    const done = vi.fn();
    renderHere(<CashCheckPanel fund={FUND} onDone={done} />);
    const give = screen.getByRole('button', { name: 'Give the cash' });
    expect(give.matches(':disabled')).toBe(true);
    await fill(screen.getByLabelText('Whose check'), 'Ines Halvorsen');
    await fill(screen.getByLabelText('Number on the check'), '881');
    await fill(screen.getByLabelText('Amount'), '60');
    await person.click(give);
    expect(await screen.findByText(/There is not that much/)).toBeTruthy();
    expect((screen.getByLabelText('Whose check') as HTMLInputElement).value).toBe('Ines Halvorsen');
    answers[`POST ${FUNDS}/checks`] = { body: FUND };
    await fill(screen.getByLabelText('Amount'), '50');
    await person.dblClick(give);
    await waitFor(() => expect(done).toHaveBeenCalled());
    const posts = sent.filter((s) => s.path.endsWith('/checks'));
    expect(posts.at(-1)?.body).toMatchObject({ who: 'Ines Halvorsen', number: '881', amount: '50' });
    expect(new Set(posts.map((p) => p.key)).size).toBe(2);
    expect(posts.length).toBe(2);
  });

  it('takes the ticked checks and the cash to the bank', async () => {
    const sent = answering({
      [`POST ${FUNDS}/to-bank?preview=true`]: { body: { booked: NOTHING } },
      [`POST ${FUNDS}/to-bank`]: { body: { booked: NOTHING } },
    });
    const done = vi.fn();
    renderHere(<ToBankPanel fund={FUND} onDone={done} />);
    await person.click(screen.getByLabelText('check 12, Wen, 5.00'));
    await fill(screen.getByLabelText('Cash'), '20');
    await person.click(screen.getByRole('button', { name: 'Take it out' }));
    await waitFor(() => expect(done).toHaveBeenCalled());
    expect(sent.find((s) => s.path === `${FUNDS}/to-bank`)?.body).toEqual({
      date: '2026-07-02',
      cash: '20',
      checks: [31],
    });
  });

  it('tops up by a withdrawal, the next check of the stock, or one that was written', async () => {
    const sent = answering({
      'GET /api/v1/companies/1/bank-accounts': {
        body: [{ id: 4, name: 'Operating', active: true, currency: 'USD' }],
      },
      [`POST ${FUNDS}/top-ups?preview=true`]: { body: { booked: NOTHING } },
      [`POST ${FUNDS}/top-ups`]: { body: { booked: NOTHING } },
    });
    const done = vi.fn();
    renderHere(<TopUpPanel fund={FUND} onDone={done} />);
    await screen.findByText('Operating');
    const how = screen.getByLabelText('In what way');
    await fill(how, 'WRITTEN');
    const button = screen.getByRole('button', { name: 'Top up 188.20' });
    expect(button.matches(':disabled')).toBe(true);
    await fill(screen.getByLabelText('Number on the check'), '1043');
    expect(button.matches(':disabled')).toBe(false);
    await fill(how, 'STOCK');
    expect(screen.queryByLabelText('Number on the check')).toBeNull();
    expect(screen.getByText(/A payment to Tomas Reyl/)).toBeTruthy();
    await person.click(button);
    await waitFor(() => expect(done).toHaveBeenCalled());
    expect(sent.find((s) => s.path === `${FUNDS}/top-ups`)?.body).toMatchObject({
      bankAccountId: 4,
      fromStock: true,
      checkNumber: '',
      inDrawer: true,
    });
  });
});
