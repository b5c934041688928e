import { useState } from 'react';
import { HandIn, TakesPapers } from '../attachment/HandIn';
import type { Listed } from '../attachment/api';
import { useHandedIn } from '../attachment/useHandedIn';
import { BookingForm } from '../draft/BookingForm';
import { EMPTY_LINE, GrossLines } from '../draft/GrossLines';
import { useDraft } from '../draft/useDraft';
import { useCurrentCompany } from '../session/session';
import { DateField } from '../shared/DateField';
import { ChoiceField, TextField } from '../shared/fields';
import { Problems } from '../shared/Problems';
import { say } from '../words';
import type { Voucher, VoucherMade } from './api';
import { useFunds } from './useDrawers';

type Draft = ReturnType<typeof useDraft>['draft'];

/** A voucher that was kept as a draft, gone on with. */
export default function DraftVoucherPage() {
  const { session } = useCurrentCompany();
  const draft = useDraft('VOUCHER');
  const funds = useFunds();
  if (draft.waiting || draft.error || !funds.data) {
    return <Problems error={draft.error ?? funds.error} />;
  }
  const initial: Voucher = {
    fundId: funds.data[0]?.id ?? 0,
    kind: 'PAID',
    date: session.businessDate,
    who: '',
    text: '',
    amount: '',
    quantity: '',
    price: '',
    lines: [],
    ...draft.form,
  };
  return (
    <VoucherForm key={draft.draft?.id ?? 'new'} initial={initial} draft={draft.draft} papers={draft.papers} />
  );
}

function VoucherForm({ initial, draft, papers }: { initial: Voucher; draft: Draft; papers?: Listed[] }) {
  const pictures = useHandedIn(papers);
  const { session } = useCurrentCompany();
  const funds = useFunds();
  const [form, setForm] = useState(initial);
  const set = (part: Partial<Voucher>) => setForm({ ...form, ...part });
  const fund = funds.data?.find((f) => f.id === form.fundId);
  const lines = form.lines.filter((l) => l.account || l.amount);
  const kinds: [Voucher['kind'], string][] = [
    ['PAID', say('pettycash.paidOut')],
    ['RECEIVED', say('pettycash.paidIn')],
    ['ADVANCE', say('pettycash.advanceToSettle')],
    ['SETTLED', say('pettycash.anAdvanceIsSettled')],
  ];
  return (
    <BookingForm<Voucher, VoucherMade>
      title={say('pettycash.voucherOfPettyCash')}
      back={[`/petty-cash/${form.fundId}`, fund?.name ?? say('pettycash.pettyCash')]}
      kind="VOUCHER"
      path="/petty-cash/vouchers"
      body={{ ...form, lines }}
      papers={pictures.papers}
      after={pictures.keep}
      ready={
        form.who.trim() !== '' &&
        (lines.length > 0 || form.amount.trim() !== '' || form.price.trim() !== '' || form.kind === 'SETTLED')
      }
      button={say('pettycash.postIt')}
      {...(draft && { draft })}
      booked={(r) => r.booked}
      done={() => `/petty-cash/${form.fundId}`}
    >
      <ChoiceField
        label={say('pettycash.drawer')}
        value={String(form.fundId)}
        choices={(funds.data ?? []).map((f): [string, string] => [String(f.id), f.name])}
        onChange={(id) => {
          const other = { ...form, fundId: Number(id) };
          delete other.purposeId;
          setForm(other);
        }}
      />
      <ChoiceField
        label={say('pettycash.whatItIs')}
        value={form.kind}
        choices={kinds}
        onChange={(kind) => set({ kind: kind as Voucher['kind'] })}
      />
      <DateField
        label={say('pettycash.day')}
        value={form.date}
        today={session.businessDate}
        onChange={(date) => set({ date })}
      />
      <DateField
        label={say('pettycash.dayOnThePaper')}
        value={form.paperDate ?? ''}
        today={session.businessDate}
        hint={say('pettycash.leftEmptyTheSame')}
        onChange={(paperDate) => {
          const other = { ...form, paperDate };
          if (paperDate === '') {
            delete (other as Partial<Voucher>).paperDate;
          }
          setForm(other);
        }}
      />
      <TextField label={say('pettycash.paidTo')} value={form.who} onChange={(who) => set({ who })} />
      <TextField
        label={say('pettycash.whatFor')}
        value={form.text}
        max={400}
        onChange={(text) => set({ text })}
      />
      {form.kind === 'SETTLED' && (
        <ChoiceField
          label={say('pettycash.advance')}
          value={String(form.advanceId ?? '')}
          empty={say('pettycash.choose')}
          choices={(fund?.advances ?? []).map((a): [string, string] => [
            String(a.id),
            `${a.number} ${a.who}`,
          ])}
          onChange={(id) => set({ advanceId: Number(id) })}
        />
      )}
      {form.kind !== 'ADVANCE' && (
        <ChoiceField
          label={say('pettycash.purpose')}
          value={String(form.purposeId ?? '')}
          empty={say('pettycash.choose')}
          choices={(fund?.purposes ?? [])
            .filter((p) => p.active)
            .map((p): [string, string] => [String(p.id), p.name])}
          onChange={(id) => set({ purposeId: Number(id) })}
        />
      )}
      <TextField
        label={say('pettycash.amount')}
        money
        value={form.amount || (form.price && `${form.quantity} × ${form.price}`)}
        max={40}
        onChange={(amount) => set({ amount, quantity: '', price: '' })}
      />
      <TextField
        label={say('pettycash.tags')}
        value={form.tags ?? ''}
        max={400}
        onChange={(tags) => set({ tags })}
      />
      {form.kind !== 'ADVANCE' && (
        <GrossLines
          caption={say('pettycash.severalLinesInPlaceOfThePurpose')}
          lines={form.lines.length > 0 ? form.lines : [EMPTY_LINE]}
          button={say('pettycash.addALine')}
          onChange={(next) => set({ lines: next })}
        />
      )}
      <TakesPapers of={pictures}>
        <HandIn of={pictures} />
      </TakesPapers>
    </BookingForm>
  );
}
