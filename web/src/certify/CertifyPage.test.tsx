import { cleanup, screen, waitFor, within } from '@testing-library/react';
import { Route, Routes } from 'react-router';
import { afterEach, describe, expect, it } from 'vitest';
import { answering, problem, renderHere } from '../shared/testing';
import CertifyPage from './CertifyPage';
import { fill, person } from '../shared/person';

afterEach(cleanup);

const BASE = '/api/v1/companies/1/bank-accounts/2/months/2026-06';
const GROUP = { total: '0.00', items: [] };
const CASH = { name: 'adjustedBank', opening: '1.00', in: '0.00', out: '0.00', closing: '1.00' };
const CONTENT = {
  company: 'Quillhaven',
  account: 'Operating',
  currency: 'USD',
  month: '2026-06',
  from: '2026-06-01',
  to: '2026-06-30',
  previousSeal: '',
  proof: {
    bankBalance: '1.00',
    adjustedBank: '1.00',
    ledgerBalance: '1.00',
    adjustedLedger: '1.00',
    gap: '0.00',
    onTheWay: GROUP,
    notPresented: GROUP,
    bankErrors: GROUP,
    notBookedIn: GROUP,
    notBookedOut: GROUP,
    ledgerErrors: GROUP,
  },
  proofOfCash: {
    bank: [],
    adjustedBank: CASH,
    ledger: [],
    adjustedLedger: { ...CASH, name: 'adjustedLedger' },
  },
  preparedBy: { name: 'Maren Oduya', at: '2026-07-01T10:00:00Z' },
  certifiedBy: { name: '', at: '' },
  onePerson: false,
};
const holds = (code: string, yes: boolean, place = 'PREPARING') => ({
  code,
  holds: yes,
  words: `About ${code}`,
  detail: '',
  place,
});

function page(
  month: Record<string, unknown>,
  conditions: ReturnType<typeof holds>[],
  more: Record<string, { status?: number; body?: unknown }> = {},
  roles: Parameters<typeof renderHere>[1] = ['PREPARER'],
) {
  const sent = answering({
    [`GET ${BASE}`]: {
      body: {
        accountId: 2,
        accountName: 'Operating',
        bank: 'Northbank',
        shortNumber: '··4417',
        mark: '2026-05-31',
        strip: [],
        ...month,
      },
    },
    [`GET ${BASE}/certificate`]: {
      body: { certified: month.state === 'CERTIFIED', conditions, content: CONTENT },
    },
    ...more,
  });
  renderHere(
    <Routes>
      <Route path="/certify/:accountId/:month" element={<CertifyPage />} />
    </Routes>,
    roles,
    '/certify/2/2026-06',
  );
  return sent;
}

describe('certifying a month', () => {
  it('is prepared once all holds but the second person, and what does not leads to where it is mended', async () => {
    page({ state: 'OPEN' }, [holds('gap', false, 'RECONCILE'), holds('preparer', false)]);
    const prepare = await screen.findByRole('button', { name: /^Prepare June/ });
    expect(prepare).toHaveProperty('disabled', true);
    expect(screen.getAllByText('Mend it')).toHaveLength(1);
    cleanup();
    const sent = page({ state: 'OPEN' }, [holds('gap', true), holds('preparer', false)], {
      [`POST ${BASE}/preparation`]: {},
    });
    await person.click(await screen.findByRole('button', { name: /^Prepare June/ }));
    await waitFor(() => expect(sent.map((s) => s.path)).toContain(`${BASE}/preparation`));
  });

  it('is signed in words by who may certify, after they are asked', async () => {
    const sent = page(
      { state: 'PREPARED', preparedBy: 'Maren Oduya' },
      [holds('gap', true), holds('preparer', true)],
      { [`POST ${BASE}/certification`]: {} },
      ['CERTIFIER'],
    );
    await person.click(await screen.findByRole('button', { name: 'Certify June and move the mark' }));
    expect(sent.some((s) => s.method === 'POST')).toBe(false);
    const dialog = await screen.findByRole('dialog');
    expect(dialog.textContent).toContain('You sign that Operating is proven to');
    await person.click(within(dialog).getByRole('button', { name: 'Certify June' }));
    await waitFor(() => expect(sent.map((s) => s.path)).toContain(`${BASE}/certification`));
    await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
  });

  it('is refused in words, and the reason that was typed stays', async () => {
    page(
      { state: 'PREPARED', preparedBy: 'Maren Oduya' },
      [holds('preparer', true)],
      {
        [`POST ${BASE}/return`]: { status: 409, body: problem('month.state', 'It was certified meanwhile.') },
      },
      ['CERTIFIER'],
    );
    await person.click(await screen.findByRole('button', { name: 'Send back' }));
    const words = await screen.findByLabelText('What should be looked at');
    await fill(words, 'Check 20421');
    await person.click(screen.getByRole('button', { name: 'Send June back' }));
    await screen.findByText('It was certified meanwhile.');
    expect(words).toHaveProperty('value', 'Check 20421');
  });

  it('waits for somebody else where one may only prepare, or only look', async () => {
    page({ state: 'PREPARED', preparedBy: 'Maren Oduya' }, [holds('preparer', false)]);
    await screen.findByText(/Another person, with the right to certify/);
    expect(screen.queryByRole('button', { name: /^Certify June/ })).toBeNull();
    expect(screen.getByRole('button', { name: 'Take it back to work on it' })).toBeTruthy();
    cleanup();
    page({ state: 'OPEN' }, [holds('gap', true)], {}, ['VIEWER']);
    await screen.findByText('A preparer has to prepare it first.');
    expect(screen.queryByRole('button', { name: /^Prepare/ })).toBeNull();
  });

  it('is reopened only at the last certified month, and gives its files', async () => {
    page({ state: 'CERTIFIED', mark: '2026-06-30' }, [], {}, ['CERTIFIER']);
    await screen.findByRole('button', { name: 'Reopen June' });
    expect(screen.getByRole('link', { name: 'Certificate as PDF' }).getAttribute('href')).toBe(
      `${BASE}/certificate.pdf`,
    );
    cleanup();
    page({ state: 'CERTIFIED', mark: '2026-07-31' }, [], {}, ['CERTIFIER']);
    await screen.findByRole('link', { name: 'Certificate as PDF' });
    expect(screen.queryByRole('button', { name: 'Reopen June' })).toBeNull();
  });
});
