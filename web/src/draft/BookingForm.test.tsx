import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { answering, problem, renderHere } from '../shared/testing';
import { BookingForm } from './BookingForm';
import type { Schemas } from '../shared/api';

const booked: Schemas['BookedView'] = {
  preview: true,
  count: 0,
  entries: [],
  leaves: [{ what: 'Operating, in the ledger', before: '100.00', after: '90.00' }],
};

function form(ready: boolean, draft?: Schemas['DraftView']) {
  return (
    <BookingForm<{ amount: string }, Schemas['BookedView']>
      title="Try"
      back={['/payments', 'Payments']}
      kind="PAYMENT"
      path="/payments"
      body={{ amount: '10.00' }}
      ready={ready}
      button="Book it"
      draft={draft}
      booked={(r) => r}
      done={() => '/payments/7'}
    >
      <input aria-label="amount" />
    </BookingForm>
  );
}

const kept: Schemas['DraftView'] = {
  id: 5,
  kind: 'PAYMENT',
  title: 'Kept',
  amount: '10.00',
  date: '2026-07-02',
  madeBy: 'Maren Oduya',
  changedAt: '2026-07-02T08:00:00Z',
  version: 3,
};

afterEach(cleanup);

describe('BookingForm', () => {
  it('shows what the server would book, and asks nothing before the form says enough', async () => {
    const sent = answering({ 'POST /api/companies/1/payments?preview=true': { body: booked } });
    const { rerender } = renderHere(form(false));
    expect(sent).toEqual([]);
    expect(screen.getByRole('button', { name: /Book it/ })).toHaveProperty('disabled', true);
    rerender(<></>);
    renderHere(form(true));
    await screen.findByText('Operating, in the ledger');
    expect(screen.getByText('90.00')).toBeTruthy();
  });

  it('books once on Ctrl Enter, however often it is pressed', async () => {
    const sent = answering({
      'POST /api/companies/1/payments?preview=true': { body: booked },
      'POST /api/companies/1/payments': { body: booked },
    });
    renderHere(form(true));
    const field = screen.getByLabelText('amount');
    fireEvent.keyDown(field, { key: 'Enter', ctrlKey: true });
    fireEvent.keyDown(field, { key: 'Enter', ctrlKey: true, repeat: true });
    await waitFor(() => expect(sent.filter((s) => s.path === '/api/companies/1/payments')).toHaveLength(1));
  });

  it('says why it was refused and keeps the form', async () => {
    answering({
      'POST /api/companies/1/payments?preview=true': { body: booked },
      'POST /api/companies/1/payments': {
        status: 409,
        body: problem('number.taken', 'That number is taken.'),
      },
    });
    renderHere(form(true));
    fireEvent.click(screen.getByRole('button', { name: /Book it/ }));
    await screen.findByText('That number is taken.');
    expect(screen.getByText('Not booked; what you typed is still here.')).toBeTruthy();
  });

  it('posts a draft through its run, after keeping what was typed', async () => {
    const sent = answering({
      'POST /api/companies/1/payments?preview=true': { body: booked },
      'PUT /api/companies/1/drafts/5': { body: { ...kept, version: 4 } },
      'POST /api/companies/1/posting-runs': {
        body: { outcomes: [{ draftId: 5, title: 'Kept', refusal: 'More than is open.' }] },
      },
    });
    renderHere(form(true, kept));
    fireEvent.click(screen.getByRole('button', { name: /Book it/ }));
    await screen.findByText('More than is open.');
    const changes = sent.filter((s) => !s.path.includes('preview'));
    expect(changes.map((s) => `${s.method} ${s.path}`)).toEqual([
      'PUT /api/companies/1/drafts/5',
      'POST /api/companies/1/posting-runs',
    ]);
    expect(changes[0]?.body).toEqual({ kind: 'PAYMENT', version: 3, body: { amount: '10.00' } });
    expect(changes[1]?.body).toEqual({ draftIds: [5] });
  });

  it('keeps a draft and says so', async () => {
    const sent = answering({ 'POST /api/companies/1/drafts': { status: 201, body: kept } });
    renderHere(form(false));
    fireEvent.click(screen.getByRole('button', { name: 'Keep as a draft' }));
    await screen.findByText(/Kept as a draft/);
    expect(sent[0]?.body).toEqual({ kind: 'PAYMENT', version: 0, body: { amount: '10.00' } });
  });
});
