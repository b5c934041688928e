import { cleanup, screen, waitFor } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { person } from '../shared/person';
import { answering, problem, renderHere } from '../shared/testing';
import { StartOver } from './StartOver';

const BASE = '/api/v1/companies/1/bank-accounts/2';
const place = { companyId: 1, accountId: 2, month: '2026-06' };

afterEach(cleanup);

describe('starting over', () => {
  it('says how many go before it lets them go, once', async () => {
    const sent = answering({
      [`POST ${BASE}/months/2026-06/start-over`]: { body: { id: 7, count: 3, stays: 1 } },
    });
    renderHere(<StartOver place={place} view={{ month: '2026-06', ties: 3 } as never} />);
    await person.click(screen.getByRole('button', { name: 'Start over …' }));
    await screen.findByText(/^3 matches of this month are let go/);
    expect(sent).toHaveLength(0);
    await person.dblClick(screen.getByRole('button', { name: 'Let 3 go' }));
    await waitFor(() => expect(sent.filter((s) => s.method === 'POST')).toHaveLength(1));
    await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
  });

  it('puts them back and says what is left; a refusal stays in words', async () => {
    let refuse = true;
    answering({
      get [`DELETE ${BASE}/started-over/7`]() {
        return refuse
          ? { status: 422, body: problem('over.done', 'They were put back already.') }
          : { body: { count: 2, left: 1 } };
      },
    });
    const view = { month: '2026-06', ties: 0, startedOver: { id: 7, count: 3, who: 'Maren', at: '' } };
    renderHere(<StartOver place={place} view={view as never} />);
    expect(screen.queryByRole('button', { name: 'Start over …' })).toBeNull();
    await person.click(screen.getByRole('button', { name: 'Put back 3 matches' }));
    await screen.findByText('They were put back already.');
    refuse = false;
    await person.click(screen.getByRole('button', { name: 'Put back 3 matches' }));
    await screen.findByText(/^2 were put back; 1 were not/);
  });
});
