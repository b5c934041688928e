import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { useSearchParams } from 'react-router';
import { BookingForm } from '../draft/BookingForm';
import { useDraft } from '../draft/useDraft';
import { ItemPicker } from '../party/ItemPicker';
import { useHere } from '../session/session';
import type { Schemas } from '../shared/api';
import { DateField } from '../shared/DateField';
import { CellChoice, CellText, ChoiceField, TextField } from '../shared/fields';
import { grouped } from '../shared/money';
import { Problems } from '../shared/Problems';
import {
  accountChoices,
  useBankAccounts,
  useChart,
  useParties,
  useParty,
  useRemembered,
  useSetUp,
} from '../shared/useBooks';
import { KINDS, STATES } from './words';

type Payment = Schemas['NewPayment'];
type Expense = Schemas['ExpenseLine'];
type Made = Schemas['MadeView'];

const EMPTY: Expense = { account: '', amount: '', taxCode: '', costCentre: '', text: '' };

/** A check or another payment: invoices it settles, money on account, expenses. */
export default function NewPaymentPage() {
  const { session } = useHere();
  const draft = useDraft('PAYMENT');
  const accounts = useBankAccounts();
  const [search] = useSearchParams();
  const party = Number(search.get('party') ?? 0);
  if (draft.waiting || draft.error || !accounts.data) {
    return <Problems error={draft.error ?? accounts.error} />;
  }
  const initial: Payment = {
    bankAccountId: accounts.data.find((a) => a.active)?.id ?? 0,
    kind: 'CHECK',
    number: '',
    payee: '',
    date: session.businessDate,
    text: '',
    parts: { items: [], onAccount: '', expenses: party > 0 ? [] : [EMPTY] },
    ...(party > 0 && { partyId: party }),
    ...draft.form,
  };
  return <PaymentForm key={draft.draft?.id ?? 'new'} initial={initial} draft={draft.draft} />;
}

