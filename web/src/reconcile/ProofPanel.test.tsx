import { cleanup, screen } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { person } from '../shared/person';
import { answering, renderHere } from '../shared/testing';
import { ProofPanel } from './ProofPanel';

const NOTHING = { count: 0, total: '0.00' };

function show() {
  answering({});
  renderHere(
    <>
      <input aria-label="Anything" />
      <ProofPanel
        place={{ companyId: 1, accountId: 2, month: '2026-06' }}
        view={
          {
            currency: 'USD',
            notOnStatement: [],
            notOnStatementCount: 0,
            openLines: 1,
            proof: {
              at: '2026-06-30',
              holds: false,
              gap: '9.00',
              words: 'Digits are swapped.',
              bankBalance: '109.00',
              adjustedBank: '109.00',
              ledgerBalance: '100.00',
              adjustedLedger: '100.00',
              ...Object.fromEntries(
                ['onTheWay', 'notPresented', 'bankErrors', 'notBookedIn', 'notBookedOut', 'ledgerErrors'].map(
                  (group) => [group, NOTHING],
                ),
              ),
            },
          } as never
        }
        change
        picked={[]}
        traced={false}
        pending={false}
        ticking={[]}
        tickError={null}
        onTrace={() => undefined}
        onGo={() => undefined}
        onPick={() => undefined}
        onPickSome={() => undefined}
        onTick={() => undefined}
        onLedgerError={() => undefined}
        onNoLedgerError={() => undefined}
      />
    </>,
  );
}

describe('the proof beside the ladder', () => {
  beforeEach(() => localStorage.clear());
  afterEach(cleanup);

  it('folds to the edge with the gap in sight, stays so, and comes back', async () => {
    show();
    screen.getByText('Adjusted bank balance');
    await person.keyboard('p');
    expect(screen.queryByText('Adjusted bank balance')).toBeNull();
    screen.getByText('Proof at 30 Jun: 9.00 apart');
    cleanup();
    show();
    screen.getByText('Proof at 30 Jun: 9.00 apart');
    await person.click(screen.getByRole('button', { name: 'Show the proof' }));
    screen.getByText('Adjusted bank balance');
  });

  it('does not fold while somebody types', async () => {
    show();
    await person.type(screen.getByLabelText('Anything'), 'pp');
    screen.getByText('Adjusted bank balance');
  });
});
