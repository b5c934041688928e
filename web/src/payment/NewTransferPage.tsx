import { useState } from 'react';
import { HandIn, TakesPapers } from '../attachment/HandIn';
import type { Listed } from '../attachment/api';
import { useHandedIn } from '../attachment/useHandedIn';
import { BookingForm } from '../draft/BookingForm';
import { useDraft } from '../draft/useDraft';
import { useCurrentCompany } from '../session/session';
import type { BookedView, DraftView, NewTransfer as Transfer } from './api';
import { DateField } from '../shared/DateField';
import { ChoiceField, TextField } from '../shared/fields';
import { Problems } from '../shared/Problems';
import { useBankAccounts } from '../shared/useBooks';
import { say } from '../words';

/** Money moved between two own accounts. */
export default function NewTransferPage() {
  const { session } = useCurrentCompany();
  const draft = useDraft('TRANSFER');
  if (draft.waiting || draft.error) {
    return <Problems error={draft.error} />;
  }
  const initial: Transfer = {
    fromAccountId: 0,
    toAccountId: 0,
    fromDate: session.businessDate,
    amount: '',
    received: '',
    reference: '',
    text: '',
    ...draft.form,
  };
  return (
    <TransferForm
      key={draft.draft?.id ?? 'new'}
      initial={initial}
      draft={draft.draft}
      papers={draft.papers}
    />
  );
}

function TransferForm({
  initial,
  draft,
  papers,
}: {
  initial: Transfer;
  draft?: DraftView;
  papers?: Listed[];
}) {
  const pictures = useHandedIn(papers);
  const { session } = useCurrentCompany();
  const [form, setForm] = useState(initial);
  const accounts = useBankAccounts();
  const set = (part: Partial<Transfer>) => setForm({ ...form, ...part });
  const currency = (id: number) => accounts.data?.find((a) => a.id === id)?.currency;
  const from = currency(form.fromAccountId);
  const to = currency(form.toAccountId);
  const twoCurrencies = from !== undefined && to !== undefined && from !== to;
  const choices = (accounts.data ?? [])
    .filter((a) => a.active)
    .map((a): [string, string] => [String(a.id), `${a.name}, ${a.currency}`]);
  return (
    <BookingForm<Transfer, BookedView>
      title={say('payment.newTransfer')}
      back={['/transfers', say('payment.transfers')]}
      kind="TRANSFER"
      path="/transfers"
      body={form}
      ready={
        form.fromAccountId > 0 &&
        form.toAccountId > 0 &&
        form.amount !== '' &&
        (!twoCurrencies || form.received !== '')
      }
      button={say('payment.bookThisTransfer')}
      draft={draft}
      booked={(r) => r}
      papers={pictures.papers}
      after={pictures.keep}
      done={() => '/transfers'}
    >
      <div className="row g-3 mb-2">
        <ChoiceField
          className="col-md-6"
          label={say('payment.from')}
          empty={say('payment.choose')}
          value={form.fromAccountId ? String(form.fromAccountId) : ''}
          choices={choices}
          onChange={(v) => set({ fromAccountId: Number(v) })}
        />
        <ChoiceField
          className="col-md-6"
          label={say('payment.to')}
          empty={say('payment.choose')}
          value={form.toAccountId ? String(form.toAccountId) : ''}
          choices={choices}
          onChange={(v) => set({ toAccountId: Number(v) })}
        />
        <div className="col-md-3">
          <DateField
            label={say('payment.leavesOn')}
            value={form.fromDate}
            today={session.businessDate}
            onChange={(fromDate) => set({ fromDate })}
          />
        </div>
        <div className="col-md-3">
          <DateField
            label={say('payment.arrivesOn')}
            value={form.toDate ?? form.fromDate}
            today={session.businessDate}
            hint={say('payment.onAnotherDayItWaitsBetweenOur')}
            onChange={(toDate) => set({ toDate })}
          />
        </div>
        <TextField
          className="col-md-3"
          money
          label={say('payment.leaves', { words: from ? `, ${from}` : '' })}
          value={form.amount}
          onChange={(amount) => set({ amount })}
        />
        {twoCurrencies && (
          <TextField
            className="col-md-3"
            money
            label={say('payment.arrives', { to })}
            value={form.received}
            hint={say('payment.theRatesOfSetUpValueBoth')}
            onChange={(received) => set({ received })}
          />
        )}
        <TextField
          className="col-md-6"
          label={say('payment.for')}
          max={400}
          value={form.text}
          onChange={(text) => set({ text })}
        />
        <TextField
          className="col-md-3"
          label={say('payment.reference')}
          value={form.reference}
          onChange={(reference) => set({ reference })}
        />
      </div>
      <TakesPapers of={pictures}>
        <HandIn of={pictures} />
      </TakesPapers>
    </BookingForm>
  );
}
