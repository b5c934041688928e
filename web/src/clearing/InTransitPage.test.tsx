import { cleanup, screen, within } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { answering, renderHere } from '../shared/testing';
import InTransitPage from './InTransitPage';

const BASE = '/api/v1/companies/1';
const account = (id: number, name: string, items: number, late: number, balance: string, desk = false) => ({
  ledgerAccountId: id,
  code: String(1000 + id),
  name,
  serves: ['in transit in'],
  balance,
  items,
  late,
  since: items > 0 ? '2026-06-17' : undefined,
  days: items > 0 ? 15 : 0,
  desk,
});
const late = account(270, 'Deposits in transit', 2, 1, '-318.50');

afterEach(cleanup);

describe('what is in transit', () => {
  it('opens with the account that holds something for too long, and says why', async () => {
    answering({
      [`GET ${BASE}/clearing-accounts?*`]: {
        body: [
          account(250, 'Receipts in hand', 3, 2, '90.00', true),
          account(260, 'Between', 0, 0, '0.00'),
          late,
        ],
      },
      [`GET ${BASE}/clearing-accounts/270?*`]: {
        body: {
          account: late,
          on: '2026-07-02',
          more: true,
          items: [
            {
              since: '2026-06-17',
              days: 15,
              late: true,
              title: 'Bag with the courier',
              party: '',
              what: 'typed',
              out: '318.50',
              why: 'Waiting since 17 Jun 2026; nothing has cleared it.',
              entryId: 9,
              path: '/ledger/entries/9',
            },
          ],
        },
      },
    });
    renderHere(<InTransitPage />);
    const item = (await screen.findByText('Bag with the courier')).closest('tr') as HTMLElement;
    expect(within(item).getByRole('link').getAttribute('href')).toBe('/ledger/entries/9');
    expect(within(item).getByText(/nothing has cleared it/)).toBeTruthy();
    const sum = screen.getByRole('rowheader', { name: 'Balance' }).closest('tr') as HTMLElement;
    expect([...sum.querySelectorAll('td')].map((c) => c.textContent)).toEqual(['', '318.50']);
    expect(screen.getByText('There are more; the file has them all.')).toBeTruthy();
    expect(screen.getByText('nothing in it')).toBeTruthy();
    expect(screen.getAllByText(/longer than usual/)).toHaveLength(3);
  });
});