function PaymentForm({ initial, draft }: { initial: Payment; draft?: Schemas['DraftView'] }) {
  const { company, session } = useHere();
  const [form, setForm] = useState(initial);
  const accounts = useBankAccounts();
  const suppliers = useParties('PAYABLES', session.businessDate);
  const party = useParty(form.partyId ?? undefined);
  const chart = useChart();
  const setUp = useSetUp();
  const remembered = useRemembered('PAYMENT', form.text);
  const set = (part: Partial<Payment>) => setForm({ ...form, ...part });
  const setParts = (part: Partial<Payment['parts']>) => set({ parts: { ...form.parts, ...part } });
  const setLine = (index: number, part: Partial<Expense>) =>
    setParts({ expenses: form.parts.expenses.map((l, i) => (i === index ? { ...l, ...part } : l)) });
  const account = accounts.data?.find((a) => a.id === form.bankAccountId);
  const foreign = account !== undefined && account.currency !== company.currency;
  const expenses = form.parts.expenses.filter((l) => l.account || l.amount);
  const ready =
    form.bankAccountId > 0 &&
    (form.payee !== '' || form.partyId !== undefined) &&
    expenses.every((l) => l.account && l.amount) &&
    (expenses.length > 0 || form.parts.items.length > 0 || form.parts.onAccount !== '');
  const customer = party.data?.party.control === 'RECEIVABLES';
  return (
    <BookingForm<Payment, Made>
      title={draft ? 'Draft of a payment' : 'New payment'}
      back={['/payments', 'Payments']}
      kind="PAYMENT"
      path="/payments"
      body={{ ...form, parts: { ...form.parts, expenses } }}
      ready={ready}
      button={form.kind === 'CHECK' ? 'Write this check' : 'Book this payment'}
      draft={draft}
      booked={(r) => r.booked}
      done={(r) => `/payments/${r.payments[0]?.id}`}
      beside={(r) => {
        const made = r.payments[0];
        return (
          made && (
            <p className={made.state === 'BOOKED' ? '' : 'told'}>
              {KINDS[made.kind]} {made.number}, <strong>{grouped(made.amount)}</strong> {made.currency} in all
              {made.state !== 'BOOKED' && `; it ${STATES[made.state]} and books nothing yet`}.
            </p>
          )
        );
      }}
    >
      <div className="row g-3 mb-2">
        <ChoiceField
          className="col-md-5"
          label="Supplier"
          empty="None, a payee only"
          value={form.partyId ? String(form.partyId) : ''}
          choices={(suppliers.data?.rows ?? [])
            .filter((r) => r.party.active)
            .map((r) => [String(r.party.id), r.party.name])}
          onChange={(v) =>
            set({
              partyId: v ? Number(v) : undefined,
              payee: '',
              parts: { ...form.parts, items: [], expenses: v ? expenses : form.parts.expenses },
            })
          }
        />
        <ChoiceField
          className="col-md-4"
          label="Pay from"
          value={String(form.bankAccountId)}
          choices={(accounts.data ?? [])
            .filter((a) => a.active)
            .map((a) => [String(a.id), `${a.name}, ${a.bank}`])}
          onChange={(v) => set({ bankAccountId: Number(v) })}
        />
        <ChoiceField
          className="col-md-3"
          label="How"
          value={form.kind}
          choices={Object.entries(KINDS)}
          onChange={(kind) => set({ kind: kind as Payment['kind'] })}
        />
        <TextField
          className="col-md-5"
          label="Payee"
          max={120}
          value={form.payee}
          placeholder={party.data?.party.name}
          onChange={(payee) => set({ payee })}
        />
        <div className="col-md-4">
          <DateField
            label="Date"
            value={form.date}
            today={session.businessDate}
            hint="Ahead of today, it waits for its date."
            onChange={(date) => set({ date })}
          />
        </div>
        <TextField
          className="col-md-3"
          label="Number"
          max={40}
          value={form.number}
          placeholder={form.kind === 'CHECK' ? account?.nextCheckNumber : undefined}
          hint={form.kind === 'CHECK' ? 'Left empty, the next check.' : 'Left empty, the next number.'}
          onChange={(number) => set({ number })}
        />
        <TextField
          className="col-md-8"
          label="For"
          max={400}
          value={form.text}
          list={remembered.data?.map((r) => r.text)}
          onChange={(text) => set({ text })}
        />
        <ChoiceField
          className="col-md-4"
          label="Site"
          empty="None"
          value={form.siteId ? String(form.siteId) : ''}
          choices={(setUp.data?.sites ?? []).filter((s) => s.active).map((s) => [String(s.id), s.name])}
          onChange={(v) => set({ siteId: v ? Number(v) : undefined })}
        />
      </div>
      {form.partyId !== undefined && party.data && !foreign && (
        <>
          <ItemPicker
            caption="Invoices it settles"
            items={party.data.open.filter((i) => i.credit)}
            parts={form.parts.items}
            onChange={(items) => setParts({ items })}
          />
          <div className="row mb-2">
            <TextField
              className="col-md-4"
              money
              label={`On account, ${company.currency}`}
              hint={customer ? '' : 'Paid ahead; settled with a later invoice.'}
              value={form.parts.onAccount}
              onChange={(onAccount) => setParts({ onAccount })}
            />
          </div>
        </>
      )}
      {form.parts.expenses.length > 0 && (
        <table className="plain entry-lines">
          <caption>Paid as expenses, gross, in {account?.currency ?? company.currency}</caption>
          <thead>
            <tr>
              <th scope="col">Account</th>
              <th scope="col">Text</th>
              <th scope="col">Cost centre</th>
              <th scope="col">Tax</th>
              <th scope="col" className="num">
                Gross
              </th>
            </tr>
          </thead>
          <tbody>
            {form.parts.expenses.map((line, i) => (
              <tr key={i}>
                <td>
                  <CellChoice
                    label={`Account of line ${i + 1}`}
                    empty="Choose an account"
                    value={line.account}
                    choices={accountChoices(chart.data, (a) => a.control === 'NONE')}
                    onChange={(code) => setLine(i, { account: code })}
                  />
                </td>
                <td>
                  <CellText
                    label={`Text of line ${i + 1}`}
                    value={line.text}
                    onChange={(text) => setLine(i, { text })}
                  />
                </td>
                <td>
                  <CellChoice
                    label={`Cost centre of line ${i + 1}`}
                    empty="None"
                    value={line.costCentre ?? ''}
                    choices={(setUp.data?.costCentres ?? [])
                      .filter((c) => c.active)
                      .map((c) => [c.code, c.code])}
                    onChange={(costCentre) => setLine(i, { costCentre })}
                  />
                </td>
                <td>
                  <CellChoice
                    label={`Tax of line ${i + 1}`}
                    empty="None"
                    value={line.taxCode ?? ''}
                    choices={(setUp.data?.taxCodes ?? [])
                      .filter((t) => t.active)
                      .map((t) => [t.code, t.code])}
                    onChange={(taxCode) => setLine(i, { taxCode })}
                  />
                </td>
                <td>
                  <CellText
                    money
                    label={`Gross of line ${i + 1}`}
                    value={line.amount}
                    onChange={(amount) => setLine(i, { amount })}
                  />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <Button
        size="sm"
        className="mt-2"
        variant="outline-secondary"
        onClick={() => setParts({ expenses: [...form.parts.expenses, EMPTY] })}
      >
        Add an expense
      </Button>
    </BookingForm>
  );
}
