import { cleanup, screen, waitFor } from '@testing-library/react';
import { useLocation } from 'react-router';
import { afterEach, describe, expect, it } from 'vitest';
import { DaySpan } from './DaySpan';
import { fill, person } from './person';
import { renderHere } from './testing';
import { filled, useFilters } from './useFilters';

function List() {
  const [f, set] = useFilters(['state', 'from', 'to']);
  return (
    <>
      <output>{useLocation().search}</output>
      <button onClick={() => set({ state: 'OPEN' })}>open ones</button>
      <button onClick={() => set({ state: '' })}>all</button>
      <DaySpan labels={['From', 'To']} from={f.from} to={f.to} onChange={set} />
    </>
  );
}
const address = () => screen.getByRole('status').textContent;

describe('what a list is narrowed by', () => {
  afterEach(cleanup);

  it('stands in the address, what narrows nothing left out, and what else was chosen stays', async () => {
    renderHere(<List />, ['VIEWER'], '/list?from=2026-06-01');
    expect((screen.getByLabelText('From') as HTMLInputElement).value).toContain('1 Jun');
    await person.click(screen.getByText('open ones'));
    await waitFor(() => expect(new URLSearchParams(address() ?? '').get('state')).toBe('OPEN'));
    expect(new URLSearchParams(address() ?? '').get('from')).toBe('2026-06-01');
    await person.click(screen.getByText('all'));
    await waitFor(() => expect(address()).toBe('?from=2026-06-01'));
    expect(filled({ a: '', b: 'x', c: undefined })).toEqual({ b: 'x' });
  });

  it('narrows by a day that can be read, and not by one that cannot', async () => {
    renderHere(<List />, ['VIEWER'], '/list');
    await fill(screen.getByLabelText('To'), '6/3/2026');
    await person.tab();
    await waitFor(() => expect(address()).toBe('?to=2026-06-03'));
    await fill(screen.getByLabelText('To'), 'some day');
    await person.tab();
    expect(address()).toBe('?to=2026-06-03');
  });
});
