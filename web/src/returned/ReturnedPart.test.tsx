import { cleanup, screen, waitFor } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { fill, person } from '../shared/person';
import { answering, problem, renderHere } from '../shared/testing';
import { ReturnedPart } from './ReturnedPart';
import { TimesOf } from './TimesOf';

const BASE = '/api/v1/companies/1';
const KEPT = {
  version: 3,
  bankFee: '12.00',
  ourFee: '25.00',
  ourFeeTax: '',
  writeOffAccount: '6180',
  checkDays: 60,
  cardDays: 120,
};
const LISTS = {
  [`GET ${BASE}/set-up/returned-items`]: { body: KEPT },
  [`GET ${BASE}/ledger/accounts`]: {
    body: [
      { code: '6180', name: 'Bad debts', active: true, control: 'NONE', type: 'EXPENSE' },
      { code: '1200', name: 'Receivables', active: true, control: 'RECEIVABLES', type: 'ASSET' },
    ],
  },
  [`GET ${BASE}/set-up`]: {
    body: { sites: [], costCentres: [], taxCodes: [{ code: 'ST', ratePercent: '8', active: true }] },
  },
};
const field = (label: string) => screen.getByLabelText(label) as HTMLInputElement;

beforeEach(() => sessionStorage.clear());
afterEach(cleanup);

describe('the set-up of what comes back', () => {
  it('is kept whole, with the version that was seen', async () => {
    const sent = answering({
      ...LISTS,
      [`PUT ${BASE}/set-up/returned-items`]: { body: { ...KEPT, version: 4 } },
    });
    renderHere(<ReturnedPart />, ['ADMINISTRATOR']);
    await screen.findByText('Returned items');
    await fill(field('What a customer is charged'), '30.00');
    await fill(field('Days of checks'), '45');
    await person.selectOptions(field('Tax in it'), 'ST');
    await person.dblClick(screen.getByRole('button', { name: 'Keep' }));
    await waitFor(() =>
      expect(sent.filter((s) => s.method === 'PUT').map((s) => s.body)).toEqual([
        { ...KEPT, ourFee: '30.00', ourFeeTax: 'ST', checkDays: 45 },
      ]),
    );
    expect(await screen.findByText('Kept.')).toBeTruthy();
  });

  it('waits for days that can be read, and keeps what was typed when it is refused', async () => {
    answering({
      ...LISTS,
      [`PUT ${BASE}/set-up/returned-items`]: {
        status: 409,
        body: problem('returned.changed', 'It was changed.'),
      },
    });
    renderHere(<ReturnedPart />, ['ADMINISTRATOR']);
    await screen.findByText('Returned items');
    const keep = screen.getByRole('button', { name: 'Keep' });
    for (const days of ['', '0', '9x', '801']) {
      await fill(field('Days of cards'), days);
      expect(keep).toHaveProperty('disabled', true);
    }
    await fill(field('Days of cards'), '200');
    expect(keep).toHaveProperty('disabled', false);
    await person.click(keep);
    expect(await screen.findByText('It was changed.')).toBeTruthy();
    expect(field('Days of cards').value).toBe('200');
  });
});

describe('how often something of a payer came back', () => {
  it('is told to whoever takes their money, and nothing where nothing did', async () => {
    const times = (n: number) => ({
      [`GET ${BASE}/returned-items/of-payer?party=9`]: {
        body: { times: n, since: '2025-07-02', charged: true },
      },
    });
    answering(times(3));
    renderHere(<TimesOf party={9} />);
    expect(await screen.findByText(/3 of theirs came back since/)).toBeTruthy();
    expect(screen.getByText('See them').getAttribute('href')).toBe('/returned-items?party=9');
    cleanup();
    const sent = answering(times(0));
    renderHere(<TimesOf party={9} />);
    await waitFor(() => expect(sent.length).toBe(1));
    expect(screen.queryByRole('status')).toBeNull();
    cleanup();
    const none = answering({});
    renderHere(<TimesOf party={undefined} />);
    expect(none.length).toBe(0);
  });
});
