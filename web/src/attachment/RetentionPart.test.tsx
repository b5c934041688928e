import { cleanup, screen, waitFor } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { fill, person } from '../shared/person';
import { answering, problem, renderHere } from '../shared/testing';
import { RetentionPart } from './RetentionPart';

const BASE = '/api/v1/companies/1/papers/retention';
const SHEET = {
  rules: [
    { use: 'BOOKING', words: 'Papers of bookings', years: 10, usualYears: 10 },
    { use: 'LETTER', words: 'Letters', years: 6, usualYears: 6 },
  ],
  pastTime: [{ paper: { id: 3, name: 'old.png', type: 'PNG' }, keptUntil: '2025-12-31' }],
};

describe('how long papers are kept', () => {
  afterEach(cleanup);

  it('keeps another number of years when its field is left, and nothing that is no number', async () => {
    const sent = answering({ [`GET ${BASE}`]: { body: SHEET }, [`PUT ${BASE}`]: { body: SHEET } });
    renderHere(<RetentionPart />, ['ADMINISTRATOR']);
    const letters = await screen.findByDisplayValue('6');
    await fill(letters, 'six');
    await person.tab();
    await fill(letters, '6');
    await person.tab();
    expect(sent.some((s) => s.method === 'PUT')).toBe(false);
    await fill(letters, '8');
    await person.tab();
    await waitFor(() =>
      expect(sent.find((s) => s.method === 'PUT')?.body).toEqual({ use: 'LETTER', years: 8 }),
    );
  });

  it('takes out only what was ticked, and says why it was refused', async () => {
    const sent = answering({
      [`GET ${BASE}`]: { body: SHEET },
      [`POST ${BASE}/removals`]: { status: 422, body: problem('paper.held', 'A court holds it.') },
    });
    renderHere(<RetentionPart />, ['ADMINISTRATOR']);
    const out = await screen.findByRole('button', { name: /Take .*out/ });
    expect(out.matches(':disabled')).toBe(true);
    await person.click(screen.getByLabelText('old.png'));
    await person.click(out);
    expect(await screen.findByText(/A court holds it/)).toBeTruthy();
    expect(sent.find((s) => s.path === `${BASE}/removals`)?.body).toEqual({ ids: [3] });
  });
});
