import { cleanup, screen, waitFor } from '@testing-library/react';
import { Route, Routes } from 'react-router';
import { afterEach, describe, expect, it } from 'vitest';
import { fill, person } from '../shared/person';
import { answering, problem, renderHere } from '../shared/testing';
import DrawerMonthsPage from './DrawerMonthsPage';

const BASE = '/api/v1/companies/1/petty-cash/funds/7';
const NEXT = {
  month: '2026-06',
  title: 'June 2026',
  state: 'OPEN',
  opening: '400.00',
  closing: '161.80',
  rows: 12,
  counts: 1,
  inTheWay: [],
  preparedBy: '',
};
const SHEETS = [
  {
    id: 3,
    month: '2026-05',
    seal: 'ab12'.repeat(16),
    closedBy: 'Iris Vane',
    closedAt: '2026-06-05T10:00:00Z',
    stands: true,
    reason: '',
  },
];

function months(next: object, roles: Parameters<typeof renderHere>[1]) {
  const answers: Parameters<typeof answering>[0] = {
    [`GET ${BASE}/months`]: { body: { next: { ...NEXT, ...next }, sheets: SHEETS } },
    'GET /api/v1/companies/1/petty-cash/funds': { body: [{ id: 7, name: 'Dock office' }] },
    'POST *': { body: { next: NEXT, sheets: SHEETS } },
  };
  const sent = answering(answers);
  renderHere(
    <Routes>
      <Route path="/petty-cash/:id/months" element={<DrawerMonthsPage />} />
    </Routes>,
    roles,
    '/petty-cash/7/months',
  );
  return { sent, answers };
}

describe('the months of a drawer', () => {
  afterEach(cleanup);

  it('is prepared by its keeper only when nothing is in the way', async () => {
    months({ inTheWay: ['It was not counted in June 2026.'] }, ['PREPARER']);
    expect(await screen.findByText('It was not counted in June 2026.')).toBeTruthy();
    expect(screen.getByRole('button', { name: 'Prepare the month' }).matches(':disabled')).toBe(true);
    cleanup();
    const { sent } = months({}, ['PREPARER']);
    await person.click(await screen.findByRole('button', { name: 'Prepare the month' }));
    await waitFor(() => expect(sent.some((s) => s.path === `${BASE}/months/2026-06/preparation`)).toBe(true));
    expect(screen.queryByText(/again/)).toBeNull();
  });

  it('is closed or sent back by a second person, and says what was refused', async () => {
    const { answers } = months({ state: 'PREPARED', preparedBy: 'Tomas Reyl' }, ['CERTIFIER']);
    answers[`POST ${BASE}/months/2026-06/closing`] = {
      status: 422,
      body: problem('drawer-month.same', 'Whoever prepared it cannot close it.'),
    };
    await person.click(await screen.findByRole('button', { name: 'Close the month' }));
    expect(await screen.findByText(/Whoever prepared it cannot close it/)).toBeTruthy();
    expect(screen.getByRole('button', { name: 'Send it back' })).toBeTruthy();
  });

  it('opens the last one again with its reason', async () => {
    const { sent } = months({}, ['CERTIFIER']);
    await fill(await screen.findByLabelText('Because'), 'A receipt of May was found');
    await person.click(screen.getByRole('button', { name: 'Open it again' }));
    await waitFor(() =>
      expect(sent.find((s) => s.path === `${BASE}/months/2026-05/reopening`)?.body).toEqual({
        reason: 'A receipt of May was found',
      }),
    );
  });
});
