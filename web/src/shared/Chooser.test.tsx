import { cleanup, render, screen } from '@testing-library/react';
import { useState } from 'react';
import { afterEach, describe, expect, it } from 'vitest';
import { ChooserField, narrowed } from './Chooser';
import { offered, person } from './person';

const ACCOUNTS: [string, string][] = [
  ['1010', '1010 Operating'],
  ['5010', '5010 Timber'],
  ['5020', '5020 Épicerie et timbres'],
  ['6010', '6010 Rent of the dock'],
];

let value = '';

function Field({ start = '' }: { start?: string }) {
  const [chosen, setChosen] = useState(start);
  value = chosen;
  return (
    <>
      <ChooserField label="Account" empty="Choose" value={chosen} choices={ACCOUNTS} onChange={setChosen} />
      <button type="button">Next</button>
    </>
  );
}

const field = () => screen.getByLabelText<HTMLInputElement>('Account');

describe('choosing by typing', () => {
  afterEach(cleanup);

  it('narrows by the beginnings of words in any order, those within a word after them', () => {
    const words = (typed: string) =>
      narrowed(
        ACCOUNTS.map(([v, w]) => ({ value: v, words: w })),
        typed,
      ).map((c) => c.value);
    expect(words('tim')).toEqual(['5010', '5020']);
    expect(words('dock rent')).toEqual(['6010']);
    expect(words('epic')).toEqual(['5020']);
    expect(words('ber')).toEqual(['5010']);
    expect(words('01')).toEqual(['1010', '5010', '6010']);
    expect(words('')).toHaveLength(4);
    expect(words('nobody')).toEqual([]);
  });

  it('leaves Escape to the dialog around it once its list is closed', async () => {
    const heard: boolean[] = [];
    const listen = (e: KeyboardEvent) => heard.push(e.defaultPrevented);
    document.addEventListener('keydown', listen);
    render(<Field start="1010" />);
    await person.click(field());
    await person.keyboard('{Escape}');
    expect(heard).toEqual([]);
    await person.keyboard('{Escape}');
    document.removeEventListener('keydown', listen);
    expect(heard).toEqual([false]);
    expect(value).toBe('1010');
  });

  it('offers what is named just so before what begins with it', () => {
    const pages = ['Receipts in hand', 'Receipts', 'Unidentified receipts'];
    const found = narrowed(
      pages.map((p) => ({ value: p, words: p })),
      'receipts ',
    );
    expect(found.map((c) => c.value)).toEqual(['Receipts', 'Receipts in hand', 'Unidentified receipts']);
  });

  it('takes what is marked by Enter, or by leaving with Tab', async () => {
    render(<Field />);
    expect(await offered(field())).toHaveLength(4);
    await person.type(field(), 'tim{ArrowDown}{Enter}');
    expect(value).toBe('5020');
    await person.clear(field());
    await person.type(field(), 'rent');
    await person.tab();
    expect(value).toBe('6010');
    expect(field().value).toBe('6010 Rent of the dock');
  });

  it('keeps what was chosen when what is typed is left by Escape or fits nothing', async () => {
    render(<Field start="1010" />);
    await person.clear(field());
    await person.type(field(), 'zzz{Enter}');
    await person.tab();
    expect(value).toBe('1010');
    expect(field().value).toBe('1010 Operating');
    await person.type(field(), 'tim{Escape}');
    expect(value).toBe('1010');
    expect(field().value).toBe('1010 Operating');
  });

  it('chooses nothing once it is emptied and left', async () => {
    render(<Field start="1010" />);
    await person.clear(field());
    await person.tab();
    expect(value).toBe('');
    expect(field().value).toBe('');
  });

  it('shows a value that is none of them as it is', () => {
    render(<Field start="7777" />);
    expect(field().value).toBe('7777');
  });
});
