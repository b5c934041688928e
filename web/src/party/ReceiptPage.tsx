import { useCallback, useState } from 'react';
import { useSearchParams } from 'react-router';
import { BookingForm } from '../draft/BookingForm';
import { useDraft } from '../draft/useDraft';
import { useCurrentCompany } from '../session/session';
import type { DraftView, NewReceipt as Receipt, ReceiptView } from './api';
import { DateField } from '../shared/DateField';
import { ChooserField } from '../shared/Chooser';
import { TextField } from '../shared/fields';
import { typed } from '../shared/money';
import { Problems } from '../shared/Problems';
import { SiteField } from '../shared/SiteField';
import { accountChoices, useChart, useParty } from '../shared/useBooks';
import { ItemPicker } from './ItemPicker';
import { PartyField } from './PartyChooser';
import { SettlementProposal } from './SettlementProposal';
import { say } from '../words';

/** Money received from a customer, spread over what is open. */
export default function ReceiptPage() {
  const { session } = useCurrentCompany();
  const draft = useDraft('RECEIPT');
  const [search] = useSearchParams();
  if (draft.waiting || draft.error) {
    return <Problems error={draft.error} />;
  }
  const initial: Receipt = {
    partyId: Number(search.get('party') ?? 0),
    date: session.businessDate,
    account: '1250',
    amount: '',
    reference: '',
    text: '',
    items: [],
    ...draft.form,
  };
  return <ReceiptForm key={draft.draft?.id ?? 'new'} initial={initial} draft={draft.draft} />;
}

function ReceiptForm({ initial, draft }: { initial: Receipt; draft?: DraftView }) {
  const { company, session } = useCurrentCompany();
  const [form, setForm] = useState(initial);
  const chart = useChart();
  const party = useParty(form.partyId);
  const [following, setFollowing] = useState('');
  const follow = useCallback((r: ReceiptView) => setFollowing(typed(r.received)), []);
  const set = (part: Partial<Receipt>) => setForm({ ...form, ...part });
  return (
    <BookingForm<Receipt, ReceiptView>
      title={say('party.newReceipt')}
      back={['/receipts', say('party.receipts')]}
      kind="RECEIPT"
      path="/receipts"
      body={form}
      ready={form.partyId > 0 && (form.amount !== '' || form.items.length > 0) && form.account !== ''}
      button={say('party.bookThisReceipt')}
      draft={draft}
      booked={(r) => r.booked}
      askAgain="receipt.double"
      onPreview={follow}
      done={() => `/parties/${form.partyId}`}
    >
      <div className="row g-3 mb-2">
        <PartyField
          className="col-md-6"
          label={say('party.from')}
          empty={say('party.typeANameOrACode')}
          partyId={form.partyId || undefined}
          onChange={(p) => set({ partyId: p?.id ?? 0, items: [] })}
        />
        <ChooserField
          className="col-md-6"
          label={say('party.whereTheMoneyIs')}
          empty={say('party.choose')}
          value={form.account}
          choices={accountChoices(chart.data, (a) => a.type === 'ASSET' && a.control === 'NONE')}
          onChange={(account) => set({ account })}
        />
        <div className="col-md-3">
          <DateField
            label={say('party.date')}
            value={form.date}
            today={session.businessDate}
            onChange={(date) => set({ date })}
          />
        </div>
        <TextField
          className="col-md-3"
          label={say('party.amount', { currency: company.currency })}
          money
          value={form.amount}
          placeholder={form.items.length > 0 ? following : ''}
          hint={
            form.amount === '' && form.items.length > 0
              ? say('party.followsWhatIsTickedUntilYouType')
              : say('party.whatIsNotSpreadOverItemsStays')
          }
          onChange={(amount) => set({ amount })}
        />
        <TextField
          className="col-md-3"
          label={say('party.reference')}
          value={form.reference}
          hint={say('party.leftEmptyTheNextOfTheSeries')}
          onChange={(reference) => set({ reference })}
        />
        <TextField
          className="col-md-3"
          label={say('party.for')}
          max={400}
          value={form.text}
          onChange={(text) => set({ text })}
        />
        <SiteField className="col-md-6" value={form.siteId} onChange={(siteId) => set({ siteId })} />
      </div>
      {form.partyId > 0 && party.data && (
        <>
          <SettlementProposal
            key={form.partyId}
            partyId={form.partyId}
            received
            amount={form.amount}
            date={form.date}
            parts={form.items}
            onTake={(items) => set({ items })}
          />
          <ItemPicker
            caption={say('party.whatItSettles')}
            items={party.data.open.filter((i) => i.debit)}
            parts={form.items}
            onChange={(items) => set({ items })}
          />
        </>
      )}
    </BookingForm>
  );
}
