import { cleanup, screen, waitFor } from '@testing-library/react';
import { useState } from 'react';
import { afterEach, describe, expect, it } from 'vitest';
import { fill, person } from '../shared/person';
import { answering, problem, renderHere, theParties } from '../shared/testing';
import type { Control } from '../shared/useBooks';
import { PartyField } from './PartyChooser';

const PELL = { id: 5, control: 'RECEIVABLES', name: 'Pell Charter', code: 'PELL' };
const ORRIN = { id: 8, control: 'PAYABLES', name: 'Orrin Paints', code: 'ORRIN' };

let chosen: number | undefined;

function Field({ roles }: { roles?: Control[] }) {
  const [id, setId] = useState<number>();
  chosen = id;
  return (
    <PartyField label="Whom" empty="Anybody" roles={roles} partyId={id} onChange={(p) => setId(p?.id)} />
  );
}

describe('choosing a party', () => {
  afterEach(cleanup);

  it('asks the server by what is typed, in the role that is wanted', async () => {
    const sent = answering(theParties([PELL, ORRIN]));
    renderHere(<Field roles={['PAYABLES']} />);
    await person.type(screen.getByLabelText('Whom'), 'Orrin');
    const asked = () => sent.filter((s) => s.path.includes('/found')).map((s) => decodeURIComponent(s.path));
    await waitFor(() => expect(asked().at(-1)).toContain('text=Orrin'));
    expect(asked().at(-1)).toContain('PAYABLES');
    await fill(screen.getByLabelText('Whom'), 'Orrin');
    expect(chosen).toBe(8);
    expect(screen.getByLabelText<HTMLInputElement>('Whom').value).toBe('Orrin Paints');
  });

  it('makes a new one of the typed name, and keeps it typed when it is refused', async () => {
    let refuse = true;
    const made = { id: 9, control: 'PAYABLES', name: 'Terncliff Oils', code: 'TERN' };
    const sent = answering({
      'GET /api/v1/companies/1/found*': { body: { found: [], more: false, complete: true } },
      'GET /api/v1/companies/1/party-names?id=9': { body: [made] },
      get 'POST /api/v1/companies/1/parties'() {
        return refuse ? { status: 422, body: problem('party.code', 'That code is taken.') } : { body: made };
      },
    });
    renderHere(<Field roles={['PAYABLES']} />);
    await person.type(screen.getByLabelText('Whom'), 'Terncliff Oils');
    await person.click(await screen.findByText('New supplier: Terncliff Oils'));
    await screen.findByText('New supplier');
    await person.click(screen.getByRole('button', { name: 'Add this supplier' }));
    await screen.findByText('That code is taken.');
    expect(screen.getByLabelText<HTMLInputElement>('Name').value).toBe('Terncliff Oils');
    refuse = false;
    await person.click(screen.getByRole('button', { name: 'Add this supplier' }));
    await waitFor(() => expect(chosen).toBe(9));
    expect(sent.filter((s) => s.method === 'POST').at(-1)?.body).toMatchObject({
      control: 'PAYABLES',
      name: 'Terncliff Oils',
      dueDays: 30,
    });
    expect(screen.getByLabelText<HTMLInputElement>('Whom').value).toBe('Terncliff Oils');
  });

  it('asks again while the index is being made, and makes nobody new who may be there', async () => {
    const { body } = theParties([PELL])['GET /api/v1/companies/1/found*'] as { body: object };
    let asked = 0;
    answering({
      get 'GET /api/v1/companies/1/found*'() {
        asked++;
        return { body: asked < 3 ? { found: [], more: false, complete: false } : body };
      },
    });
    renderHere(<Field roles={['RECEIVABLES']} />);
    await person.type(screen.getByLabelText('Whom'), 'pell');
    await screen.findByText('Looking…');
    expect(screen.queryByText(/^New customer/)).toBeNull();
    await screen.findByText('Pell Charter', undefined, { timeout: 4_000 });
    await screen.findByText('New customer: pell');
  });

  it('never takes what was found for other letters, however fast Enter comes', async () => {
    answering(theParties([PELL, ORRIN]));
    renderHere(<Field />);
    const field = screen.getByLabelText('Whom');
    await person.click(field);
    await screen.findByText('Pell Charter');
    await person.keyboard('Zeb{Enter}');
    expect(chosen).toBeUndefined();
    expect(screen.queryByRole('dialog')).toBeNull();
    await person.clear(field);
    await person.keyboard('orr{Enter}');
    expect(chosen).toBe(8);
  });

  it('offers nobody new to who only looks', async () => {
    answering(theParties([]));
    renderHere(<Field roles={['PAYABLES']} />, ['VIEWER']);
    await person.type(screen.getByLabelText('Whom'), 'Terncliff');
    await screen.findByText('Nothing fits what is typed.');
    expect(screen.queryByText(/^New supplier/)).toBeNull();
  });
});
