import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useRef, useState, type FormEvent, type ReactNode } from 'react';
import { Button, Form } from 'react-bootstrap';
import { BookedPreview } from '../ledger/BookedPreview';
import { useCurrentCompany } from '../session/session';
import { send } from '../shared/api';
import { DateField } from '../shared/DateField';
import { UNREADABLE } from '../shared/dates';
import { TextField } from '../shared/fields';
import { keys } from '../shared/keys';
import { report } from '../shared/money';
import { Problems } from '../shared/Problems';
import { newKey } from '../shared/sending';
import { useDebounced } from '../shared/useDebounced';
import { say } from '../words';
import type { Fund, VoucherMade } from './api';

/** A step at a drawer, beside its book: sent once, whatever is clicked how often. */
function Side<R>({
  title,
  path,
  body,
  ready,
  button,
  preview,
  onDone,
  children,
}: {
  title: string;
  path: string;
  body: unknown;
  ready: boolean;
  button: string;
  /** What it would book, from the code that books. */
  preview?: (result: R) => VoucherMade['booked'];
  onDone: () => void;
  children: ReactNode;
}) {
  const { company } = useCurrentCompany();
  const queries = useQueryClient();
  const full = `/api/v1/companies/${company.id}/petty-cash/funds/${path}`;
  const asked = useDebounced(preview && ready ? body : null);
  const shown = useQuery({
    queryKey: [...keys.company(company.id), 'petty cash', 'side', full, asked],
    queryFn: () => send<R>('POST', `${full}?preview=true`, asked),
    enabled: asked !== null,
    retry: false,
  });
  const key = useRef<string | null>(null);
  const make = useMutation({
    mutationFn: () => {
      key.current ??= newKey();
      return send<R>('POST', full, body, key.current);
    },
    onSuccess: async () => {
      await queries.invalidateQueries({ queryKey: keys.company(company.id) });
      onDone();
    },
  });
  const submit = (e: FormEvent) => {
    e.preventDefault();
    if (ready && !make.isPending) {
      make.mutate();
    }
  };
  return (
    <form
      className="drawer-side"
      aria-label={title}
      onSubmit={submit}
      onChange={() => {
        // what was typed anew is another step
        key.current = null;
      }}
    >
      <h2>{title}</h2>
      {children}
      {preview ? (
        <BookedPreview
          {...(shown.data && { booked: preview(shown.data) })}
          error={make.error ?? shown.error}
        />
      ) : (
        <Problems error={make.error} />
      )}
      <div className="actions mt-2">
        <Button type="submit" disabled={!ready || make.isPending || shown.isError}>
          {button}
        </Button>
        <Button variant="outline-secondary" onClick={onDone}>
          {say('pettycash.leaveIt')}
        </Button>
      </div>
    </form>
  );
}

/** Somebody gets cash for a check, which lies in the drawer from then on. */
export function CashCheckPanel({ fund, onDone }: { fund: Fund; onDone: () => void }) {
  const [form, setForm] = useState({ date: fund.today, who: '', number: '', amount: '', text: '' });
  const set = (part: Partial<typeof form>) => setForm({ ...form, ...part });
  return (
    <Side<Fund>
      title={say('pettycash.cashACheck')}
      path={`${fund.id}/checks`}
      body={form}
      ready={
        form.who.trim() !== '' &&
        form.number.trim() !== '' &&
        form.amount.trim() !== '' &&
        form.date !== UNREADABLE
      }
      button={say('pettycash.giveTheCash')}
      onDone={onDone}
    >
      <p className="quiet">{say('pettycash.theCheckLiesInTheDrawer')}</p>
      <DateField
        label={say('pettycash.day')}
        value={form.date}
        today={fund.today}
        onChange={(date) => set({ date })}
      />
      <TextField
        label={say('pettycash.whoseCheck')}
        value={form.who}
        max={200}
        onChange={(who) => set({ who })}
      />
      <TextField
        label={say('pettycash.numberOnTheCheck')}
        value={form.number}
        max={40}
        onChange={(number) => set({ number })}
      />
      <TextField
        label={say('pettycash.amount')}
        money
        value={form.amount}
        max={40}
        onChange={(amount) => set({ amount })}
      />
      <TextField
        label={say('pettycash.noteLeftEmpty')}
        value={form.text}
        max={400}
        onChange={(text) => set({ text })}
      />
    </Side>
  );
}

/** Cash and checks leave the drawer for the bank: receipts in hand, which a deposit slip takes along. */
export function ToBankPanel({ fund, onDone }: { fund: Fund; onDone: () => void }) {
  const [form, setForm] = useState({
    date: fund.today,
    cash: '',
    checks: fund.checks.map((c) => c.id),
  });
  const tick = (id: number, on: boolean) =>
    setForm((f) => ({ ...f, checks: on ? [...f.checks, id] : f.checks.filter((c) => c !== id) }));
  return (
    <Side<VoucherMade>
      title={say('pettycash.toTheBank')}
      path={`${fund.id}/to-bank`}
      body={form}
      ready={(form.cash.trim() !== '' || form.checks.length > 0) && form.date !== UNREADABLE}
      button={say('pettycash.takeItOut')}
      preview={(r) => r.booked}
      onDone={onDone}
    >
      <p className="quiet">{say('pettycash.itWaitsInHandForASlip')}</p>
      <DateField
        label={say('pettycash.day')}
        value={form.date}
        today={fund.today}
        onChange={(date) => setForm({ ...form, date })}
      />
      <TextField
        label={say('pettycash.cash')}
        money
        value={form.cash}
        max={40}
        onChange={(cash) => setForm({ ...form, cash })}
      />
      {fund.checks.length > 0 && (
        <div className="form-label mt-3 mb-1">{say('pettycash.checksHeldHere')}</div>
      )}
      {fund.checks.map((c) => (
        <Form.Check
          key={c.id}
          id={`to-bank-${c.id}`}
          label={`${c.text}, ${c.who}, ${report(c.amount)}`}
          checked={form.checks.includes(c.id)}
          onChange={(e) => tick(c.id, e.target.checked)}
        />
      ))}
    </Side>
  );
}
