import { cleanup, screen } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { answering, renderHere } from '../shared/testing';
import { SelectionBar } from './SelectionBar';
import { person } from '../shared/person';

afterEach(cleanup);

const PATH = 'POST /api/v1/companies/1/bank-accounts/2/months/2026-06/selection';
/** Of each test another one: the same question within a second is one question. */
let line = 4;

beforeEach(() => {
  line += 1;
});

function bar(done: string[], pending = false) {
  return (
    <SelectionBar
      place={{ companyId: 1, accountId: 2, month: '2026-06' }}
      lines={[line]}
      entries={[8, 9]}
      pending={pending}
      onMatch={() => done.push('match')}
      onDifference={() => done.push('difference')}
      onBook={() => done.push('book')}
      onErrors={() => done.push('errors')}
      onClear={() => done.push('clear')}
    />
  );
}

describe('what is selected', () => {
  it('is added up by the server and matched where both sides agree', async () => {
    const sent = answering({
      [PATH]: {
        body: { lines: 1, entries: 2, bank: '30.00', ledger: '30.00', apart: '0.00', balances: true },
      },
    });
    const done: string[] = [];
    renderHere(bar(done));
    await screen.findByText('they agree');
    expect(screen.getByRole('region', { name: 'Selection' }).textContent).toContain(
      '1 bank line 30.00, 2 entries 30.00',
    );
    expect(sent[0]?.body).toEqual({ lineIds: [line], entryIds: [8, 9] });
    expect(screen.queryByText('Match, book the difference')).toBeNull();
    await person.click(screen.getByRole('button', { name: /^Match these/ }));
    await person.click(screen.getByRole('button', { name: /^Clear/ }));
    expect(done).toEqual(['match', 'clear']);
  });

  it('that is apart cannot be matched; a small difference can be booked', async () => {
    answering({
      [PATH]: {
        body: {
          lines: 1,
          entries: 2,
          bank: '30.00',
          ledger: '29.90',
          apart: '0.10',
          balances: false,
          withinTolerance: true,
        },
      },
    });
    const done: string[] = [];
    renderHere(bar(done));
    await screen.findByText('0.10 apart');
    expect(screen.getByRole('button', { name: /^Match these/ })).toHaveProperty('disabled', true);
    await person.click(screen.getByRole('button', { name: 'Match, book the difference' }));
    expect(done).toEqual(['difference']);
  });

  it('waits while it is being matched', async () => {
    answering({
      [PATH]: { body: { lines: 1, entries: 2, bank: '1.00', ledger: '1.00', apart: '0.00', balances: true } },
    });
    renderHere(bar([], true));
    await screen.findByText('they agree');
    expect(screen.getByRole('button', { name: /^Match these/ })).toHaveProperty('disabled', true);
  });
});
