import { cleanup, screen, waitFor } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { fill, person } from '../shared/person';
import { answering, problem, renderHere } from '../shared/testing';
import { NewNote } from './NewNote';
import { Notes } from './Notes';

afterEach(cleanup);

const PATH = '/api/v1/companies/1/bank-accounts/2/review-notes';
const NOTE = {
  id: 7,
  lineId: 70,
  about: 'DEPOSIT PART 1',
  date: '2026-06-17',
  amount: '1500.00',
  month: '2026-06',
  text: 'Whose is this?',
  writtenBy: 'Torvald',
  writtenAt: '2026-07-02T15:00:00Z',
  answers: [{ text: 'The yard’s', writtenBy: 'Maren', writtenAt: '2026-07-02T15:20:00Z' }],
};

describe('notes for the review', () => {
  it('stand with what they are about and their answers, and are answered and closed', async () => {
    const sent = answering({
      [`GET ${PATH}?closed=false`]: { body: [NOTE] },
      [`POST ${PATH}/7/answers`]: { body: NOTE },
      [`POST ${PATH}/7/closing`]: { body: NOTE },
    });
    renderHere(<Notes accountId={2} />);
    await screen.findByText('Notes for the review (1 open)');
    expect(screen.getByRole('link', { name: 'DEPOSIT PART 1' }).getAttribute('href')).toBe(
      '/reconcile/2/2026-06?line=70',
    );
    screen.getByText('The yard’s');
    expect(screen.getByRole('button', { name: 'Answer' })).toHaveProperty('disabled', true);
    await fill(screen.getByLabelText('Answer about DEPOSIT PART 1'), 'Then it is fine');
    await person.click(screen.getByRole('button', { name: 'Answer' }));
    await waitFor(() =>
      expect(sent.find((s) => s.path.endsWith('/answers'))?.body).toEqual({ text: 'Then it is fine' }),
    );
    await person.click(screen.getByRole('button', { name: 'Close' }));
    await waitFor(() => expect(sent.some((s) => s.path.endsWith('/closing'))).toBe(true));
  });

  it('keep what was typed when they are refused', async () => {
    answering({ [`POST ${PATH}`]: { status: 422, body: problem('busy', 'Wait a moment.') } });
    renderHere(<NewNote accountId={2} about={{ lineId: 71 }} onClose={() => undefined} />);
    await fill(screen.getByLabelText('What is asked or explained'), 'Twice?');
    await person.click(screen.getByRole('button', { name: 'Write the note' }));
    await screen.findByText('Wait a moment.');
    expect(screen.getByLabelText('What is asked or explained')).toHaveProperty('value', 'Twice?');
  });
});
