import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { useSearchParams } from 'react-router';
import { BookingForm } from '../draft/BookingForm';
import { useDraft } from '../draft/useDraft';
import { useHere } from '../session/session';
import type { Schemas } from '../shared/api';
import { DateField } from '../shared/DateField';
import { CellChoice, CellText, ChoiceField, TextField } from '../shared/fields';
import { Problems } from '../shared/Problems';
import {
  accountChoices,
  useChart,
  useParties,
  useParty,
  useRemembered,
  useSetUp,
  type Control,
} from '../shared/useBooks';

type Invoice = Schemas['NewInvoice'];
type Line = Schemas['InvoiceLine'];

const EMPTY: Line = { account: '', amount: '', taxCode: '', costCentre: '', text: '' };

/** An invoice or credit note, ours or one that we received. */
export default function InvoicePage() {
  const { session } = useHere();
  const draft = useDraft('INVOICE');
  const [search] = useSearchParams();
  const party = Number(search.get('party') ?? 0);
  const initial: Invoice = {
    partyId: party,
    kind: 'INVOICE',
    number: '',
    date: session.businessDate,
    text: '',
    lines: [EMPTY],
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
    <InvoiceForm key={draft.draft?.id ?? 'new'} initial={initial} control={control} draft={draft.draft} />
  );
}

function InvoiceForm({
  initial,
  control,
  draft,
}: {
  initial: Invoice;
  control: Control;
  draft?: Schemas['DraftView'];
}) {
  const { company, session } = useHere();
  const [form, setForm] = useState(initial);
  const parties = useParties(control, session.businessDate);
  const chart = useChart();
  const setUp = useSetUp();
  const remembered = useRemembered('INVOICE', form.text);
  const set = (part: Partial<Invoice>) => setForm({ ...form, ...part });
  const setLine = (index: number, part: Partial<Line>) =>
    set({ lines: form.lines.map((l, i) => (i === index ? { ...l, ...part } : l)) });
  const filled = form.lines.filter((l) => l.account || l.amount);
  const customer = control === 'RECEIVABLES';
  const ready =
    form.partyId > 0 &&
    filled.length > 0 &&
    filled.every((l) => l.account && l.amount) &&
    (customer || form.number !== '');
  return (
    <BookingForm<Invoice, Schemas['BookedView']>
      title={customer ? 'New invoice' : 'Invoice received'}
      back={[`/parties?control=${control}`, customer ? 'Customers' : 'Suppliers']}
      kind="INVOICE"
      path="/invoices"
      body={{ ...form, lines: filled }}
      ready={ready}
      button={form.kind === 'INVOICE' ? 'Book this invoice' : 'Book this credit note'}
      draft={draft}
      booked={(r) => r}
      done={() => `/parties/${form.partyId}`}
    >
      <div className="row g-3 mb-2">
        <ChoiceField
          className="col-md-6"
          label={customer ? 'Customer' : 'Supplier'}
          empty="Choose"
          value={form.partyId ? String(form.partyId) : ''}
          choices={(parties.data?.rows ?? [])
            .filter((r) => r.party.active)
            .map((r) => [String(r.party.id), r.party.name])}
          onChange={(v) => set({ partyId: Number(v) })}
        />
        <ChoiceField
          className="col-md-3"
          label="What it is"
          value={form.kind}
          choices={[
            ['INVOICE', 'An invoice'],
            ['CREDIT_NOTE', 'A credit note'],
          ]}
          onChange={(kind) => set({ kind: kind as Invoice['kind'] })}
        />
        <TextField
          className="col-md-3"
          label="Number"
          max={60}
          value={form.number}
          hint={customer ? 'Left empty, the next of the series.' : 'As the supplier numbered it.'}
          onChange={(number) => set({ number })}
        />
        <div className="col-md-3">
          <DateField
            label="Date"
            value={form.date}
            today={session.businessDate}
            onChange={(date) => set({ date })}
          />
        </div>
        <div className="col-md-3">
          <DateField
            label="Due"
            value={form.dueDate ?? ''}
            today={session.businessDate}
            hint="Left empty, by the terms."
            onChange={(dueDate) => set({ dueDate })}
          />
        </div>
        <TextField
          className="col-md-6"
          label="For"
          max={400}
          value={form.text}
          list={remembered.data?.map((r) => r.text)}
          onChange={(text) => set({ text })}
        />
      </div>
      <table className="plain entry-lines">
        <caption>Lines, gross, in {company.currency}</caption>
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
          {form.lines.map((line, i) => (
            <tr key={i}>
              <td>
                <CellChoice
                  label={`Account of line ${i + 1}`}
                  empty="Choose an account"
                  value={line.account}
                  choices={accountChoices(chart.data, (a) => a.control === 'NONE')}
                  onChange={(account) => setLine(i, { account })}
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
                  choices={(setUp.data?.taxCodes ?? []).filter((t) => t.active).map((t) => [t.code, t.code])}
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
      <Button
        size="sm"
        className="mt-2"
        variant="outline-secondary"
        onClick={() => set({ lines: [...form.lines, EMPTY] })}
      >
        Add a line
      </Button>
    </BookingForm>
  );
}
