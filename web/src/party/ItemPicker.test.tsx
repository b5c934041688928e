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

  it('lists the oldest of many, and ticks any other by its number or amount', async () => {
    let parts: Part[] = [];
    function Many() {
      const [chosen, setChosen] = useState<Part[]>([]);
      parts = chosen;
      const items = Array.from({ length: 400 }, (_, i) => item(i + 1, `${1000 + i}.37`, `${1000 + i}.37`));
      return <ItemPicker caption="What it settles" items={items} parts={chosen} onChange={setChosen} />;
    }
    render(<Many />);
    expect(screen.getAllByRole('row')).toHaveLength(16);
    expect(screen.queryByLabelText('Invoice B317')).toBeNull();
    await fill(screen.getByLabelText('Tick another item'), 'B317');
    await person.type(screen.getByLabelText('Tick another item'), '1398.37');
    await screen.findByText('Invoice B399, due 1 Jul 2026, 1,398.37');
    await person.keyboard('{Enter}');
    expect(parts.map((p) => p.itemId)).toEqual([317, 399]);
    expect((screen.getByLabelText('Invoice B317') as HTMLInputElement).checked).toBe(true);
    expect(screen.getAllByRole('row')).toHaveLength(18);
  });
});
