import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { BookingForm } from '../draft/BookingForm';
import { EMPTY_LINE, GrossLines } from '../draft/GrossLines';
import { useDraft } from '../draft/useDraft';
import { ItemPicker } from '../party/ItemPicker';
import { PartyField } from '../party/PartyChooser';
import { SettlementProposal } from '../party/SettlementProposal';
import { useCurrentCompany } from '../session/session';
import type { DraftView, MadeView as Made, NewPayment as Payment } from './api';
import { DateField } from '../shared/DateField';
import { ChoiceField, TextField } from '../shared/fields';
import { grouped } from '../shared/money';
import { Problems } from '../shared/Problems';
import { SiteField } from '../shared/SiteField';
import { useBankAccounts, useParty, useRemembered } from '../shared/useBooks';
import { KINDS, STATES } from './words';
import { say } from '../words';

/** A check or another payment: invoices it settles, money on account, expenses. */
export default function NewPaymentPage() {
  const { session } = useCurrentCompany();
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
    parts: { items: [], onAccount: '', expenses: party > 0 ? [] : [EMPTY_LINE] },
    ...(party > 0 && { partyId: party }),
    ...draft.form,
  };
  return <PaymentForm key={draft.draft?.id ?? 'new'} initial={initial} draft={draft.draft} />;
}

function PaymentForm({ initial, draft }: { initial: Payment; draft?: DraftView }) {
  const { company, session } = useCurrentCompany();
  const [form, setForm] = useState(initial);
  const accounts = useBankAccounts();
  const party = useParty(form.partyId ?? undefined);
  const remembered = useRemembered('PAYMENT', form.text);
  const set = (part: Partial<Payment>) => setForm({ ...form, ...part });
  const setParts = (part: Partial<Payment['parts']>) => set({ parts: { ...form.parts, ...part } });
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
      title={draft ? say('payment.draftOfAPayment') : say('payment.newPayment')}
      back={['/payments', say('payment.payments')]}
      kind="PAYMENT"
      path="/payments"
      body={{ ...form, parts: { ...form.parts, expenses } }}
      ready={ready}
      button={form.kind === 'CHECK' ? say('payment.writeThisCheck') : say('payment.bookThisPayment')}
      draft={draft}
      booked={(r) => r.booked}
      done={(r) => `/payments/${r.payments[0]?.id}`}
      beside={(r) => {
        const made = r.payments[0];
        return (
          made && (
            <p className={made.state === 'BOOKED' ? '' : 'told'}>
              {KINDS[made.kind]} {made.number}, <strong>{grouped(made.amount)}</strong>
              {say('payment.inAll', { currency: made.currency })}
              {made.state !== 'BOOKED' && say('payment.itAndBooksNothingYet', { words: STATES[made.state] })}.
            </p>
          )
        );
      }}
    >
      <div className="row g-3 mb-2">
        <PartyField
          className="col-md-5"
          label={say('payment.to')}
          empty={say('payment.nobodyOnTheBooksAPayeeOnly')}
          partyId={form.partyId}
          onChange={(p) =>
            set({
              partyId: p?.id,
              payee: '',
              parts: { ...form.parts, items: [], expenses: p ? expenses : form.parts.expenses },
            })
          }
        />
        <ChoiceField
          className="col-md-4"
          label={say('payment.payFrom')}
          value={String(form.bankAccountId)}
          choices={(accounts.data ?? [])
            .filter((a) => a.active)
            .map((a) => [String(a.id), `${a.name}, ${a.bank}`])}
          onChange={(v) => set({ bankAccountId: Number(v) })}
        />
        <ChoiceField
          className="col-md-3"
          label={say('payment.how')}
          value={form.kind}
          choices={Object.entries(KINDS)}
          onChange={(kind) => set({ kind: kind as Payment['kind'] })}
        />
        <TextField
          className="col-md-5"
          label={say('payment.payee')}
          max={120}
          value={form.payee}
          placeholder={party.data?.party.name}
          onChange={(payee) => set({ payee })}
        />
        <div className="col-md-4">
          <DateField
            label={say('payment.date')}
            value={form.date}
            today={session.businessDate}
            hint={say('payment.aheadOfTodayItWaitsForIts')}
            onChange={(date) => set({ date })}
          />
        </div>
        <TextField
          className="col-md-3"
          label={say('payment.number')}
          max={40}
          value={form.number}
          placeholder={form.kind === 'CHECK' ? account?.nextCheckNumber : undefined}
          hint={
            form.kind === 'CHECK'
              ? say('payment.leftEmptyTheNextCheck')
              : say('payment.leftEmptyTheNextNumber')
          }
          onChange={(number) => set({ number })}
        />
        <TextField
          className="col-md-8"
          label={say('payment.for')}
          max={400}
          value={form.text}
          list={remembered.data?.map((r) => r.text)}
          onChange={(text) => set({ text })}
        />
        <SiteField className="col-md-4" value={form.siteId} onChange={(siteId) => set({ siteId })} />
      </div>
      {form.partyId !== undefined && party.data && !foreign && (
        <>
          <SettlementProposal
            key={form.partyId}
            partyId={form.partyId}
            received={false}
            date={form.date}
            parts={form.parts.items}
            onTake={(items) => setParts({ items })}
          />
          <ItemPicker
            caption={say('payment.invoicesItSettles')}
            items={party.data.open.filter((i) => i.credit)}
            parts={form.parts.items}
            onChange={(items) => setParts({ items })}
          />
          <div className="row mb-2">
            <TextField
              className="col-md-4"
              money
              label={say('payment.onAccount', { currency: company.currency })}
              hint={customer ? '' : say('payment.paidAheadSettledWithALaterInvoice')}
              value={form.parts.onAccount}
              onChange={(onAccount) => setParts({ onAccount })}
            />
          </div>
        </>
      )}
      <GrossLines
        caption={say('payment.paidAsExpensesGrossIn', { currency: account?.currency ?? company.currency })}
        lines={form.parts.expenses}
        button={say('payment.addAnExpense')}
        onChange={(expenses) => setParts({ expenses })}
      />
    </BookingForm>
  );
}
