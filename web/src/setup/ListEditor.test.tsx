import { cleanup, screen, waitFor } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { answering, problem, renderHere } from '../shared/testing';
import { ListEditor } from './ListEditor';
import { fill, person } from '../shared/person';

const list = (
  <ListEditor
    title="Cost centres"
    path="cost-centres"
    rows={[{ id: 4, code: 'YARD', name: 'Boatyard', active: true }]}
    columns={[
      { key: 'code', label: 'Code', fixed: true },
      { key: 'name', label: 'Name' },
      { key: 'active', label: 'Active', check: true },
    ]}
    empty={{ code: '', name: '', active: true }}
    add="Add a cost centre"
  />
);

afterEach(cleanup);

describe('ListEditor', () => {
  it('changes a row in its place and sends it whole', async () => {
    const sent = answering({ 'POST /api/v1/companies/1/set-up/cost-centres': { body: { id: 4 } } });
    renderHere(list);
    await person.click(screen.getByRole('button', { name: 'Change YARD' }));
    expect(screen.queryByLabelText('Code')).toBeNull();
    await fill(screen.getByLabelText('Name'), 'Yard');
    await person.click(screen.getByRole('button', { name: 'Keep' }));
    await waitFor(() => expect(screen.queryByRole('button', { name: 'Keep' })).toBeNull());
    expect(sent[0]?.body).toEqual({ id: 4, code: 'YARD', name: 'Yard', active: true });
  });

  it('adds a row, and keeps what was typed when the server refuses it', async () => {
    answering({
      'POST /api/v1/companies/1/set-up/cost-centres': {
        status: 422,
        body: problem('name.taken', 'There is one.'),
      },
    });
    renderHere(list);
    await person.click(screen.getByRole('button', { name: 'Add a cost centre' }));
    await fill(screen.getByLabelText('Code'), 'yard');
    await person.click(screen.getByRole('button', { name: 'Keep' }));
    await screen.findByText('There is one.');
    expect((screen.getByLabelText('Code') as HTMLInputElement).value).toBe('yard');
  });
});
