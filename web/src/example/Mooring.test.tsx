import { screen, waitFor } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { found, together } from '../capabilities';
import { fill, person } from '../shared/person';
import { answering, problem, renderHere } from '../shared/testing';
import { mooring } from './mooring';

const PATH = '/api/v1/companies/1/moorings';
const BOOKED = { preview: true, count: 1, entries: [], leaves: [], warnings: ['The berth is let.'] };
const all = together([...found, mooring]);

describe('a new thing that books', () => {
  it('brings its page, form, place and what lines are booked as beside those that are there', () => {
    const before = together(found);
    for (const part of ['routes', 'forms', 'places', 'lineBookings'] as const) {
      expect(all[part]).toHaveLength(before[part].length + 1);
    }
    expect(all.places.filter((p) => p.in === 'money-in').at(-1)?.label).toBe('Moorings');
    expect(all.lineBookings.at(-1)?.kind).toBe('MOORING');
    expect(all.forms.find((f) => f.kind === 'MOORING')?.path).toBe('/moorings/new');
  });

  it('is previewed, kept as a draft and booked by the form that all share', async () => {
    const sent = answering({
      [`POST ${PATH}?preview=true`]: { body: BOOKED },
      'POST /api/v1/companies/1/drafts': { body: { id: 4, version: 1 } },
      [`POST ${PATH}`]: { status: 422, body: problem('mooring.nights', 'Found 0 nights.') },
    });
    const Page = all.routes.find(([path]) => path === '/moorings/new')?.[1];
    if (!Page) {
      throw new Error('the page is not there');
    }
    renderHere(<Page />);
    expect(sent).toEqual([]);
    await fill(screen.getByLabelText('Boat'), 'Grey Heron');
    await fill(screen.getByLabelText('A night'), '45');
    await screen.findByText('The berth is let.');
    await person.click(screen.getByRole('button', { name: /Book this fee/ }));
    await screen.findByText(/Found 0 nights/);
    expect(screen.getByLabelText<HTMLInputElement>('Boat').value).toBe('Grey Heron');
    await person.click(screen.getByRole('button', { name: /Keep as a draft/ }));
    const fee = { date: '2026-07-02', boat: 'Grey Heron', nights: 1, amount: '45' };
    await waitFor(() =>
      expect(sent.find((s) => s.path.endsWith('/drafts'))?.body).toMatchObject({
        kind: 'MOORING',
        body: fee,
      }),
    );
    expect(sent.find((s) => s.path === PATH)?.body).toEqual(fee);
  });

  it('has its own fields where a bank line is booked as it, and is complete once they say enough', async () => {
    const kind = all.lineBookings.find((k) => k.kind === 'MOORING');
    const Fields = kind?.Fields;
    if (!Fields) {
      throw new Error('no fields');
    }
    const seen: [unknown, string | undefined][] = [];
    renderHere(<Fields details={{}} onDetails={(d, party) => seen.push([d, party])} />);
    expect(kind.complete?.({})).toBe(false);
    await person.type(screen.getByLabelText('Boat'), 'G');
    expect(seen).toEqual([[{ boat: 'G' }, 'G']]);
    expect(kind.complete?.({ boat: 'G' } as object)).toBe(true);
  });
});
