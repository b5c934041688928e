import { cleanup, screen, waitFor, within } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { person } from '../shared/person';
import { answering, renderHere } from '../shared/testing';
import type { SlipView } from './api';
import { BankedSlip } from './BankedSlip';

const RECEIPT = {
  id: 5,
  entryId: 71,
  tender: 'CHECK' as const,
  tenderName: '',
  partyId: 9,
  payer: 'Pell Charter',
  number: '4471',
  whatFor: 'Invoice Q-1',
  receivedOn: '2026-06-05',
  paperDate: '2026-06-05',
  days: 27,
  amount: '640.00',
  state: 'BANKED' as const,
  slipId: 3,
};
const VIEW: SlipView = {
  slip: {
    id: 3,
    number: 'D-180',
    bankAccountId: 1,
    account: 'Operating',
    paperDate: '2026-06-05',
    takenOn: '2026-06-08',
    state: 'BANKED',
    receipts: 3,
    total: '900.00',
    madeBy: 'Maren Oduya',
    madeAt: '2026-06-05T12:00:00Z',
    version: 2,
  },
  bagNumber: 'B-7',
  note: '',
  entryId: 81,
  receipts: [
    RECEIPT,
    { ...RECEIPT, id: 6, number: '8820', payer: 'Redfern Yachts', amount: '160.00' },
    { ...RECEIPT, id: 7, number: 'till 1', payer: 'Chandlery', tender: 'CASH', amount: '100.00' },
  ],
  cameBack: [6],
  total: '900.00',
  counts: true,
  pieces: [],
  oneTotal: false,
  charges: [],
  keptBack: [],
};
const row = (number: string) => screen.getByText(number).closest('tr') as HTMLElement;

describe('a slip that was taken to the bank', () => {
  afterEach(cleanup);

  it('says what of it came back, and begins there for what else does; cash does not come back', () => {
    renderHere(<BankedSlip view={VIEW} />, ['PREPARER', 'BANKER']);
    expect(within(row('8820')).getByText('came back').getAttribute('href')).toBe('/returned-items?receipt=6');
    expect(within(row('4471')).getByText('It came back …').getAttribute('href')).toBe(
      '/returned-items/new?receipt=5',
    );
    expect(within(row('till 1')).queryByText('It came back …')).toBeNull();
    expect(screen.getByText(/Taken to the bank on/)).toBeTruthy();
  });

  it('offers whoever only looks nothing to do', () => {
    renderHere(<BankedSlip view={VIEW} />, ['VIEWER']);
    expect(screen.queryByText('It came back …')).toBeNull();
    expect(screen.queryByRole('button', { name: 'Take it apart' })).toBeNull();
    expect(within(row('8820')).getByText('came back')).toBeTruthy();
  });

  it('moves just what is ticked to a slip of its own, once', async () => {
    const sent = answering({
      'POST /api/v1/companies/1/deposit-slips/3/split?preview=true': {
        body: { slipId: 0, booked: { preview: true, count: 0, entries: [], leaves: [], warnings: [] } },
      },
      'POST /api/v1/companies/1/deposit-slips/3/split': {
        body: { slipId: 4, booked: { preview: false, count: 0, entries: [], leaves: [], warnings: [] } },
      },
    });
    renderHere(<BankedSlip view={VIEW} />, ['PREPARER', 'BANKER']);
    await person.click(screen.getByRole('button', { name: 'Split it' }));
    await person.click(screen.getByLabelText(/8820/));
    const go = (await screen.findAllByRole('button', { name: /^Split|^Move/ })).at(-1) as HTMLElement;
    await waitFor(() => expect(go).toHaveProperty('disabled', false));
    await person.dblClick(go);
    await waitFor(() =>
      expect(sent.filter((s) => s.path.endsWith('/split')).map((s) => s.body)).toEqual([{ receipts: [6] }]),
    );
  });
});
