import { cleanup, screen, waitFor } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { answering, problem, renderHere } from '../shared/testing';
import { RuleForm } from './RuleForm';
import { EMPTY, sentence } from './words';
import { fill, person } from '../shared/person';

const TRIAL = { fitting: 3, fresh: 1, asDecided: 2, against: 0, lines: [] };
const ANSWERS = {
  'GET /api/v1/companies/1/bank-accounts': {
    body: [
      { id: 1, name: 'Operating', active: true },
      { id: 2, name: 'Payroll', active: true },
    ],
  },
  'GET /api/v1/companies/1/ledger/accounts': {
    body: [{ code: '6410', name: 'Charges', active: true, control: 'NONE' }],
  },
  'GET /api/v1/companies/1/set-up': { body: { costCentres: [], taxCodes: [] } },
  'POST /api/v1/companies/1/rules/trial': { body: TRIAL },
};

beforeEach(() => sessionStorage.clear());
afterEach(cleanup);

const type = (label: string, value: string) => fill(screen.getByLabelText(label), value);
const keep = () => screen.getByRole('button', { name: 'Keep and switch on' });

describe('a rule', () => {
  it('is tried over the past before it can be kept, and then switched on', async () => {
    const sent = answering({
      ...ANSWERS,
      'POST /api/v1/companies/1/rules': { body: { id: 9 } },
      'POST /api/v1/companies/1/rules/9/switch': {},
    });
    let done = 0;
    renderHere(<RuleForm start={EMPTY} onDone={() => (done += 1)} />);
    expect(keep()).toHaveProperty('disabled', true);
    await type('Name', 'Fees');
    await type('Text of the line', 'SERVICE FEE');
    await type('As', 'ACCOUNT');
    await type('Ledger account', '6410');
    await screen.findByText(/3 lines fit/);
    await waitFor(() => expect(keep()).toHaveProperty('disabled', false));
    await person.click(keep());
    await waitFor(() => expect(done).toBe(1));
    expect(sent.find((s) => s.path === '/api/v1/companies/1/rules' && s.method === 'POST')?.body).toEqual({
      name: 'Fees',
      content: { ...EMPTY.content, text: 'SERVICE FEE', kind: 'ACCOUNT', details: { account: '6410' } },
    });
    expect(sent.find((s) => s.path.endsWith('/switch'))?.body).toEqual({ on: true });
  });

  it('that cannot be tried says why, and cannot be kept', async () => {
    answering({
      ...ANSWERS,
      'POST /api/v1/companies/1/rules/trial': {
        status: 422,
        body: problem('rule.amounts', 'No line lies between.'),
      },
    });
    renderHere(<RuleForm start={EMPTY} onDone={() => undefined} />);
    await type('Amount from', '5');
    await screen.findByText('No line lies between.');
    expect(keep()).toHaveProperty('disabled', true);
  });

  it('asks for what its effect needs, and for nothing else', async () => {
    answering(ANSWERS);
    renderHere(<RuleForm start={EMPTY} onDone={() => undefined} />);
    await type('Do', 'ALLOW');
    expect(screen.queryByLabelText('As')).toBeNull();
    expect(screen.getByLabelText('Largest difference')).toBeTruthy();
    await type('Do', 'FORBID');
    expect(screen.getByLabelText('Party, or words of the entry')).toBeTruthy();
    await type('Do', 'BOOK');
    await type('As', 'CUSTOMER');
    expect(screen.queryByLabelText('Payer or payee on the entry')).toBeNull();
    expect(screen.getByLabelText('Customer')).toBeTruthy();
  });

  it('that did not book can be made one that books, whatever it had been before', async () => {
    answering(ANSWERS);
    const allowed = {
      ...EMPTY,
      content: { ...EMPTY.content, does: 'ALLOW' as const, kind: 'SPLIT', tolerance: '1.00' },
    };
    renderHere(
      <RuleForm
        start={{ ...allowed, content: { ...allowed.content, details: undefined } }}
        onDone={() => undefined}
      />,
    );
    await type('Do', 'BOOK');
    expect(screen.getByLabelText('Account of part 2')).toBeTruthy();
  });

  it('is said in one sentence, whatever it books', () => {
    const of = (content: Partial<typeof EMPTY.content>) =>
      sentence({ ...EMPTY.content, text: 'FEE', ...content });
    expect(of({ direction: 'OUT', least: '1.00', most: '9.00' })).toBe(
      'When money goes out and the amount is from 1.00 to 9.00 and the text contains “FEE”: book it as a fee of the bank.',
    );
    expect(of({ kind: 'ACCOUNT', details: { account: '6410', costCentre: 'YARD' } })).toBe(
      'When the text contains “FEE”: book it as any ledger account, 6410, cost centre YARD.',
    );
    expect(
      of({
        kind: 'SPLIT',
        details: {
          parts: [
            { account: '6410', amount: '1.00' },
            { account: '6810', share: '100' },
          ],
        },
      }),
    ).toBe('When the text contains “FEE”: book it as several things, in parts, 1.00 to 6410, 100 % to 6810.');
    expect(of({ does: 'ALLOW', tolerance: '0.30' })).toBe(
      'When the text contains “FEE”: let bank and ledger differ by up to 0.30.',
    );
  });
});
