import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { person } from '../shared/person';
import { answering, problem, renderHere } from '../shared/testing';
import { HandIn, TakesPapers } from './HandIn';
import { useHandedIn } from './useHandedIn';

const PAPER = {
  id: 9,
  name: 'toner.png',
  type: 'PNG',
  version: 0,
  turned: 0,
  use: 'BOOKING',
  hold: '',
  sha256: 'c0ffee'.repeat(10) + 'c0ff',
};
const BASE = '/api/v1/companies/1';

function Form() {
  const of = useHandedIn();
  return (
    <TakesPapers of={of}>
      <HandIn of={of} hint="Drop it here" />
      <output>{of.ids.join(' ')}</output>
    </TakesPapers>
  );
}

const file = (name: string) => new File(['x'], name, { type: 'image/png' });

describe('handing pictures in', () => {
  afterEach(cleanup);

  it('takes what is chosen, says where the same is kept, and leaves it out again', async () => {
    const sent = answering({
      [`POST ${BASE}/papers`]: { status: 201, body: { paper: PAPER, same: [{ entryId: 44 }] } },
      [`DELETE ${BASE}/papers/9`]: {},
    });
    renderHere(<Form />);
    expect(screen.getByText('Drop it here')).toBeTruthy();
    await person.upload(
      document.querySelector('input[type=file]:not([capture])') as HTMLElement,
      file('t.png'),
    );
    expect(await screen.findByText('toner.png')).toBeTruthy();
    expect(screen.getByText('9')).toBeTruthy();
    const where = screen.getByText(/toner.png.*already/i).closest('p') as HTMLElement;
    expect(where.querySelector('a')?.getAttribute('href')).toBe('/ledger/entries/44');
    await person.click(screen.getByRole('button', { name: /Leave.*toner.png/i }));
    expect(screen.queryByText('toner.png')).toBeNull();
    await waitFor(() => expect(sent.some((s) => s.method === 'DELETE')).toBe(true));
  });

  it('takes what is pasted anywhere, and says why one was refused', async () => {
    const answers: Parameters<typeof answering>[0] = {
      [`POST ${BASE}/papers`]: {
        status: 422,
        body: problem('paper.kind', 'That is no picture.'),
      },
    };
    answering(answers);
    renderHere(<Form />);
    fireEvent.paste(document, { clipboardData: { files: [file('notes.txt')] } });
    expect(await screen.findByText(/That is no picture/)).toBeTruthy();
    answers[`POST ${BASE}/papers`] = { status: 201, body: { paper: PAPER, same: [] } };
    fireEvent.paste(document, { clipboardData: { files: [file('t.png')] } });
    expect(await screen.findByText('toner.png')).toBeTruthy();
    await waitFor(() => expect(screen.queryByText(/That is no picture/)).toBeNull());
  });
});
