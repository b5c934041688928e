import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { BookedPreview } from '../ledger/BookedPreview';
import { useKept } from '../draft/useKept';
import { useCurrentCompany } from '../session/session';
import { send, upload } from '../shared/api';
import type { AddedAccount, BankAccountView, TakenOver } from './api';
import { fullDate } from '../shared/dates';
import { TextField } from '../shared/fields';
import { FileButton } from '../shared/FileDrop';
import { keys } from '../shared/keys';
import { grouped, report } from '../shared/money';
import { Problems } from '../shared/Problems';
import { useBankAccounts } from '../shared/useBooks';
import { useDebounced } from '../shared/useDebounced';
import { BankAccountSettings } from './BankAccountSettings';

/** Bank accounts: one form makes a usable one; everything else can be changed later. */
export function BankAccountsPart() {
  const accounts = useBankAccounts();
  const [open, setOpen] = useState<number | null>(null);
  const chosen = accounts.data?.find((a) => a.id === open);
  return (
    <>
      <section className="sheet">
        <table className="plain">
          <caption>Bank accounts</caption>
          <thead>
            <tr>
              <th scope="col">Account</th>
              <th scope="col">Bank</th>
              <th scope="col">Number</th>
              <th scope="col">Currency</th>
              <th scope="col">Certified to</th>
              <th scope="col">Next check</th>
              <th scope="col">Payments are booked</th>
              <th scope="col">
                <span className="visually-hidden">Change</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {accounts.data?.map((a) => (
              <tr key={a.id}>
                <th scope="row">
                  {a.name} {!a.active && <span className="quiet">no longer used</span>}
                </th>
                <td>{a.bank}</td>
                <td>{a.number}</td>
                <td>{a.currency}</td>
                <td>{a.mark > a.openingDate ? fullDate(a.mark) : 'not yet'}</td>
                <td>{a.nextCheckNumber}</td>
                <td>{a.bookOnClearing ? 'on clearing' : 'to cash at once'}</td>
                <td>
                  <button
                    type="button"
                    className="as-link"
                    onClick={() => setOpen(open === a.id ? null : a.id)}
                  >
                    {open === a.id ? 'Close' : 'Change'}
                  </button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </section>
      {chosen ? (
        <>
          <BankAccountSettings key={chosen.id} account={chosen} />
          <Outstanding key={`o${chosen.id}`} account={chosen} />
        </>
      ) : (
        <AddBankAccount />
      )}
    </>
  );
}

function AddBankAccount() {
  const { company, session } = useCurrentCompany();
  const queries = useQueryClient();
  const empty = {
    name: '',
    bank: '',
    number: '',
    currency: company.currency,
    openingMonth: `${Number(session.businessDate.slice(0, 4)) - 1}-12`,
    openingBalance: '0.00',
    outstanding: '',
  };
  const { form, set: setForm, again, notice } = useKept('bank-account', empty);
  const typed = useDebounced(form);
  const ready = typed.name !== '' && typed.bank !== '' && typed.number !== '';
  const path = `/api/v1/companies/${company.id}/bank-accounts`;
  const preview = useQuery({
    queryKey: [...keys.company(company.id), 'preview', 'bank-accounts', typed],
    queryFn: () => send<AddedAccount>('POST', `${path}?preview=true`, typed),
    enabled: ready,
    retry: false,
  });
  const add = useMutation({
    mutationFn: () => send('POST', path, form),
    onSuccess: () => {
      again();
      return queries.invalidateQueries({ queryKey: keys.company(company.id) });
    },
  });
  const field = (key: keyof typeof empty, label: string, hint = '') => (
    <TextField
      className="col-md-4"
      label={label}
      hint={hint}
      max={120}
      value={form[key]}
      onChange={(v) => setForm({ ...form, [key]: v })}
    />
  );
  return (
    <section className="sheet">
      <h2>Add a bank account</h2>
      {notice}
      <Form
        onSubmit={(e) => {
          e.preventDefault();
          add.mutate();
        }}
      >
        <div className="row g-2">
          {field('name', 'Name', 'As people call it, such as Operating.')}
          {field('bank', 'Bank')}
          {field('number', 'Number', 'As it stands on its statements.')}
          {field('currency', 'Currency', 'A rate must be set for another one.')}
          {field('openingMonth', 'Opening balance at the end of', 'A month such as 2025-12.')}
          {field('openingBalance', `Opening balance, ${form.currency}`, 'The ledger’s balance that day.')}
          <Form.Group controlId="outstanding">
            <Form.Label>Outstanding items, if the account lives already</Form.Label>
            <Form.Control
              as="textarea"
              rows={4}
              value={form.outstanding}
              placeholder={'date,amount,check_number,party\n2026-05-28,-1240.00,1007,Hansen Propeller'}
              onChange={(e) => setForm({ ...form, outstanding: e.target.value })}
            />
            <div className="hint">
              In the ledger, not yet at the bank; typed, or pasted from a spreadsheet with its header row.
              They are matched later and book nothing.
            </div>
          </Form.Group>
        </div>
        {ready && (
          <BookedPreview booked={preview.data?.booked} error={add.error ? undefined : preview.error} />
        )}
        {preview.data && (
          <p>
            That day the ledger has {report(preview.data.ledgerBalance)} {form.currency}, the bank{' '}
            {report(preview.data.bankBalance)}.
          </p>
        )}
        <Problems error={add.error} title="Not added; what you typed is still here." />
        {add.isSuccess && <p role="status">Added; it can be used at once.</p>}
        <Button type="submit" disabled={add.isPending}>
          Add this account
        </Button>
      </Form>
    </section>
  );
}

/** The items outstanding when the account was taken over. */
function Outstanding({ account }: { account: BankAccountView }) {
  const { company } = useCurrentCompany();
  const queries = useQueryClient();
  const take = useMutation({
    mutationFn: (file: File) => {
      const form = new FormData();
      form.append('file', file);
      return upload<TakenOver>(
        `/api/v1/companies/${company.id}/bank-accounts/${account.id}/outstanding-items`,
        form,
      );
    },
    onSuccess: () => queries.invalidateQueries({ queryKey: keys.company(company.id) }),
  });
  return (
    <section className="sheet">
      <h2>Taken over on {fullDate(account.openingDate)}</h2>
      <p>
        The ledger had {report(account.openingLedgerBalance)} {account.currency}, the bank{' '}
        {report(account.openingBankBalance)}; they differ by the items that were outstanding.
      </p>
      <FileButton label="Read more outstanding items from a file" onFile={(f) => take.mutate(f)} />
      {take.data && (
        <p className="told" role="status">
          Took over {take.data.items} items; the bank had {grouped(take.data.bankBalance)}.
        </p>
      )}
      <Problems error={take.error} title="Nothing was taken over." />
    </section>
  );
}
