import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { answering, problem, renderHere } from '../shared/testing';
import NewEntryPage from './NewEntryPage';
import { fill, offered, person } from '../shared/person';

const ACCOUNTS = 'GET /api/v1/companies/1/ledger/accounts';
const PREVIEW = 'POST /api/v1/companies/1/ledger/entries?preview=true';
const BOOK = 'POST /api/v1/companies/1/ledger/entries';

const chart = ['1010 Operating', '5010 Timber', '9990 Old'].map((name, i) => ({
  id: i + 1,
  code: name.slice(0, 4),
  name: name.slice(5),
  type: 'ASSET',
  active: !name.includes('Old'),
  balance: '0.00',
}));

const booked = (preview: boolean) => ({
  preview,
  count: 1,
  leaves: [{ what: 'Operating, in the ledger', before: '100.00', after: '-398.60' }],
  warnings: [],
  entries: [
    {
      id: 7,
      number: 12,
      date: '2026-07-02',
      source: 'MANUAL',
      sourceWords: 'typed',
      undoneAt: 'ENTRY',
      reference: '',
      text: '',
      total: '498.60',
      lines: [
        { accountId: 2, accountCode: '5010', accountName: 'Timber', debit: '498.60', party: '', text: '' },
        {
          accountId: 1,
          accountCode: '1010',
          accountName: 'Operating',
          credit: '498.60',
          party: '',
          text: '',
        },
      ],
    },
  ],
});

async function fillIn(credit: string) {
  await waitFor(async () =>
    expect(await offered(screen.getByLabelText('Account of line 1'))).toContain('5010 Timber'),
  );
  const set = (label: string, value: string) => fill(screen.getByLabelText(label), value);
  await set('Account of line 1', '5010');
  await set('Debit of line 1', '498.60');
  await set('Account of line 2', '1010');
  await set('Credit of line 2', credit);
}

describe('New entry', () => {
  afterEach(cleanup);

  it('offers only active accounts, and no preview before the form says enough', async () => {
    const sent = answering({ [ACCOUNTS]: { body: chart } });
    renderHere(<NewEntryPage />);
    await waitFor(async () =>
      expect(await offered(screen.getByLabelText('Account of line 1'))).toEqual([
        '1010 Operating',
        '5010 Timber',
      ]),
    );
    expect(screen.getByText(/are shown here as soon as the form is complete enough/)).toBeTruthy();
    expect(sent.filter((s) => s.method === 'POST')).toEqual([]);
  });

  it('shows beside the form what the booking code made, with what it leaves', async () => {
    const sent = answering({ [ACCOUNTS]: { body: chart }, [PREVIEW]: { body: booked(true) } });
    renderHere(<NewEntryPage />);
    await fillIn('498.60');
    expect(await screen.findByText('(398.60)')).toBeTruthy();
    expect(screen.getByText('Both sides')).toBeTruthy();
    await waitFor(() =>
      expect(sent.filter((s) => s.method === 'POST').at(-1)?.body).toMatchObject({
        date: '2026-07-02',
        lines: [
          { account: '5010', debit: '498.60', credit: '' },
          { account: '1010', debit: '', credit: '498.60' },
        ],
      }),
    );
  });

  it('keeps what was typed when the server refuses it', async () => {
    answering({
      [ACCOUNTS]: { body: chart },
      [PREVIEW]: {
        status: 422,
        body: problem('entry.unbalanced', 'Lines: 9.00 apart. Add a credit of 9.00.'),
      },
      [BOOK]: { status: 422, body: problem('entry.unbalanced', 'Lines: 9.00 apart. Add a credit of 9.00.') },
    });
    renderHere(<NewEntryPage />);
    await fillIn('489.60');
    await screen.findByText(/Add a credit of 9.00/);
    await person.click(screen.getByText(/Book this entry/));
    await screen.findByText('Not booked; what you typed is still here.');
    expect(screen.getByLabelText<HTMLInputElement>('Credit of line 2').value).toBe('489.60');
    expect(screen.getByLabelText<HTMLInputElement>('Debit of line 1').value).toBe('498.60');
  });

  it('books once, however often and in whatever way it is asked while the answer is out', async () => {
    const sent = answering({
      [ACCOUNTS]: { body: chart },
      [PREVIEW]: { body: booked(true) },
      [BOOK]: { body: booked(false) },
    });
    const { container } = renderHere(<NewEntryPage />);
    await fillIn('498.60');
    await screen.findByText('(398.60)');
    const form = container.querySelector('form') as HTMLFormElement;
    const pressed = fireEvent.keyDown(form, { key: 'Enter', ctrlKey: true });
    expect(pressed, "the browser's own submission is held back").toBe(false);
    fireEvent.keyDown(form, { key: 'Enter', ctrlKey: true, repeat: true });
    await waitFor(() => expect(sent.filter((s) => `${s.method} ${s.path}` === BOOK)).toHaveLength(1));
    await new Promise((done) => setTimeout(done, 50));
    expect(sent.filter((s) => `${s.method} ${s.path}` === BOOK)).toHaveLength(1);
  });
});
