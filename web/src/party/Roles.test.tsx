import { cleanup, screen, waitFor } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { answering, renderHere, theParties } from '../shared/testing';
import type { PartyPage } from './api';
import { Roles } from './Roles';
import { fill, offered, person } from '../shared/person';

const role = (partyId: number, control: 'RECEIVABLES' | 'PAYABLES', open: string) => ({
  partyId,
  control,
  code: control === 'PAYABLES' ? 'P-70' : 'PELL',
  active: true,
  open,
});

const page = (roles: PartyPage['roles']): PartyPage => ({
  party: {
    id: 5,
    control: 'RECEIVABLES',
    code: 'PELL',
    name: 'Pell Charter',
    address: '',
    dueDays: 30,
    discountPercent: '0',
    discountDays: 0,
    active: true,
  },
  aging: { notDue: '640.00', to30: '0.00', to60: '0.00', over60: '0.00', total: '640.00' },
  roles,
  net: '490.00',
  open: [],
  all: [],
  more: false,
});

const ONE = page([role(5, 'RECEIVABLES', '640.00')]);
const TWO = page([role(5, 'RECEIVABLES', '640.00'), role(9, 'PAYABLES', '-150.00')]);

const press = (name: string) => person.click(screen.getByRole('button', { name }));

describe('the roles of somebody', () => {
  afterEach(cleanup);

  it('shows what is open in each and in all of them, as the server says', () => {
    answering({});
    renderHere(<Roles page={TWO} />);
    const rows = screen.getAllByRole('row').map((r) => r.textContent);
    expect(rows.slice(1)).toEqual(['CustomerPELL640.00', 'SupplierP-70(150.00)', 'In all roles490.00']);
    expect(screen.getByRole('link', { name: 'Supplier' }).getAttribute('href')).toBe('/parties/9');
  });

  it('adds a role with its own code and terms; one without invoices asks for none', async () => {
    const sent = answering({ 'POST /api/v1/companies/1/parties/5/roles': { body: {} } });
    renderHere(<Roles page={ONE} />);
    await press('Add a role');
    const which = screen.getByLabelText<HTMLSelectElement>('Pell Charter is also');
    expect([...which.options].map((o) => o.text)).toEqual(['a supplier', 'an employee', 'a sister company']);
    expect(screen.getByLabelText<HTMLInputElement>('Due after, days').value).toBe('30');
    await fill(which, 'EMPLOYEES');
    expect(screen.queryByLabelText('Due after, days')).toBeNull();
    await fill(screen.getByLabelText('Code'), 'E-7');
    await press('Add the role');
    await waitFor(() => expect(screen.queryByLabelText('Code')).toBeNull());
    expect(sent.find((s) => s.method === 'POST')?.body).toEqual({
      control: 'EMPLOYEES',
      code: 'E-7',
      dueDays: 0,
      discountPercent: '',
      discountDays: 0,
    });
  });

  it('joins only with those whose role is free, and keeps the choice when it is refused', async () => {
    const sent = answering({
      ...theParties([
        { id: 5, control: 'RECEIVABLES', name: 'Pell Charter', code: 'PELL' },
        { id: 6, control: 'RECEIVABLES', name: 'Redfern Yachts', code: 'REDFERN' },
        { id: 9, control: 'PAYABLES', name: 'Pell Charter Ltd.', code: 'P-70' },
      ]),
      'POST /api/v1/companies/1/parties/5/same': {
        status: 409,
        body: {
          problems: [{ code: 'party.role-taken', where: '', message: 'They are a supplier already.' }],
        },
      },
    });
    renderHere(<Roles page={ONE} />);
    await press('The same as another party here');
    const whom = screen.getByLabelText<HTMLInputElement>('Pell Charter is the same as');
    await waitFor(async () => expect(await offered(whom)).toEqual(['Pell Charter Ltd. supplier, P-70']));
    await fill(whom, 'Pell Charter Ltd.');
    await press('They are the same');
    await screen.findByText('They are a supplier already.');
    expect(whom.value).toBe('Pell Charter Ltd.');
    expect(sent.find((s) => s.method === 'POST')?.body).toEqual({ otherPartyId: 9 });
  });

  it('offers to part only where there are several, and nothing to who only looks', () => {
    answering({});
    renderHere(<Roles page={ONE} />);
    expect(screen.queryByText('This customer is somebody else')).toBeNull();
    cleanup();
    renderHere(<Roles page={TWO} />);
    expect(screen.getByText('This customer is somebody else')).toBeTruthy();
    cleanup();
    renderHere(<Roles page={TWO} />, ['VIEWER']);
    expect(screen.queryAllByRole('button')).toEqual([]);
  });
});
