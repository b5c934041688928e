import { cleanup, screen, waitFor } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import type { RowView } from './api';
import { answering, renderHere } from '../shared/testing';
import { NoteDialog } from './NoteDialog';
import { OpenLine } from './OpenLine';
import { fill, person } from '../shared/person';

afterEach(cleanup);

const row: RowView = {
  lineId: 7,
  place: 3,
  date: '2026-06-04',
  title: 'Marlin Freight',
  counterparty: '',
  reference: '',
  checkNumber: '',
  bankCode: '',
  voidCheck: '',
  extra: 'charges 4.00; originally EUR 90.00',
  out: '100.00',
  bankBalance: '50.00',
  state: 'OPEN',
  explainedBy: 'nothing found yet',
  candidates: 0,
  twin: 'The bank may have booked this twice: it is like its line of 3 Jun, and the ledger has fewer.',
};

/** What the other accounts have for the line. */
const OTHER_ENDS = 'GET /api/v1/companies/1/bank-accounts/2/lines/7/other-ends';

function open(change: boolean, asked: string[] = [], role: 'PREPARER' | 'VIEWER' = 'PREPARER') {
  answering({ [OTHER_ENDS]: { body: [] } });
  renderHere(
    <OpenLine
      row={row}
      picked={[]}
      change={change}
      candidates={[]}
      pending={false}
      place={{ companyId: 1, accountId: 2, month: '2026-06' }}
      onTake={() => asked.push('take')}
      onDifference={(i) => asked.push(`difference ${i}`)}
      onOtherEnd={(line, end) => asked.push(`transfer ${line} ${end.lineId}`)}
      onBook={() => asked.push('book')}
      onBankError={() => asked.push('error')}
      onPick={() => asked.push('pick')}
      onTwice={(line) => asked.push(`twice ${line}`)}
    />,
    [role],
  );
}

describe('OpenLine', () => {
  it('tells what else the bank said, and asks to take out a line that stands twice', async () => {
    const asked: string[] = [];
    open(true, asked);
    screen.getByText('The bank also tells: charges 4.00; originally EUR 90.00');
    await person.click(screen.getByRole('button', { name: 'Duplicate' }));
    expect(asked).toEqual(['twice 7']);
  });

  it('offers nothing to who may only look', () => {
    open(false, [], 'VIEWER');
    expect(screen.queryByRole('button')).toBeNull();
  });

  it('offers nothing but a note where the month no longer changes', () => {
    open(false);
    expect(screen.getAllByRole('button').map((b) => b.textContent)).toEqual(['Note c']);
  });
});

describe('NoteDialog', () => {
  it('keeps what was typed when it was refused', async () => {
    renderHere(
      <NoteDialog
        on="twice"
        ids={[7]}
        onClose={() => undefined}
        onSay={() => Promise.reject(new Error('The month is certified.'))}
      />,
    );
    const field = screen.getByLabelText('How it is known that it is the same movement');
    await fill(field, 'Same stamp');
    await person.click(screen.getByRole('button', { name: 'Take the line out' }));
    await waitFor(() => screen.getByRole('alert'));
    expect(field).toHaveProperty('value', 'Same stamp');
  });
});
