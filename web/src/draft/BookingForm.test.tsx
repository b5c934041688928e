import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { answering, problem, renderHere } from '../shared/testing';
import { UNREADABLE } from '../shared/dates';
import { BookingForm } from './BookingForm';
import { keepUnfinished, unfinished } from './unfinished';
import type { BookedView, DraftView } from './api';

const booked: BookedView = {
  preview: true,
  count: 0,
  entries: [],
  leaves: [{ what: 'Operating, in the ledger', before: '100.00', after: '90.00' }],
  warnings: ['1250 Receipts in hand is 5.00 below zero on 1 Jul 2026.'],
};

function form(ready: boolean, draft?: DraftView, date = '2026-07-02') {
  return (
    <BookingForm<{ amount: string; date: string }, BookedView>
      title="Try"
      back={['/payments', 'Payments']}
      kind="PAYMENT"
      path="/payments"
      body={{ amount: '10.00', date }}
      ready={ready}
      button="Book it"
      draft={draft}
      askAgain="receipt.double"
      booked={(r) => r}
      done={() => '/payments/7'}
    >
      <input aria-label="amount" />
    </BookingForm>
  );
}

const kept: DraftView = {
  id: 5,
  kind: 'PAYMENT',
  title: 'Kept',
  amount: '10.00',
  date: '2026-07-02',
  madeBy: 'Maren Oduya',
  changedAt: '2026-07-02T08:00:00Z',
  version: 3,
};

afterEach(() => {
  cleanup();
  sessionStorage.clear();
});

