import { useCallback, useState } from 'react';
import { useSearchParams } from 'react-router';
import { BookingForm } from '../draft/BookingForm';
import { GrossLines } from '../draft/GrossLines';
import { useDraft } from '../draft/useDraft';
import { useCurrentCompany } from '../session/session';
import type { DraftView, NewReceipt as Receipt, ReceiptView } from './api';
import { DateField } from '../shared/DateField';
import { UNREADABLE } from '../shared/dates';
import { ChooserField } from '../shared/Chooser';
import { ChoiceField, TextField } from '../shared/fields';
import { typed } from '../shared/money';
import { Problems } from '../shared/Problems';
import { SiteField } from '../shared/SiteField';
import { accountChoices, useChart, useParty } from '../shared/useBooks';
import { keyOf, useTenders } from '../shared/useTenders';
import { HandIn, TakesPapers } from '../attachment/HandIn';
import type { Listed } from '../attachment/api';
import { useHandedIn } from '../attachment/useHandedIn';
import { ItemPicker } from './ItemPicker';
import { PartyField } from './PartyChooser';
import { SettlementProposal } from './SettlementProposal';
import { TimesOf } from '../returned/TimesOf';
import { say } from '../words';

/** Money received from anybody, spread over what is open and other accounts. */
export default function ReceiptPage() {
  const { session } = useCurrentCompany();
  const draft = useDraft('RECEIPT');
  const [search] = useSearchParams();
  if (draft.waiting || draft.error) {
    return <Problems error={draft.error} />;
  }
  const initial: Receipt = {
    ...(search.get('party') && { partyId: Number(search.get('party')) }),
    payer: '',
    date: session.businessDate,
    account: search.get('account') ?? '',
    amount: '',
    reference: '',
    text: '',
    items: [],
    lines: [],
    // what is paid into a drawer lies there, and waits for no slip
    ...(search.get('account') ? {} : { tender: 'CHECK' as const }),
    ...(search.get('site') && { siteId: Number(search.get('site')) }),
    ...draft.form,
  };
  return (
    <ReceiptForm key={draft.draft?.id ?? 'new'} initial={initial} draft={draft.draft} papers={draft.papers} />
  );
}

function ReceiptForm({ initial, draft, papers }: { initial: Receipt; draft?: DraftView; papers?: Listed[] }) {
  const { company, session, canReceive } = useCurrentCompany();
  const [search] = useSearchParams();
  const pictures = useHandedIn(papers);
  const [form, setForm] = useState(initial);
  const chart = useChart();
  const tenders = useTenders();
  const party = useParty(form.partyId);
  const [following, setFollowing] = useState('');
  const follow = useCallback((r: ReceiptView) => setFollowing(typed(r.received)), []);
  const set = (part: Partial<Receipt>) => setForm({ ...form, ...part });
  const ahead = [form.date, form.paperDate ?? ''].some(
    (day) => day !== UNREADABLE && day > session.businessDate,
  );
  const lines = (form.lines ?? []).filter((l) => l.account !== '' || l.amount !== '');
  return (
    <BookingForm<Receipt, ReceiptView>
      title={say('party.newReceipt')}
      back={['/receipts', say('party.receipts')]}
      kind="RECEIPT"
      path="/receipts"
      body={{ ...form, lines }}
      ready={
        (form.partyId !== undefined || (form.payer ?? '').trim() !== '') &&
        (form.amount !== '' || form.items.length > 0 || lines.length > 0) &&
        (form.tender !== undefined || form.account !== '')
      }
      button={say('party.bookThisReceipt')}
      draft={draft}
      booked={(r) => r.booked}
      askAgain="receipt.double"
      onPreview={follow}
      may={canReceive}
      after={pictures.keep}
      papers={pictures.papers}
      done={() =>
        search.get('drawer')
          ? `/petty-cash/${search.get('drawer')}`
          : form.partyId
            ? `/parties/${form.partyId}`
            : '/receipts-in-hand'
      }
    >
      <TimesOf party={form.partyId} />
      <div className="row g-3 mb-2">
        <PartyField
          className="col-md-4"
          label={say('party.from')}
          empty={say('party.typeANameOrACode')}
          partyId={form.partyId}
          onChange={(p) => {
            const rest = { ...form, items: [] };
            delete rest.partyId;
            setForm(p ? { ...rest, partyId: p.id, payer: '' } : rest);
          }}
        />
        <TextField
          className="col-md-4"
          label={say('party.orAnybodyByName')}
          max={120}
          value={form.payer ?? ''}
          placeholder={party.data?.party.name}
          onChange={(payer) => set({ payer })}
        />
        <ChoiceField
          className="col-md-4"
          label={say('party.tender')}
          value={keyOf(form.tender, form.tenderName)}
          choices={[
            ...tenders.all.map((t): [string, string] => [t.key, t.one]),
            ['', say('party.straightAtTheBank')],
          ]}
          onChange={(key) => {
            const rest = { ...form, account: '' };
            delete rest.tender;
            delete rest.tenderName;
            const t = tenders.of(key);
            setForm(t ? { ...rest, tender: t.kind, ...(t.name && { tenderName: t.name }) } : rest);
          }}
        />
        <ChooserField
          className="col-md-4"
          label={say('party.whereTheMoneyIs')}
          empty={form.tender ? say('party.inHandUntilItIsTakenToTheBank') : say('party.choose')}
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
        <div className="col-md-3">
          <DateField
            optional
            label={say('party.dateOnThePaper')}
            value={form.paperDate ?? ''}
            today={session.businessDate}
            hint={say('party.datedAheadItIsPromised')}
            onChange={(paperDate) => {
              const rest = { ...form };
              delete rest.paperDate;
              setForm(paperDate ? { ...rest, paperDate } : rest);
            }}
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
      {form.partyId !== undefined && party.data && (
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
      {ahead ? (
        <p className="quiet">{say('party.picturesAreKeptOnceItIsBooked')}</p>
      ) : (
        <TakesPapers of={pictures}>
          <HandIn of={pictures} />
        </TakesPapers>
      )}
      <GrossLines
        caption={say('party.receivedForOtherAccounts', { currency: company.currency })}
        lines={form.lines ?? []}
        button={say('party.addALineOnAnotherAccount')}
        onChange={(next) => set({ lines: next })}
      />
    </BookingForm>
  );
}
