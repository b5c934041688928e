import { cleanup, screen } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { fill } from '../shared/person';
import { answering, problem, renderHere } from '../shared/testing';
import WorkPapersPage from './WorkPapersPage';

afterEach(cleanup);

const PAPER = {
  title: 'Outstanding, by age',
  of: 'Operating',
  at: '2026-06-30',
  currency: 'USD',
  figures: [{ words: 'Outstanding', amount: '-385.63', sum: true }],
  sections: [
    {
      title: 'Not presented',
      total: '-385.63',
      rows: [{ date: '2026-06-01', days: 29, title: 'Check 20301', detail: '', amount: '-385.63' }],
    },
    { title: 'On the way', total: '0.00', rows: [] },
  ],
  ties: [
    {
      left: 'Outstanding, by age',
      leftFigure: '-385.63',
      right: 'Outstanding in the proof',
      rightFigure: '-385.64',
      agrees: false,
    },
  ],
  agrees: false,
};

describe('a list for the file', () => {
  it('stands with its rows, what they come to, and what it is held against', async () => {
    const sent = answering({
      'GET /api/v1/companies/1/bank-accounts': { body: [{ id: 2, name: 'Operating', active: true }] },
      'GET /api/v1/companies/1/bank-accounts/2/work-papers/PROOF?at=2026-06-30': {
        status: 422,
        body: problem('workpaper.day', 'No statement has been read.'),
      },
      'GET /api/v1/companies/1/bank-accounts/2/work-papers/OUTSTANDING?at=2026-06-30': { body: PAPER },
    });
    renderHere(<WorkPapersPage />);
    await screen.findByText('No statement has been read.');
    expect(sent.some((s) => s.path.includes('/work-papers/PROOF'))).toBe(true);
    await fill(screen.getByLabelText('List'), 'OUTSTANDING');
    await screen.findByText('Check 20301');
    expect(screen.getAllByText('(385.63)')).toHaveLength(3);
    screen.getByText('Does not agree');
    screen.getByText('Nothing');
    expect(screen.getByRole('link', { name: 'PDF, to be signed' }).getAttribute('href')).toBe(
      '/api/v1/companies/1/bank-accounts/2/work-papers/OUTSTANDING/file?at=2026-06-30&form=PDF',
    );
  });
});
