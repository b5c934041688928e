import { cleanup, screen } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { renderHere } from '../shared/testing';
import { keepFor } from './unfinished';
import { useKept } from './useKept';
import { fill, person } from '../shared/person';

function Note({ about }: { about: number }) {
  const { form, set, forget, notice } = useKept(`note.${about}`, { text: '' });
  return (
    <>
      {notice}
      <input aria-label="Note" value={form.text} onChange={(e) => set({ text: e.target.value })} />
      <button type="button" onClick={forget}>
        Done
      </button>
    </>
  );
}

const field = () => screen.getByLabelText<HTMLInputElement>('Note');

describe('a form that was left half typed', () => {
  beforeEach(() => sessionStorage.clear());
  afterEach(cleanup);

  it('is as it was when it is opened again, and begins anew when told to', async () => {
    renderHere(<Note about={1} />);
    expect(screen.queryByRole('status')).toBeNull();
    await fill(field(), 'Half a');
    cleanup();
    renderHere(<Note about={2} />);
    expect(field().value).toBe('');
    cleanup();
    renderHere(<Note about={1} />);
    expect(field().value).toBe('Half a');
    await person.click(screen.getByText('Begin anew'));
    expect(field().value).toBe('');
    expect(screen.queryByRole('status')).toBeNull();
    cleanup();
    renderHere(<Note about={1} />);
    expect(field().value).toBe('');
  });

  it('is not shown to the next person who signs in here, and is to the same', async () => {
    keepFor('maren');
    renderHere(<Note about={1} />);
    await fill(field(), 'Half a');
    cleanup();
    keepFor(' Maren');
    renderHere(<Note about={1} />);
    expect(field().value).toBe('Half a');
    cleanup();
    keepFor('torvald');
    renderHere(<Note about={1} />);
    expect(field().value).toBe('');
  });

  it('is forgotten once it is done', async () => {
    renderHere(<Note about={1} />);
    await fill(field(), 'Whole');
    await person.click(screen.getByText('Done'));
    cleanup();
    renderHere(<Note about={1} />);
    expect(field().value).toBe('');
  });
});
