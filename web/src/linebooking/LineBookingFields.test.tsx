import { cleanup, screen, waitFor } from '@testing-library/react';
import { useState } from 'react';
import { afterEach, describe, expect, it } from 'vitest';
import { answering, renderHere } from '../shared/testing';
import type { LineDetails } from './api';
import { isComplete, kindOf, LineBookingFields } from './LineBookingFields';
import type { BookedLine } from './kinds';
import { fill, offered } from '../shared/person';

afterEach(cleanup);

const ANSWERS = {
  'GET /api/v1/companies/1/ledger/accounts': {
    body: [
      { code: '1010', name: 'Operating', active: true, control: 'NONE', bankAccountId: 1 },
      { code: '1200', name: 'Receivables', active: true, control: 'RECEIVABLES' },
      { code: '6410', name: 'Charges', active: true, control: 'NONE' },
      { code: '6810', name: 'Rent', active: true, control: 'NONE' },
    ],
  },
  'GET /api/v1/companies/1/set-up': {
    body: { costCentres: [{ code: 'YARD', name: 'Boatyard', active: true }], taxCodes: [] },
  },
  'GET /api/v1/companies/1/bank-accounts': {
    body: [
      { id: 1, name: 'Operating', active: true },
      { id: 2, name: 'Payroll', active: true },
    ],
  },
  'GET /api/v1/companies/1/bank-accounts/1/uncleared-payments': {
    body: [{ id: 7, number: '10418', payee: 'Orrin Paints', date: '2026-06-02', amount: '61.20' }],
  },
};

let seen: { kind: string; details: LineDetails };

function Fields({ line }: { line?: BookedLine }) {
  const [kind, setKind] = useState('FEE');
  const [details, setDetails] = useState<LineDetails>({});
  seen = { kind, details };
  return (
    <LineBookingFields
      label="What it is"
      kind={kind}
      details={details}
      line={line}
      onKind={(next, start) => {
        setKind(next);
        setDetails(start);
      }}
      onDetails={setDetails}
    />
  );
}

const choose = (label: string, value: string) => fill(screen.getByLabelText(label), value);
const offers = (label: string) => offered(screen.getByLabelText(label));
const options = (label: string) =>
  [...(screen.getByLabelText(label) as HTMLSelectElement).options].map((o) => o.value);

describe('what a bank line is booked as', () => {
  it('is offered as it can be: a payment that waited for money out, somebody unknown for money in', async () => {
    answering(ANSWERS);
    renderHere(<Fields line={{ accountId: 1, out: '61.20' }} />);
    expect(options('What it is')).toContain('PAYMENT');
    expect(options('What it is')).not.toContain('UNIDENTIFIED');
    cleanup();
    renderHere(<Fields line={{ accountId: 1, in: '61.20' }} />);
    expect(options('What it is')).toContain('UNIDENTIFIED');
    expect(options('What it is')).not.toContain('PAYMENT');
    cleanup();
    renderHere(<Fields />);
    expect(options('What it is')).not.toContain('PAYMENT');
    expect(options('What it is')).toContain('CUSTOMER');
  });

  it('asks for an account other than its own, with cost centre, and is complete once it is chosen', async () => {
    answering(ANSWERS);
    renderHere(<Fields line={{ accountId: 1, out: '61.20' }} />);
    await choose('What it is', 'ACCOUNT');
    expect(isComplete(seen.kind, seen.details)).toBe(false);
    await waitFor(async () =>
      expect((await offers('Ledger account')).map((o) => o.slice(0, 4))).toEqual(['6410', '6810']),
    );
    await choose('Ledger account', '6810');
    await waitFor(async () =>
      expect((await offers('Cost centre')).map((o) => o.slice(0, 4))).toEqual(['YARD']),
    );
    await choose('Cost centre', 'YARD');
    expect(seen).toEqual({ kind: 'ACCOUNT', details: { account: '6810', costCentre: 'YARD' } });
    expect(isComplete(seen.kind, seen.details)).toBe(true);
    expect(kindOf('ACCOUNT')?.sentence?.(seen.details)).toEqual(['6810', 'cost centre YARD']);
  });

  it('forgets what another kind asked for', async () => {
    answering(ANSWERS);
    renderHere(<Fields line={{ accountId: 1, out: '61.20' }} />);
    await choose('What it is', 'ACCOUNT');
    await choose('What it is', 'SPLIT');
    expect(seen.details).toEqual({ parts: [{ account: '' }, { account: '' }] });
    await choose('What it is', 'INTEREST');
    expect(seen).toEqual({ kind: 'INTEREST', details: {} });
  });

  it('takes the payment of the amount that waits, and the other own account, as the likely ones', async () => {
    answering(ANSWERS);
    renderHere(<Fields line={{ accountId: 1, out: '61.20' }} />);
    await choose('What it is', 'PAYMENT');
    await waitFor(() => expect(seen.details).toEqual({ paymentId: 7 }));
    await choose('What it is', 'TRANSFER');
    await waitFor(() => expect(seen.details).toEqual({ otherBankAccountId: 2 }));
    cleanup();
    renderHere(<Fields line={{ accountId: 1, out: '9.00' }} />);
    await choose('What it is', 'PAYMENT');
    await screen.findByText('None of this amount waits');
    expect(isComplete(seen.kind, seen.details)).toBe(false);
  });
});
