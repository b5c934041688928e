import { cleanup, screen, waitFor } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { answering, renderHere } from '../shared/testing';
import { ListEditor } from './ListEditor';
import { MissingNumbers } from './MissingNumbers';
import { fill, person } from '../shared/person';

afterEach(cleanup);

const SET_UP = { 'GET /api/v1/companies/1/set-up': { body: { sites: [{ id: 3, name: 'Weir House' }] } } };
const MISSING = '/api/v1/companies/1/set-up/missing-numbers';

describe('missing numbers', () => {
  it('are listed with their site', async () => {
    answering({
      ...SET_UP,
      [`GET ${MISSING}`]: {
        body: [
          { words: 'Our invoices', year: 0, from: 'INV-0002', to: 'INV-0004', count: 3 },
          { words: 'Receipts', siteId: 3, year: 2026, from: 'WH-2026-007', to: 'WH-2026-007', count: 1 },
        ],
      },
    });
    renderHere(<MissingNumbers />);
    await screen.findByText('INV-0002');
    await screen.findByText('Receipts, Weir House');
    expect(screen.getAllByRole('row')).toHaveLength(3);
  });

  it('are none where every number has its document', async () => {
    answering({ ...SET_UP, [`GET ${MISSING}`]: { body: [] } });
    renderHere(<MissingNumbers />);
    await screen.findByText('Every number that was given out has its document.');
    expect(screen.queryByRole('table')).toBeNull();
  });
});

describe('a list with something that may be left out', () => {
  const series = (
    <ListEditor
      title="Numbers"
      path="series"
      rows={[{ id: 4, kind: 'INVOICE', siteId: '', prefix: 'INV-', yearly: false }]}
      columns={[
        { key: 'kind', label: 'Of', choices: [['INVOICE', 'Our invoices']], fixed: true },
        { key: 'siteId', label: 'Site', choices: [['3', 'Weir House']], none: 'All', fixed: true },
        { key: 'prefix', label: 'Begins with' },
        { key: 'yearly', label: 'Anew each year', check: true },
      ]}
      empty={{ kind: '', siteId: '', prefix: '', yearly: false }}
      add="Add a series"
    />
  );

  it('says so, sends nothing for it, and does not change what is fixed', async () => {
    const sent = answering({ 'POST /api/v1/companies/1/set-up/series': { body: {} } });
    renderHere(series);
    screen.getByText('All');
    await person.click(screen.getByRole('button', { name: 'Change Our invoices' }));
    expect(screen.queryByLabelText('Site')).toBeNull();
    await person.click(screen.getByLabelText('Anew each year'));
    await person.click(screen.getByRole('button', { name: 'Keep' }));
    await waitFor(() =>
      expect(sent[0]?.body).toEqual({ id: 4, kind: 'INVOICE', prefix: 'INV-', yearly: true }),
    );
  });

  it('lets a new row choose it', async () => {
    const sent = answering({ 'POST /api/v1/companies/1/set-up/series': { body: {} } });
    renderHere(series);
    await person.click(screen.getByRole('button', { name: 'Add a series' }));
    await fill(screen.getByLabelText('Of'), 'INVOICE');
    await fill(screen.getByLabelText('Site'), '3');
    await fill(screen.getByLabelText('Begins with'), 'WH-');
    await person.click(screen.getByRole('button', { name: 'Keep' }));
    await waitFor(() =>
      expect(sent[0]?.body).toEqual({ kind: 'INVOICE', siteId: '3', prefix: 'WH-', yearly: false }),
    );
  });
});
