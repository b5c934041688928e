import { cleanup, screen, waitFor } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { answering, renderHere } from '../shared/testing';
import DraftsPage from './DraftsPage';
import { person } from '../shared/person';

const draft = (id: number, title: string) => ({
  id,
  kind: 'ENTRY',
  title,
  amount: '5.00',
  date: '2026-06-30',
  madeBy: 'Maren Oduya',
  changedAt: '2026-07-02T08:00:00Z',
  version: 0,
});

const run = {
  at: '2026-07-02T08:00:00Z',
  by: 'Maren Oduya',
  posted: 1,
  refused: 1,
  outcomes: [
    { draftId: 1, title: 'Insurance', entryId: 9 },
    { draftId: 2, title: 'Depreciation', refusal: '5.00 apart.' },
  ],
  booked: { preview: true, count: 1, entries: [], leaves: [], warnings: [] },
};

const answers = {
  'GET /api/v1/companies/1/drafts?person=': {
    body: { drafts: [draft(1, 'Insurance'), draft(2, 'Depreciation')], more: false },
  },
  'GET /api/v1/companies/1/posting-runs': { body: [{ ...run, runId: 3 }] },
  'GET /api/v1/companies/1/set-up': { body: { sites: [] } },
  'GET /api/v1/companies/1/bank-accounts': { body: [] },
  'POST /api/v1/companies/1/posting-runs?preview=true': { body: run },
  'POST /api/v1/companies/1/posting-runs': { body: { ...run, runId: 4 } },
};

afterEach(cleanup);

describe('DraftsPage', () => {
  it('previews what is chosen, says what would be refused, and posts the rest', async () => {
    const sent = answering(answers);
    renderHere(<DraftsPage />);
    await screen.findByRole('link', { name: 'Insurance' });
    await person.click(screen.getByLabelText('All drafts that fit'));
    await screen.findByText('Refused; they stay as drafts.');
    await person.click(await screen.findByRole('button', { name: 'Post 1 of 2' }));
    await waitFor(() =>
      expect(
        sent.filter((s) => s.path === '/api/v1/companies/1/posting-runs' && s.method === 'POST'),
      ).toHaveLength(1),
    );
    expect(sent.find((s) => s.path.includes('preview'))?.body).toEqual({ draftIds: [1, 2] });
  });

  it('names a draft by its form, and lists one whose form is not here without a way to it', async () => {
    answering({
      ...answers,
      'GET /api/v1/companies/1/posting-runs': { body: [] },
      'GET /api/v1/companies/1/drafts?person=': {
        body: {
          drafts: [draft(1, 'Insurance'), { ...draft(2, 'Grey Heron'), kind: 'MOORING' }],
          more: false,
        },
      },
    });
    renderHere(<DraftsPage />);
    const link = await screen.findByRole('link', { name: 'Insurance' });
    expect(link.getAttribute('href')).toBe('/ledger/new?draft=1');
    expect(screen.getAllByText('Entry')).toHaveLength(2);
    expect(screen.getByText('Grey Heron')).toBeTruthy();
    expect(screen.queryByRole('link', { name: 'Grey Heron' })).toBeNull();
  });

  it('shows the log of what was posted and refused', async () => {
    answering(answers);
    renderHere(<DraftsPage />);
    await screen.findByText(/1 posted, 1 refused/);
    expect(screen.getByText(': 5.00 apart.')).toBeTruthy();
  });

  it('offers nothing to post to who only looks', async () => {
    answering(answers);
    renderHere(<DraftsPage />, ['VIEWER']);
    await screen.findByRole('link', { name: 'Insurance' });
    await person.click(screen.getByLabelText('Choose Insurance'));
    expect(screen.queryByRole('button', { name: /^Post/ })).toBeNull();
  });
});
