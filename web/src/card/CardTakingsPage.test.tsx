import { cleanup, screen, waitFor } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { person } from '../shared/person';
import { answering, renderHere } from '../shared/testing';
import CardTakingsPage from './CardTakingsPage';

const BATCH = {
  id: 1,
  number: 'H-0622',
  day: '2026-06-22',
  due: '2026-06-24',
  gross: '1000.00',
  refunds: '0.00',
  chargebacks: '0.00',
  reserve: '0.00',
  fee: '44.00',
  net: '956.00',
  agreedFee: '25.00',
  feeApart: '19.00',
  inHand: '0.00',
  madeBy: 'Maren Oduya',
  madeAt: '2026-06-23T08:00:00Z',
};

function page(roles: Parameters<typeof renderHere>[1], processors = 1) {
  const sent = answering({
    'GET /api/v1/companies/1/card-processors': {
      body: [{ id: 4, name: 'Halyard Pay', active: true }].slice(0, processors),
    },
    'GET /api/v1/companies/1/card-processors/4/batches*': {
      body: [
        BATCH,
        {
          ...BATCH,
          id: 2,
          number: 'H-0601',
          feeApart: '0.00',
          slipId: 9,
          slip: 'S-0001',
          slipState: 'CREDITED',
        },
      ],
    },
    'GET /api/v1/companies/1/card-processors/4/due*': {
      body: [{ day: '2026-06-19', due: '817.89', credited: '0.00', apart: '-817.89', missing: true }],
    },
    'GET /api/v1/companies/1/set-up': { body: { sites: [] } },
    'POST /api/v1/companies/1/card-batches/slip': { body: { id: 12 } },
  });
  renderHere(<CardTakingsPage />, roles);
  return sent;
}

describe('card takings', () => {
  afterEach(cleanup);

  it('names what the fee is apart and the day on which nothing came, and makes a slip of what is picked', async () => {
    const sent = page(['PREPARER']);
    expect(await screen.findByText('19.00')).toBeTruthy();
    expect(await screen.findByText('Nothing came')).toBeTruthy();
    expect(screen.queryByLabelText('Pick batch H-0601')).toBeNull();
    await person.click(screen.getByLabelText('Pick batch H-0622'));
    await person.click(screen.getByText('Make a slip of batches: 1'));
    await waitFor(() => expect(sent.find((s) => s.method === 'POST')?.body).toEqual({ batches: [1] }));
  });

  it('shows whoever only looks the figures and nothing to do', async () => {
    page(['VIEWER']);
    await screen.findByText('H-0622');
    expect(screen.queryByText('Enter a batch')).toBeNull();
    expect(screen.queryByText('Take away')).toBeNull();
    expect(screen.queryByLabelText('Pick batch H-0622')).toBeNull();
  });

  it('leads whoever administers to the set-up while there is no processor', async () => {
    page(['ADMINISTRATOR'], 0);
    expect((await screen.findByText('Add a card processor')).getAttribute('href')).toBe(
      '/set-up?part=moneyIn',
    );
  });
});
