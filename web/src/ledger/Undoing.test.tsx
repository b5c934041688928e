import { cleanup, screen, waitFor } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { answering, problem, renderHere } from '../shared/testing';
import { Undoing } from './Undoing';
import { fill, person } from '../shared/person';

afterEach(cleanup);

const PATH = '/api/v1/companies/1/transfers/4/reversal';
const preview = {
  preview: true,
  count: 0,
  entries: [],
  leaves: [{ what: 'Operating, in the ledger', before: '90.00', after: '100.00' }],
  warnings: [],
};

describe('Undoing', () => {
  it('shows what it leaves, then does it on the day that was picked', async () => {
    const sent = answering({
      [`POST ${PATH}?preview=true`]: { body: preview },
      [`POST ${PATH}`]: { body: preview },
    });
    let done = false;
    renderHere(
      <Undoing path="/transfers/4/reversal" from="2026-06-01" label="Reverse" onDone={() => (done = true)} />,
    );
    await screen.findByText('100.00');
    await fill(screen.getByLabelText('Date'), '4 jun 2026');
    await waitFor(() => expect(sent.map((s) => s.body)).toContainEqual({ date: '2026-06-04' }));
    await waitFor(() =>
      expect(screen.getByRole('button', { name: 'Reverse' })).toHaveProperty('disabled', false),
    );
    await person.click(screen.getByRole('button', { name: 'Reverse' }));
    await waitFor(() => expect(done).toBe(true));
    expect(sent.find((s) => s.path === PATH)?.body).toEqual({ date: '2026-06-04' });
  });

  it('offers nothing that the server would refuse, and says why', async () => {
    answering({ [`POST ${PATH}?preview=true`]: { status: 409, body: problem('x', 'It is matched.') } });
    renderHere(
      <Undoing path="/transfers/4/reversal" from="2026-06-01" label="Reverse" onDone={() => undefined} />,
    );
    await screen.findByText('It is matched.');
    expect(screen.getByRole('button', { name: 'Reverse' })).toHaveProperty('disabled', true);
  });

  it('lets a match with the bank go first where that is asked, on the day of the thing itself', async () => {
    const sent = answering({
      get [`POST ${PATH}?preview=true`]() {
        const body = sent?.at(-1)?.body as { undoMatches?: boolean } | undefined;
        return body?.undoMatches
          ? { body: { ...preview, warnings: ['The match on Operating with SWEEP is undone first.'] } }
          : { status: 409, body: problem('entry.matched', 'It is matched.') };
      },
      [`POST ${PATH}`]: { body: preview },
    });
    renderHere(
      <Undoing
        path="/transfers/4/reversal"
        from="2026-06-01"
        label="Reverse"
        letsMatchesGo
        onDone={() => undefined}
      />,
    );
    await person.click(await screen.findByLabelText('Undo its match with the bank first'));
    await screen.findByText('The match on Operating with SWEEP is undone first.');
    await person.click(screen.getByRole('button', { name: 'Its own day, 1 Jun 2026' }));
    await waitFor(() =>
      expect(screen.getByRole('button', { name: 'Reverse' })).toHaveProperty('disabled', false),
    );
    await person.click(screen.getByRole('button', { name: 'Reverse' }));
    await waitFor(() =>
      expect(sent.find((x) => x.path === PATH)?.body).toEqual({ date: '2026-06-01', undoMatches: true }),
    );
  });
});
