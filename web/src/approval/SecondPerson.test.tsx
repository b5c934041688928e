import { cleanup, screen, waitFor } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { answering, problem, renderHere } from '../shared/testing';
import type { ApprovalView } from './api';
import { SecondPerson } from './SecondPerson';
import { fill, person } from '../shared/person';

afterEach(cleanup);

const PATH = '/api/v1/companies/1/approvals/7';
const PREVIEW = {
  preview: true,
  count: 0,
  entries: [],
  leaves: [{ what: 'Operating, in the ledger', before: '900.00', after: '799.99' }],
  warnings: [],
};
const ASKED: ApprovalView = {
  id: 7,
  title: 'Check 20421 to Orrin Paints',
  path: '/payments/3',
  state: 'ASKED',
  own: false,
  askedBy: 'Milo Maker',
  askedAt: '2026-07-01T10:00:00Z',
  lapsesAfter: '2026-07-31',
  reason: '',
};

const button = (name: string) => screen.queryByRole('button', { name });

describe('a second person', () => {
  it('sees what approving would book before it can be done, and does it once', async () => {
    const sent = answering({
      [`POST ${PATH}/approval?preview=true`]: { body: PREVIEW },
      [`POST ${PATH}/approval`]: { body: PREVIEW },
    });
    renderHere(<SecondPerson asked={ASKED} />);
    expect(button('Approve it')).toHaveProperty('disabled', true);
    await screen.findByText('799.99');
    await person.click(screen.getByRole('button', { name: 'Approve it' }));
    await person.click(screen.getByRole('button', { name: 'Approve it' }));
    await waitFor(() => expect(sent.filter((s) => s.path === `${PATH}/approval`)).toHaveLength(1));
  });

  it('cannot approve what would be refused, and reads why', async () => {
    answering({
      [`POST ${PATH}/approval?preview=true`]: {
        status: 422,
        body: problem('month.closed', 'June is closed.'),
      },
    });
    renderHere(<SecondPerson asked={ASKED} />);
    await screen.findByText('June is closed.');
    expect(button('Approve it')).toHaveProperty('disabled', true);
  });

  it('declines with a reason only', async () => {
    const sent = answering({
      [`POST ${PATH}/approval?preview=true`]: { body: PREVIEW },
      [`POST ${PATH}/refusal`]: {},
    });
    renderHere(<SecondPerson asked={ASKED} />);
    await person.click(screen.getByRole('button', { name: 'Decline it' }));
    expect(button('Decline it')).toHaveProperty('disabled', true);
    await fill(screen.getByLabelText('Why'), 'Paid by card');
    await person.click(screen.getByRole('button', { name: 'Decline it' }));
    await waitFor(() =>
      expect(sent.find((s) => s.path === `${PATH}/refusal`)?.body).toEqual({ reason: 'Paid by card' }),
    );
  });

  it('is nobody who asked: they may take it back', () => {
    const sent = answering({});
    renderHere(<SecondPerson asked={{ ...ASKED, own: true }} />);
    expect(button('Approve it')).toBeNull();
    expect(button('Take it back')).not.toBeNull();
    expect(sent).toEqual([]);
  });

  it('is nobody who only looks', () => {
    const sent = answering({});
    renderHere(<SecondPerson asked={ASKED} />, ['VIEWER']);
    expect(screen.queryAllByRole('button')).toEqual([]);
    expect(sent).toEqual([]);
  });

  it('can be asked again once it has lapsed', async () => {
    const sent = answering({ [`POST ${PATH}/renewal`]: {} });
    renderHere(<SecondPerson asked={{ ...ASKED, state: 'LAPSED' }} />);
    expect(button('Approve it')).toBeNull();
    await person.click(screen.getByRole('button', { name: 'Ask again' }));
    await waitFor(() => expect(sent.map((s) => s.path)).toContain(`${PATH}/renewal`));
  });

  it('has decided: who and why is told, and nothing is left to do', () => {
    answering({});
    renderHere(
      <SecondPerson
        asked={{ ...ASKED, state: 'DECLINED', decidedBy: 'Sena Second', reason: 'Paid by card' }}
      />,
    );
    expect(screen.getByText(/Sena Second declined/).textContent).toContain('Paid by card');
    expect(screen.queryAllByRole('button')).toEqual([]);
  });
});