describe('BookingForm', () => {
  it('shows what the server would book, and asks nothing before the form says enough', async () => {
    const sent = answering({ 'POST /api/v1/companies/1/payments?preview=true': { body: booked } });
    const { rerender } = renderHere(form(false));
    expect(sent).toEqual([]);
    expect(screen.getByRole('button', { name: /Book it/ })).toHaveProperty('disabled', true);
    rerender(<></>);
    renderHere(form(true));
    await screen.findByText('Operating, in the ledger');
    expect(screen.getByText('90.00')).toBeTruthy();
  });

  const booking = (sent: ReturnType<typeof answering>) =>
    sent.filter((s) => s.path === '/api/v1/companies/1/payments');

  it('books once, however often Ctrl Enter or the button is pressed before the answer', async () => {
    const sent = answering({
      'POST /api/v1/companies/1/payments?preview=true': { body: booked },
      'POST /api/v1/companies/1/payments': { body: booked },
    });
    renderHere(form(true));
    const field = screen.getByLabelText('amount');
    const button = screen.getByRole('button', { name: /Book it/ });
    for (let i = 0; i < 3; i++) {
      fireEvent.keyDown(field, { key: 'Enter', ctrlKey: true });
      fireEvent.submit(button.closest('form') as HTMLFormElement);
    }
    await waitFor(() => expect(booking(sent).length).toBeGreaterThan(0));
    await screen.findByText('90.00');
    expect(booking(sent)).toHaveLength(1);
    expect(booking(sent)[0]?.key).toMatch(/^[0-9a-f]{32}$/);
  });

  it('sends again with the same key while no answer comes, and says so when none ever does', async () => {
    vi.useFakeTimers({ shouldAdvanceTime: true });
    const sent = answering({
      'POST /api/v1/companies/1/payments?preview=true': { body: booked },
      'POST /api/v1/companies/1/payments': { lost: true },
    });
    renderHere(form(true, undefined, '2026-07-03'));
    fireEvent.click(screen.getByRole('button', { name: /Book it/ }));
    await vi.advanceTimersByTimeAsync(4_000);
    await screen.findByText(/It is not known whether this was done/);
    expect(screen.queryByText(/Not booked/)).toBeNull();
    expect(booking(sent)).toHaveLength(3);
    fireEvent.click(screen.getByRole('button', { name: /Ask again, without booking twice/ }));
    await vi.advanceTimersByTimeAsync(4_000);
    await waitFor(() => expect(booking(sent)).toHaveLength(6));
    expect(new Set(booking(sent).map((s) => s.key)).size).toBe(1);
    vi.useRealTimers();
  });

  it('neither books, previews nor keeps a form with a field in error', () => {
    const sent = answering({});
    renderHere(form(true, undefined, UNREADABLE));
    const field = screen.getByLabelText('amount');
    fireEvent.keyDown(field, { key: 'Enter', ctrlKey: true });
    fireEvent.submit(field.closest('form') as HTMLFormElement);
    expect(screen.getByRole('button', { name: 'Keep as a draft' })).toHaveProperty('disabled', true);
    expect(screen.getByText(/Correct the field that is marked/)).toBeTruthy();
    expect(sent).toEqual([]);
  });

  it('asks whether another of the same is meant, and then says so', async () => {
    const sent = answering({
      'POST /api/v1/companies/1/payments?preview=true': { body: booked },
      'POST /api/v1/companies/1/payments': {
        status: 409,
        body: problem('receipt.double', 'Booked already.'),
      },
    });
    renderHere(form(true, undefined, '2026-07-04'));
    await screen.findByText(/below zero on 1 Jul/);
    fireEvent.click(screen.getByRole('button', { name: /Book it/ }));
    fireEvent.click(await screen.findByRole('button', { name: 'Book it all the same' }));
    await waitFor(() => expect(booking(sent)).toHaveLength(2));
    expect(booking(sent)[1]?.body).toEqual({ amount: '10.00', date: '2026-07-04', again: true });
    expect(booking(sent)[1]?.key).not.toBe(booking(sent)[0]?.key);
  });

  it('has what was typed and left again, until it is begun anew', async () => {
    answering({ 'POST /api/v1/companies/1/payments?preview=true': { body: booked } });
    const { rerender, unmount } = renderHere(form(true));
    expect(unfinished(1, 'PAYMENT')).toBeUndefined();
    rerender(<></>);
    unmount();
    keepUnfinished(1, 'PAYMENT', { amount: '7.00' });
    renderHere(form(true));
    fireEvent.click(await screen.findByText('Begin anew'));
    expect(unfinished(1, 'PAYMENT')).toBeUndefined();
  });

  it('gives no form to those who only look', () => {
    answering({});
    renderHere(form(true), ['VIEWER']);
    expect(screen.queryByRole('button')).toBeNull();
    expect(screen.getByText(/You may look at the books/)).toBeTruthy();
  });

  it('says why it was refused and keeps the form', async () => {
    answering({
      'POST /api/v1/companies/1/payments?preview=true': { body: booked },
      'POST /api/v1/companies/1/payments': {
        status: 409,
        body: problem('number.taken', 'That number is taken.'),
      },
    });
    renderHere(form(true, undefined, '2026-07-05'));
    fireEvent.click(screen.getByRole('button', { name: /Book it/ }));
    await screen.findByText('That number is taken.');
    expect(screen.getByText('Not booked; what you typed is still here.')).toBeTruthy();
  });

  it('posts a draft through its run, after keeping what was typed', async () => {
    const sent = answering({
      'POST /api/v1/companies/1/payments?preview=true': { body: booked },
      'PUT /api/v1/companies/1/drafts/5': { body: { ...kept, version: 4 } },
      'POST /api/v1/companies/1/posting-runs': {
        body: { outcomes: [{ draftId: 5, title: 'Kept', refusal: 'More than is open.' }] },
      },
    });
    renderHere(form(true, kept));
    fireEvent.click(screen.getByRole('button', { name: /Book it/ }));
    await screen.findByText('More than is open.');
    const changes = sent.filter((s) => !s.path.includes('preview'));
    expect(changes.map((s) => `${s.method} ${s.path}`)).toEqual([
      'PUT /api/v1/companies/1/drafts/5',
      'POST /api/v1/companies/1/posting-runs',
    ]);
    expect(changes[0]?.body).toEqual({
      kind: 'PAYMENT',
      version: 3,
      body: { amount: '10.00', date: '2026-07-02' },
    });
    expect(changes[1]?.body).toEqual({ draftIds: [5] });
  });

  it('keeps a draft and says so', async () => {
    const sent = answering({ 'POST /api/v1/companies/1/drafts': { status: 201, body: kept } });
    renderHere(form(false));
    fireEvent.click(screen.getByRole('button', { name: 'Keep as a draft' }));
    await screen.findByText(/Kept as a draft/);
    expect(sent[0]?.body).toEqual({
      kind: 'PAYMENT',
      version: 0,
      body: { amount: '10.00', date: '2026-07-02' },
    });
  });
});
