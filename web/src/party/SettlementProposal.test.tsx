import { cleanup, screen, waitFor } from '@testing-library/react';
import { useState } from 'react';
import { afterEach, describe, expect, it } from 'vitest';
import { answering, problem, renderHere } from '../shared/testing';
import type { Part } from './ItemPicker';
import { SettlementProposal } from './SettlementProposal';
import { fill, person } from '../shared/person';

const path = 'POST /api/v1/companies/1/parties/7/settlement-proposal';
const sum = {
  basis: 'SUM',
  items: [
    { itemId: 3, amount: '98.00', discount: '2.00' },
    { itemId: 4, amount: '250.00' },
  ],
  rest: '0.00',
  several: false,
  told: '2 items come to this amount together.',
};

afterEach(cleanup);

function Form({ amount, onTake }: { amount?: string; onTake: (parts: Part[]) => void }) {
  const [parts, setParts] = useState<Part[]>([]);
  return (
    <SettlementProposal
      partyId={7}
      received
      amount={amount}
      date="2026-06-10"
      parts={parts}
      onTake={(p) => {
        setParts(p);
        onTake(p);
      }}
    />
  );
}

describe('SettlementProposal', () => {
  it('offers what comes to the amount, and ticks it only when it is asked to', async () => {
    const sent = answering({ [path]: { body: sum } });
    const taken: Part[][] = [];
    renderHere(<Form amount="348.00" onTake={(p) => taken.push(p)} />);
    await screen.findByText(/2 items come to this amount together/);
    expect(sent[0]?.body).toEqual({ received: true, amount: '348.00', date: '2026-06-10', numbers: '' });
    expect(taken).toEqual([]);
    await person.click(screen.getByRole('button', { name: 'Tick them' }));
    expect(taken).toEqual([
      [
        { itemId: 3, amount: '98.00', discount: '2.00' },
        { itemId: 4, amount: '250.00', discount: '' },
      ],
    ]);
    await waitFor(() => expect(screen.queryByRole('button', { name: 'Tick them' })).toBeNull());
  });

  it('ticks the items of pasted numbers at once', async () => {
    const numbers = { ...sum, basis: 'NUMBERS', told: '2 items picked by number.' };
    const sent = answering({ [path]: { body: numbers } });
    const taken: Part[][] = [];
    renderHere(<Form amount="" onTake={(p) => taken.push(p)} />);
    expect(sent).toEqual([]);
    await fill(screen.getByLabelText('Numbers on the remittance slip'), 'R-1001, R-1002');
    await screen.findByText(/2 items picked by number/);
    await waitFor(() => expect(taken).toHaveLength(1));
    expect(taken[0]?.map((p) => p.itemId)).toEqual([3, 4]);
  });

  it('asks for an amount where the form has none, and says what is wrong with it', async () => {
    const sent = answering({ [path]: { status: 422, body: problem('amount.unreadable', 'Found “12,5”.') } });
    renderHere(<Form onTake={() => {}} />);
    await fill(screen.getByLabelText(/Amount to spread/), '12,5');
    await screen.findByText('Found “12,5”.');
    expect(sent[0]?.body).toMatchObject({ amount: '12,5' });
  });
});
