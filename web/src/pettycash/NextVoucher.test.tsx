import { expect, test } from 'vitest';
import type { Fund, OpenMove } from './api';
import { voucherOf } from './NextVoucher';

const FUND = {
  id: 7,
  purposes: [{ id: 3, name: 'Meetings', active: true, costCentre: 'DOCK' }],
} as unknown as Fund;
const TYPED = {
  day: 'Jul 2, 2026',
  who: 'Kestrel Bakery, crew meeting',
  purpose: '3',
  centre: 'DOCK',
  in: '',
  out: '18.40',
  tags: '',
};

test('a row says whom, what for, and which way the money went', () => {
  expect(voucherOf(FUND, TYPED, '2026-07-02')).toMatchObject({
    fundId: 7,
    kind: 'PAID',
    who: 'Kestrel Bakery',
    text: 'crew meeting',
    purposeId: 3,
    amount: '18.40',
    costCentre: 'DOCK',
  });
  expect(voucherOf(FUND, { ...TYPED, tags: ' crew ' }, '2026-07-02')).toMatchObject({ tags: 'crew' });
  expect(voucherOf(FUND, { ...TYPED, in: '14', out: '' }, '2026-07-02')).toMatchObject({
    kind: 'RECEIVED',
    amount: '14',
  });
});

test('quantity times price is left to the server', () => {
  expect(voucherOf(FUND, { ...TYPED, out: '3 x 14.25' }, '2026-07-02')).toMatchObject({
    amount: '',
    quantity: '3',
    price: '14.25',
  });
});

test('an advance has no purpose, and what settles one may be nothing at all', () => {
  const advance = voucherOf(FUND, { ...TYPED, purpose: 'advance' }, '2026-07-02');
  expect(advance).toMatchObject({ kind: 'ADVANCE', amount: '18.40' });
  expect(advance).not.toHaveProperty('purposeId');
  const open = { id: 9, number: 'PC-8' } as unknown as OpenMove;
  expect(voucherOf(FUND, { ...TYPED, purpose: '', out: '' }, '2026-07-02', open)).toMatchObject({
    kind: 'SETTLED',
    advanceId: 9,
    amount: '',
  });
  expect(voucherOf(FUND, { ...TYPED, purpose: '' }, '2026-07-02', open)).toBeUndefined();
});

test('a row that does not say enough is no voucher yet', () => {
  expect(voucherOf(FUND, { ...TYPED, out: '' }, '2026-07-02')).toBeUndefined();
  expect(voucherOf(FUND, { ...TYPED, purpose: '' }, '2026-07-02')).toBeUndefined();
  expect(voucherOf(FUND, { ...TYPED, who: ' ' }, '2026-07-02')).toBeUndefined();
  expect(voucherOf(FUND, { ...TYPED, in: '1' }, '2026-07-02')).toBeUndefined();
  expect(voucherOf(FUND, TYPED, null)).toBeUndefined();
});
