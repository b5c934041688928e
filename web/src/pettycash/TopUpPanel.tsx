import { useQuery, useQueryClient, useMutation } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { BookedPreview } from '../ledger/BookedPreview';
import { useCurrentCompany } from '../session/session';
import { send } from '../shared/api';
import { DateField } from '../shared/DateField';
import { UNREADABLE } from '../shared/dates';
import { ChoiceField, TextField } from '../shared/fields';
import { keys } from '../shared/keys';
import { report } from '../shared/money';
import { newKey } from '../shared/sending';
import { useBankAccounts } from '../shared/useBooks';
import { useDebounced } from '../shared/useDebounced';
import { say } from '../words';
import type { Fund, VoucherMade } from './api';

/** Brings a drawer back to its float; what it will book stands below, from the code that books. */
export function TopUpPanel({ fund, onDone }: { fund: Fund; onDone: () => void }) {
  const { company } = useCurrentCompany();
  const queries = useQueryClient();
  const banks = useBankAccounts();
  const fits = (banks.data ?? []).filter((b) => b.active && b.currency === company.currency);
  const [form, setForm] = useState({
    bank: '',
    date: fund.today,
    how: 'WITHDRAWAL' as 'WITHDRAWAL' | 'STOCK' | 'WRITTEN',
    checkNumber: '',
    inDrawer: true,
  });
  const bank = form.bank || String(fits[0]?.id ?? '');
  const body = {
    bankAccountId: Number(bank),
    date: form.date,
    checkNumber: form.how === 'WRITTEN' ? form.checkNumber.trim() : '',
    fromStock: form.how === 'STOCK',
    text: '',
    inDrawer: form.inDrawer,
    covers: [] as number[],
  };
  const ready =
    bank !== '' && form.date !== UNREADABLE && (form.how !== 'WRITTEN' || form.checkNumber.trim() !== '');
  const asked = useDebounced(ready ? body : null);
  const path = `/api/v1/companies/${company.id}/petty-cash/funds/${fund.id}/top-ups`;
  const preview = useQuery({
    queryKey: [...keys.company(company.id), 'petty cash', 'top-up', fund.id, asked],
    queryFn: () => send<VoucherMade>('POST', `${path}?preview=true`, asked),
    enabled: asked !== null,
    retry: false,
  });
  const key = useRef<string | null>(null);
  const make = useMutation({
    mutationFn: () => {
      key.current ??= newKey();
      return send<VoucherMade>('POST', path, body, key.current);
    },
    onSuccess: async () => {
      await queries.invalidateQueries({ queryKey: keys.company(company.id) });
      onDone();
    },
  });
  return (
    <form
      className="drawer-side"
      aria-label={say('pettycash.topUp')}
      onSubmit={(e) => {
        e.preventDefault();
        if (ready && !make.isPending) {
          make.mutate();
        }
      }}
    >
      <h2>{say('pettycash.topUpTo', { amount: report(fund.identity.floatAmount) })}</h2>
      <p>
        {say('pettycash.coversVouchers', {
          count: fund.identity.toCover,
          amount: report(fund.identity.toTopUp),
        })}
      </p>
      <ChoiceField
        label={say('pettycash.from')}
        value={bank}
        choices={fits.map((b): [string, string] => [String(b.id), b.name])}
        onChange={(value) => setForm({ ...form, bank: value })}
      />
      <DateField
        label={say('pettycash.day')}
        value={form.date}
        today={fund.today}
        onChange={(date) => setForm({ ...form, date })}
      />
      <ChoiceField
        label={say('pettycash.how')}
        value={form.how}
        choices={[
          ['WITHDRAWAL', say('pettycash.asAWithdrawal')],
          ['STOCK', say('pettycash.byTheNextCheckOfTheStock')],
          ['WRITTEN', say('pettycash.byACheckWrittenAlready')],
        ]}
        onChange={(how) => setForm({ ...form, how: how as typeof form.how })}
      />
      {form.how === 'STOCK' && (
        <p className="quiet">{say('pettycash.toTheKeeperAsAPayment', { keeper: fund.keeper })}</p>
      )}
      {form.how === 'WRITTEN' && (
        <TextField
          label={say('pettycash.numberOnTheCheck')}
          value={form.checkNumber}
          max={20}
          onChange={(checkNumber) => setForm({ ...form, checkNumber })}
        />
      )}
      <Form.Check
        id="top-up-in-drawer"
        className="mb-2"
        label={say('pettycash.theCashIsInTheDrawer')}
        checked={form.inDrawer}
        onChange={(e) => setForm({ ...form, inDrawer: e.target.checked })}
      />
      <BookedPreview
        {...(preview.data && { booked: preview.data.booked })}
        error={make.error ?? preview.error}
      />
      <div className="actions mt-2">
        <Button type="submit" disabled={!ready || make.isPending || preview.isError}>
          {say('pettycash.topUpBy', { amount: report(fund.identity.toTopUp) })}
        </Button>
        <Button variant="outline-secondary" onClick={onDone}>
          {say('pettycash.leaveIt')}
        </Button>
      </div>
    </form>
  );
}
