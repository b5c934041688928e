import { cleanup, render, screen } from '@testing-library/react';
import { useState } from 'react';
import { afterEach, describe, expect, it } from 'vitest';
import type { ItemView } from './api';
import { ItemPicker, type Part } from './ItemPicker';
import { fill, person } from '../shared/person';

function item(id: number, open: string, payNow: string, discount?: string): ItemView {
  return {
    id,
    entryId: id,
    kind: 'INVOICE',
    title: `Invoice B${id}`,
    date: '2026-06-01',
    dueDate: '2026-07-01',
    credit: open,
    open: `-${open}`,
    payNow,
    ...(discount && { discount, discountUntil: '2026-06-11' }),
    settlements: [],
  };
}

function Holder({ onParts }: { onParts: (parts: Part[]) => void }) {
  const [parts, setParts] = useState<Part[]>([]);
  return (
    <ItemPicker
      caption="What it settles"
      items={[item(1, '500.00', '490.00', '10.00'), item(2, '80.00', '80.00')]}
      parts={parts}
      onChange={(p) => {
        setParts(p);
        onParts(p);
      }}
    />
  );
}

afterEach(cleanup);

describe('ItemPicker', () => {
  it('takes what the server says pays an item today, with its discount', async () => {
    let parts: Part[] = [];
    render(<Holder onParts={(p) => (parts = p)} />);
    await person.click(screen.getByLabelText('Invoice B1'));
    await person.click(screen.getByLabelText('Invoice B2'));
    expect(parts).toEqual([
      { itemId: 1, amount: '490.00', discount: '10.00' },
      { itemId: 2, amount: '80.00', discount: '' },
    ]);
  });

  it('keeps what was typed instead, and lets an item go again', async () => {
    let parts: Part[] = [];
    render(<Holder onParts={(p) => (parts = p)} />);
    await person.click(screen.getByLabelText('Invoice B1'));
    await fill(screen.getByLabelText('Pay now on Invoice B1'), '100');
    await fill(screen.getByLabelText('Discount on Invoice B1'), '');
    expect(parts).toEqual([{ itemId: 1, amount: '100', discount: '' }]);
    await person.click(screen.getByLabelText('Invoice B1'));
    expect(parts).toEqual([]);
  });
});
