import { cleanup, screen, waitFor } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { person } from '../shared/person';
import { answering, renderHere } from '../shared/testing';
import { CountingDesk } from './CountingDesk';

const OF = { id: 7, number: 'D-192', account: 'Operating', site: 'Dock office', paperDate: '2026-07-02' };
const BEFORE = { of: OF, version: 3, pieces: ['100.00', '1.00'], checks: [], counted: {} };

function desk(after: object) {
  const sent = answering({
    'GET /api/v1/companies/1/counting': { body: [OF] },
    'GET /api/v1/companies/1/counting/7': { body: BEFORE },
    'POST /api/v1/companies/1/counting/7': { body: after },
  });
  renderHere(<CountingDesk />, ['COUNTER']);
  return sent;
}

describe('the desk of whoever only counts', () => {
  afterEach(cleanup);

  it('sends the count whole, with what is still being typed, and shows what it is compared with only then', async () => {
    const sent = desk({
      ...BEFORE,
      version: 4,
      checks: ['847.13', '20.00'],
      slip: {
        total: '894.13',
        count: {
          total: '867.13',
          agrees: false,
          leftovers: [
            { explanations: [{ kind: 'DIGITS_SWAPPED', words: 'the digits 7 and 4 are swapped' }] },
          ],
        },
      },
    });
    await person.click(await screen.findByText('D-192'));
    expect(await screen.findByText('What is on the slip is shown once the count is in.')).toBeTruthy();
    expect(screen.queryByText('894.13')).toBeNull();
    const next = screen.getByLabelText('Amount of the next check');
    await person.type(next, '847.13{Enter}');
    await person.type(next, '20.00');
    await person.type(screen.getByLabelText(/of 100/), '2');
    await person.click(screen.getByText('The count is in'));
    await screen.findByText('the digits 7 and 4 are swapped');
    const posted = sent.filter((s) => s.method === 'POST');
    expect(posted).toHaveLength(1);
    expect(posted[0]?.body).toEqual({
      version: 3,
      checks: ['847.13', '20.00'],
      pieces: { '100.00': 2 },
    });
  });

  it('keeps what was counted when somebody else changed the slip, and sends it on the slip as it is now', async () => {
    let version = 3;
    const sent = answering({
      'GET /api/v1/companies/1/counting': { body: [OF] },
      'GET /api/v1/companies/1/counting/7': {
        get body() {
          return { ...BEFORE, version: version++ };
        },
      },
      'POST /api/v1/companies/1/counting/7': {
        status: 409,
        body: {
          code: 'slip.changed',
          problems: [
            {
              code: 'slip.changed',
              where: '',
              found: '',
              expected: '',
              remedy: '',
              message: 'The slip was changed meanwhile.',
              values: {},
            },
          ],
        },
      },
    });
    renderHere(<CountingDesk />, ['COUNTER']);
    await person.click(await screen.findByText('D-192'));
    await person.type(await screen.findByLabelText('Amount of the next check'), '10.00{Enter}');
    await person.click(screen.getByText('The count is in'));
    await screen.findByText('The count was not taken');
    await waitFor(() =>
      expect(sent.filter((s) => s.method === 'GET' && s.path.endsWith('/7'))).toHaveLength(2),
    );
    expect(screen.getByText('10.00')).toBeTruthy();
    await person.click(screen.getByText('The count is in'));
    await waitFor(() => expect(sent.filter((s) => s.method === 'POST')).toHaveLength(2));
    const [first = 0, second = 0] = sent
      .filter((s) => s.method === 'POST')
      .map((s) => (s.body as { version: number }).version);
    expect(second).toBeGreaterThan(first);
  });

  it('keeps a number of pieces that is none from being sent', async () => {
    const sent = desk(BEFORE);
    await person.click(await screen.findByText('D-192'));
    await person.type(await screen.findByLabelText(/of 100/), 'two');
    await waitFor(() => expect(screen.getByText<HTMLButtonElement>('The count is in').disabled).toBe(true));
    expect(sent.filter((s) => s.method === 'POST')).toEqual([]);
  });
});
