import { cleanup, screen, waitFor } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { person } from '../shared/person';
import { answering, renderHere } from '../shared/testing';
import { CountPanel } from './CountPanel';

const BEGUN = {
  id: 5,
  fundId: 7,
  state: 'OPEN',
  day: '2026-07-02',
  begunAt: '2026-07-02T14:00:00Z',
  countedBy: 'Maren Oduya',
  surprise: true,
  entered: false,
  pieces: [
    { value: 5000, name: '50.00', count: 0, comesTo: '0.00' },
    { value: 25, name: '0.25', count: 0, comesTo: '0.00' },
  ],
  counted: '0.00',
  postedSince: 0,
  told: '',
};
const ENTERED = {
  ...BEGUN,
  entered: true,
  counted: '51.75',
  shouldBe: '52.25',
  over: '-0.50',
  accounted: '347.75',
  floatAmount: '400.00',
  postedSince: 1,
  told: 'Booked to 6890 Differences on 2 Jul 2026 when the count is closed.',
  pieces: [
    { value: 5000, name: '50.00', count: 1, comesTo: '50.00' },
    { value: 25, name: '0.25', count: 7, comesTo: '1.75' },
  ],
};

const TYPED = {
  ...BEGUN,
  counted: '1.75',
  pieces: [
    { value: 5000, name: '50.00', count: 0, comesTo: '0.00' },
    { value: 25, name: '0.25', count: 7, comesTo: '1.75' },
  ],
};

describe('the count of a drawer', () => {
  afterEach(cleanup);

  it('tells nothing beforehand, keeps what was typed when a field is left, and tells the difference then', async () => {
    const answers: Parameters<typeof answering>[0] = {
      'GET /api/v1/companies/1/petty-cash/counts/5': { body: BEGUN },
      'PUT /api/v1/companies/1/petty-cash/counts/5': { body: TYPED },
      'POST /api/v1/companies/1/petty-cash/counts/5/close': { body: { entries: [] } },
    };
    const sent = answering(answers);
    const done = vi.fn();
    renderHere(<CountPanel countId={5} onDone={done} />);
    expect(await screen.findByText('What should be there is told once it is counted.')).toBeTruthy();
    expect(screen.queryByText('Should be there')).toBeNull();
    expect(screen.queryByRole('button', { name: 'Close this count' })).toBeNull();
    const quarters = screen.getAllByRole('textbox')[1] as HTMLElement;
    await person.type(quarters, '7');
    await person.tab();
    const entered = () => sent.filter((s) => s.method === 'PUT').at(-1)?.body;
    await waitFor(() => expect(entered()).toEqual({ pieces: { 25: 7 } }));
    // a tap counts on, and what was typed stays; nothing is told yet
    await person.click(screen.getByRole('button', { name: 'One 50.00 more' }));
    await waitFor(() => expect(entered()).toEqual({ pieces: { 5000: 1, 25: 7 } }));
    expect(screen.queryByText('0.50 short')).toBeNull();
    answers['PUT /api/v1/companies/1/petty-cash/counts/5'] = { body: ENTERED };
    await person.click(screen.getByRole('button', { name: 'That is what I counted' }));
    await waitFor(() => expect(entered()).toEqual({ pieces: { 5000: 1, 25: 7 }, done: true }));
    expect(await screen.findByText('0.50 short')).toBeTruthy();
    expect(screen.getByText(/1 moves were posted/)).toBeTruthy();
    expect((screen.getAllByRole('textbox')[1] as HTMLInputElement).matches(':disabled')).toBe(true);
    await person.click(screen.getByRole('button', { name: 'Close this count' }));
    await waitFor(() => expect(done).toHaveBeenCalled());
  });
});
