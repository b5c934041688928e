import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { HandIn, TakesPapers } from '../attachment/HandIn';
import type { Listed } from '../attachment/api';
import { useHandedIn } from '../attachment/useHandedIn';
import { BookingForm } from '../draft/BookingForm';
import { EMPTY_LINE, GrossLines } from '../draft/GrossLines';
import { useDraft } from '../draft/useDraft';
import { useCurrentCompany } from '../session/session';
import type { BookedView, DraftView, NewInvoice as Invoice } from './api';
import { DateField } from '../shared/DateField';
import { ChoiceField, TextField } from '../shared/fields';
import { PartyField } from './PartyChooser';
import { Problems } from '../shared/Problems';
import { SiteField } from '../shared/SiteField';
import { ROLES, upper, useParty, useRemembered, type Control } from '../shared/useBooks';
import { say } from '../words';

/** An invoice or credit note, ours or one that we received. */
export default function InvoicePage() {
  const { session } = useCurrentCompany();
  const draft = useDraft('INVOICE');
  const [search] = useSearchParams();
  const party = Number(search.get('party') ?? 0);
  const initial: Invoice = {
    partyId: party,
    kind: 'INVOICE',
    number: '',
    date: session.businessDate,
    text: '',
    lines: [EMPTY_LINE],
    ...draft.form,
  };
  const known = useParty(initial.partyId);
  if (draft.waiting || draft.error || (initial.partyId > 0 && !known.data)) {
    return <Problems error={draft.error ?? known.error} />;
  }
  const control =
    known.data?.party.control === 'PAYABLES' || search.get('control') === 'PAYABLES'
      ? 'PAYABLES'
      : 'RECEIVABLES';
  return (
    <InvoiceForm
      key={draft.draft?.id ?? 'new'}
      initial={initial}
      control={control}
      draft={draft.draft}
      papers={draft.papers}
    />
  );
}

function InvoiceForm({
  initial,
  control,
  draft,
  papers,
}: {
  initial: Invoice;
  control: Control;
  draft?: DraftView;
  papers?: Listed[];
}) {
  const pictures = useHandedIn(papers);
  const { company, session } = useCurrentCompany();
  const [form, setForm] = useState(initial);
  const remembered = useRemembered('INVOICE', form.text);
  const set = (part: Partial<Invoice>) => setForm({ ...form, ...part });
  const filled = form.lines.filter((l) => l.account || l.amount);
  const customer = control === 'RECEIVABLES';
  const ready =
    form.partyId > 0 &&
    filled.length > 0 &&
    filled.every((l) => l.account && l.amount) &&
    (customer || form.number !== '');
  return (
    <BookingForm<Invoice, BookedView>
      title={customer ? say('party.newInvoice') : say('party.invoiceReceived')}
      back={[`/parties?control=${control}`, customer ? say('party.customers') : say('party.suppliers')]}
      kind="INVOICE"
      path="/invoices"
      body={{ ...form, lines: filled }}
      ready={ready}
      button={form.kind === 'INVOICE' ? say('party.bookThisInvoice') : say('party.bookThisCreditNote')}
      draft={draft}
      booked={(r) => r}
      papers={pictures.papers}
      after={pictures.keep}
      done={() => `/parties/${form.partyId}`}
    >
      <div className="row g-3 mb-2">
        <PartyField
          className="col-md-6"
          label={upper(ROLES[control][0])}
          empty={say('party.typeANameOrACode')}
          roles={[control]}
          partyId={form.partyId || undefined}
          onChange={(p) => set({ partyId: p?.id ?? 0 })}
        />
        <ChoiceField
          className="col-md-3"
          label={say('party.whatItIs')}
          value={form.kind}
          choices={[
            ['INVOICE', say('party.anInvoice')],
            ['CREDIT_NOTE', say('party.aCreditNote')],
          ]}
          onChange={(kind) => set({ kind: kind as Invoice['kind'] })}
        />
        <TextField
          className="col-md-3"
          label={say('party.number')}
          max={60}
          value={form.number}
          hint={customer ? say('party.leftEmptyTheNextOfTheSeries') : say('party.asTheSupplierNumberedIt')}
          onChange={(number) => set({ number })}
        />
        <div className="col-md-3">
          <DateField
            label={say('party.date')}
            value={form.date}
            today={session.businessDate}
            onChange={(date) => set({ date })}
          />
        </div>
        <div className="col-md-3">
          <DateField
            label={say('party.due')}
            value={form.dueDate ?? ''}
            today={session.businessDate}
            hint={say('party.leftEmptyByTheTerms')}
            onChange={(dueDate) => set({ dueDate })}
          />
        </div>
        <TextField
          className="col-md-6"
          label={say('party.for')}
          max={400}
          value={form.text}
          list={remembered.data?.map((r) => r.text)}
          onChange={(text) => set({ text })}
        />
        <SiteField className="col-md-3" value={form.siteId} onChange={(siteId) => set({ siteId })} />
      </div>
      <GrossLines
        caption={say('party.linesGrossIn', { currency: company.currency })}
        lines={form.lines}
        button={say('party.addALine')}
        onChange={(lines) => set({ lines })}
      />
      <TakesPapers of={pictures}>
        <HandIn of={pictures} />
      </TakesPapers>
    </BookingForm>
  );
}
