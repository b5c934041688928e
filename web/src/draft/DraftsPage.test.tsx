import { cleanup, screen, waitFor, within } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { person } from '../shared/person';
import { answering, problem, renderHere } from '../shared/testing';
import DraftsPage from './DraftsPage';

const item = (part: object) => ({
  kind: 'ENTRY',
  amount: '5.00',
  currency: 'USD',
  date: '2026-06-30',
  madeBy: 'Maren Oduya',
  stop: 'READY',
  why: '',
  ...part,
});
const outcome = (part: object) => ({ title: 'Insurance', amount: '5.00', stop: 'READY', ...part });
const run = {
  at: '2026-07-02T08:00:00Z',
  by: 'Maren Oduya',
  together: '',
  posted: 1,
  refused: 1,
  outcomes: [
    outcome({ draftId: 1, entryId: 9 }),
    outcome({ draftId: 2, title: 'Depreciation', stop: 'REFUSED', refusal: '5.00 apart.' }),
  ],
  booked: { preview: true, count: 1, entries: [], leaves: [], warnings: [] },
};
const company = (id: number, items: object[]) => ({
  [`POST /api/v1/companies/${id}/posting-runs/trial`]: { body: { items, more: false } },
  [`GET /api/v1/companies/${id}/posting-runs`]: { body: [{ ...run, runId: 3 }] },
  [`POST /api/v1/companies/${id}/posting-runs?preview=true`]: { body: run },
  [`POST /api/v1/companies/${id}/posting-runs`]: { body: { ...run, runId: 4 } },
});
const answers = {
  ...company(1, [
    item({ draftId: 1, title: 'Insurance' }),
    item({ draftId: 2, title: 'Depreciation', stop: 'REFUSED', why: '5.00 apart.' }),
    item({ kind: '', title: 'payment PY-0001', stop: 'SECOND_PERSON', path: '/approvals' }),
  ]),
  'GET /api/v1/companies/1/set-up': { body: { sites: [] } },
  'GET /api/v1/companies/1/bank-accounts': { body: [] },
};

afterEach(cleanup);

describe('what waits to be posted', () => {
  it('stands by what stops it; what is chosen is tried, and what passes is posted', async () => {
    const sent = answering(answers);
    renderHere(<DraftsPage />);
    const refused = await screen.findByLabelText('Would be refused');
    expect(within(refused).getByText('5.00 apart.')).toBeTruthy();
    const second = screen.getByLabelText('Waits for a second person');
    expect(within(second).getByRole('link').getAttribute('href')).toBe('/approvals');
    expect(within(second).queryByRole('checkbox')).toBeNull();
    await person.click(screen.getByLabelText('All drafts that fit'));
    await screen.findByText('Refused; they stay as drafts.');
    await person.click(await screen.findByRole('button', { name: 'Post 1 of 2' }));
    await waitFor(() =>
      expect(
        sent.filter((s) => s.path === '/api/v1/companies/1/posting-runs' && s.method === 'POST'),
      ).toHaveLength(1),
    );
    expect(sent.find((s) => s.path.includes('preview'))?.body).toEqual({ draftIds: [1, 2], paymentIds: [] });
  });

  it('is listed and posted over every company, as one', async () => {
    const one = { body: { ...run, refused: 0, outcomes: [outcome({ draftId: 1 })] } };
    const sent = answering({
      ...answers,
      ...company(2, [item({ paymentId: 7, kind: 'PAYMENT', title: 'Check 20421, Gale' })]),
      'POST /api/v1/companies/1/posting-runs?preview=true': one,
      'POST /api/v1/companies/2/posting-runs?preview=true': one,
    });
    renderHere(<DraftsPage />, ['PREPARER'], '/', [{ id: 2, name: 'Gullmere Boats' }]);
    await screen.findByText('Check 20421, Gale');
    expect(screen.getByText('Payment, Gullmere Boats')).toBeTruthy();
    await person.click(screen.getByLabelText('Choose Insurance'));
    await person.click(screen.getByLabelText('Choose Check 20421, Gale'));
    await person.type(screen.getByLabelText('Value date of foreign amounts'), '2026-06-29{Tab}');
    await person.click(await screen.findByRole('button', { name: 'Post 2 of 2' }));
    await waitFor(() =>
      expect(sent.filter((s) => /posting-runs$/.test(s.path) && s.method === 'POST')).toHaveLength(2),
    );
    const [first, other] = sent.filter((s) => /posting-runs$/.test(s.path) && s.method === 'POST');
    const bodies = [first?.body, other?.body] as Record<string, unknown>[];
    expect(bodies[0]).toMatchObject({ draftIds: [1], paymentIds: [], valueDate: '2026-06-29' });
    expect(bodies[1]).toMatchObject({ draftIds: [], paymentIds: [7], valueDate: '2026-06-29' });
    expect(bodies[0]?.together).toBeTruthy();
    expect(bodies[0]?.together).toBe(bodies[1]?.together);
    expect(first?.key).not.toBe(other?.key);
  });

  it('of one company stands there where another refuses', async () => {
    answering({
      ...answers,
      'POST /api/v1/companies/3/posting-runs/trial': {
        status: 403,
        body: problem('second-factor.due', 'It asks for a second factor.'),
      },
      'GET /api/v1/companies/3/posting-runs': { body: [] },
    });
    renderHere(<DraftsPage />, ['PREPARER'], '/?person=Iris', [{ id: 3, name: 'Gullmere Boats' }]);
    await screen.findByRole('link', { name: 'Insurance' });
    expect(screen.getByRole('alert')).toBeTruthy();
  });

  it('names a draft by its form, and lists one whose form is not here without a way to it', async () => {
    answering({
      ...answers,
      ...company(1, [
        item({ draftId: 1, title: 'Insurance' }),
        item({ draftId: 2, title: 'Grey Heron', kind: 'MOORING' }),
      ]),
      'GET /api/v1/companies/1/posting-runs': { body: [] },
    });
    renderHere(<DraftsPage />, ['PREPARER'], '/?person=Maren');
    const link = await screen.findByRole('link', { name: 'Insurance' });
    expect(link.getAttribute('href')).toBe('/ledger/new?draft=1');
    expect(screen.getByText('Grey Heron')).toBeTruthy();
    expect(screen.queryByRole('link', { name: 'Grey Heron' })).toBeNull();
  });

  it('leaves a log of what was posted and refused, to be printed', async () => {
    answering(answers);
    renderHere(<DraftsPage />);
    await screen.findByText(/1 posted, 1 refused/);
    expect(screen.getByText(': 5.00 apart.')).toBeTruthy();
    expect(screen.getByText('Print the log').getAttribute('href')).toBe(
      '/api/v1/companies/1/posting-runs/3/paper',
    );
  });

  it('offers nothing to post to who only looks', async () => {
    answering({
      ...answers,
      'GET /api/v1/companies/1/drafts': {
        body: {
          drafts: [
            { id: 1, kind: 'ENTRY', title: 'Insurance', amount: '5.00', date: '2026-06-30', madeBy: 'M' },
          ],
          more: false,
        },
      },
    });
    renderHere(<DraftsPage />, ['VIEWER']);
    await screen.findByRole('link', { name: 'Insurance' });
    expect(screen.queryByRole('checkbox')).toBeNull();
    expect(screen.queryByRole('button', { name: /^Post/ })).toBeNull();
  });
});
