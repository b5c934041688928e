import { cleanup, screen, waitFor } from '@testing-library/react';
import { useLocation } from 'react-router';
import { afterEach, describe, expect, it } from 'vitest';
import { Finder } from './Finder';
import { person } from './person';
import { answering, renderHere } from './testing';

const FOUND = [
  { kind: 'PARTY', id: 5, title: 'Pell Charter', detail: 'PELL', tags: ['RECEIVABLES', 'active'] },
  {
    kind: 'ITEM',
    id: 31,
    title: 'Invoice 6-114',
    detail: 'Pell Charter',
    amount: '1,250.00',
    currency: 'USD',
    day: '2026-06-01',
    place: 77,
    tags: [],
  },
];

function Here() {
  const { pathname, search } = useLocation();
  return <output>{pathname + search}</output>;
}

function page() {
  const sent = answering({
    'GET /api/v1/companies/1/found*': { body: { found: FOUND, more: false, complete: true } },
  });
  renderHere(
    <>
      <Finder />
      <Here />
    </>,
  );
  return sent;
}

const at = () => screen.getByRole('status').textContent;

describe('find anything', () => {
  afterEach(cleanup);

  it('goes to what is found, by the keys alone', async () => {
    page();
    await person.keyboard('/');
    await person.keyboard('pell');
    await screen.findByText('Customer, PELL');
    expect(screen.getByText('1,250.00 USD')).toBeTruthy();
    await person.keyboard('{ArrowDown}{Enter}');
    await waitFor(() => expect(at()).toBe('/ledger/entries/77'));
    expect(screen.getByLabelText<HTMLInputElement>('Find anything').value).toBe('');
  });

  it('finds pages too, by other words than their names', async () => {
    page();
    await person.type(screen.getByLabelText('Find anything'), 'feeds');
    await person.click(await screen.findByText('Bank links'));
    expect(at()).toBe('/bank-links');
  });

  it('asks nothing for a single letter', async () => {
    const sent = page();
    await person.type(screen.getByLabelText('Find anything'), 'p');
    await new Promise((done) => setTimeout(done, 120));
    expect(sent).toEqual([]);
  });
});
