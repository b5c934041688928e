import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { BookedPreview } from '../ledger/BookedPreview';
import { useKept } from '../draft/useKept';
import { useCurrentCompany } from '../session/session';
import { send, upload } from '../shared/api';
import type { AddedAccount, BankAccountView, TakenOver } from './api';
import { fullDate } from '../shared/dates';
import { ChooserField } from '../shared/Chooser';
import { TextField } from '../shared/fields';
import { FileButton } from '../shared/FileDrop';
import { keys } from '../shared/keys';
import { grouped, report } from '../shared/money';
import { Problems } from '../shared/Problems';
import { useBankAccounts, useChart, useSetUp } from '../shared/useBooks';
import { useDebounced } from '../shared/useDebounced';
import { BankAccountFields, NEW_SETTINGS, settingsBody } from './BankAccountFields';
import { BankAccountSettings } from './BankAccountSettings';
import { say } from '../words';

/** Bank accounts: one form makes a usable one; everything else can be changed later. */
export function BankAccountsPart() {
  const accounts = useBankAccounts();
  const [open, setOpen] = useState<number | null>(null);
  const chosen = accounts.data?.find((a) => a.id === open);
  return (
    <>
      <section className="sheet">
        <table className="plain">
          <caption>{say('setup.bankAccounts')}</caption>
          <thead>
            <tr>
              <th scope="col">{say('setup.account')}</th>
              <th scope="col">{say('setup.bank')}</th>
              <th scope="col">{say('setup.number')}</th>
              <th scope="col">{say('setup.currency')}</th>
              <th scope="col">{say('setup.certifiedTo')}</th>
              <th scope="col">{say('setup.nextCheck')}</th>
              <th scope="col">{say('setup.paymentsAreBooked')}</th>
              <th scope="col">
                <span className="visually-hidden">{say('setup.change')}</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {accounts.data?.map((a) => (
              <tr key={a.id}>
                <th scope="row">
                  {a.name} {!a.active && <span className="quiet">{say('setup.noLongerUsed')}</span>}
                </th>
                <td>{a.bank}</td>
                <td>{a.number}</td>
                <td>{a.currency}</td>
                <td>{a.mark > a.openingDate ? fullDate(a.mark) : say('setup.notYet')}</td>
                <td>{a.nextCheckNumber}</td>
                <td>{a.bookOnClearing ? say('setup.onClearing') : say('setup.toCashAtOnce')}</td>
                <td>
                  <button
                    type="button"
                    className="as-link"
                    onClick={() => setOpen(open === a.id ? null : a.id)}
                  >
                    {open === a.id ? say('setup.close') : say('setup.change')}
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
  const chart = useChart();
  const setUp = useSetUp();
  const accounts = useBankAccounts();
  const taken = new Set(accounts.data?.map((a) => a.ledgerAccountId));
  const empty = {
    name: '',
    bank: '',
    number: '',
    currency: company.currency,
    openingMonth: `${Number(session.businessDate.slice(0, 4)) - 1}-12`,
    openingBalance: '0.00',
    outstanding: '',
    cashAccountId: '',
    settings: NEW_SETTINGS,
  };
  const { form, set: setForm, again, notice } = useKept('bank-account', empty);
  const typed = useDebounced(form);
  const ready = typed.name !== '' && typed.bank !== '' && typed.number !== '';
  const usual = setUp.data?.bankAccountPurposes ?? [];
  const body = (f: typeof empty) => ({
    ...f,
    cashAccountId: f.cashAccountId ? Number(f.cashAccountId) : undefined,
    settings: settingsBody(f.name, f.settings, usual),
  });
  const path = `/api/v1/companies/${company.id}/bank-accounts`;
  const preview = useQuery({
    queryKey: [...keys.company(company.id), 'preview', 'bank-accounts', typed],
    queryFn: () => send<AddedAccount>('POST', `${path}?preview=true`, body(typed)),
    enabled: ready && setUp.data !== undefined,
    retry: false,
  });
  const add = useMutation({
    mutationFn: () => send('POST', path, body(form)),
    onSuccess: () => {
      again();
      return queries.invalidateQueries({ queryKey: keys.company(company.id) });
    },
  });
  const field = (key: Exclude<keyof typeof empty, 'settings'>, label: string, hint = '') => (
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
      <h2>{say('setup.addABankAccount')}</h2>
      {notice}
      <Form
        onSubmit={(e) => {
          e.preventDefault();
          add.mutate();
        }}
      >
        <div className="row g-2">
          {field('name', say('setup.name'), say('setup.asPeopleCallItSuchAsOperating'))}
          {field('bank', say('setup.bank'))}
          {field('number', say('setup.number'), say('setup.asItStandsOnItsStatements'))}
          {field('currency', say('setup.currency'), say('setup.aRateMustBeSetForAnother'))}
          {field('openingMonth', say('setup.openingBalanceAtTheEndOf'), say('setup.aMonthSuchAs202512'))}
          {field(
            'openingBalance',
            say('setup.openingBalance', { currency: form.currency }),
            say('setup.theLedgersBalanceThatDay'),
          )}
          <ChooserField
            className="col-md-8"
            label={say('setup.ledgerAccountThatIsItsCash')}
            hint={say('setup.leftEmptyOneIsAdded')}
            empty={say('setup.aNewOne')}
            value={form.cashAccountId}
            choices={(chart.data ?? [])
              .filter((a) => a.active && a.control === 'NONE' && !taken.has(a.id))
              .filter((a) => a.type === 'ASSET' || a.type === 'LIABILITY')
              .map((a) => [String(a.id), `${a.code} ${a.name}`])}
            onChange={(cashAccountId) => setForm({ ...form, cashAccountId })}
          />
          <Form.Group controlId="outstanding">
            <Form.Label>{say('setup.outstandingItemsIfTheAccountLivesAlready')}</Form.Label>
            <Form.Control
              as="textarea"
              rows={4}
              value={form.outstanding}
              placeholder={say('setup.dateAmountCheckNumberParty202605')}
              onChange={(e) => setForm({ ...form, outstanding: e.target.value })}
            />
            <div className="hint">{say('setup.inTheLedgerNotYetAtThe')}</div>
          </Form.Group>
        </div>
        <details className="mt-3">
          <summary>{say('setup.limitsChecksLedgerAccountsAccess')}</summary>
          <div className="mt-2">
            <BankAccountFields
              bank={form.bank}
              currency={form.currency}
              purposes={usual}
              form={form.settings}
              onChange={(part) => setForm({ ...form, settings: { ...form.settings, ...part } })}
            />
          </div>
        </details>
        {ready && (
          <BookedPreview booked={preview.data?.booked} error={add.error ? undefined : preview.error} />
        )}
        {preview.data && (
          <p>
            {say('setup.thatDayTheLedgerHasTheBank', {
              ledgerBalance: report(preview.data.ledgerBalance),
              currency: form.currency,
              bankBalance: report(preview.data.bankBalance),
            })}
          </p>
        )}
        <Problems error={add.error} title={say('setup.notAddedWhatYouTypedIsStill')} />
        {add.isSuccess && <p role="status">{say('setup.addedItCanBeUsedAtOnce')}</p>}
        <Button type="submit" disabled={add.isPending}>
          {say('setup.addThisAccount')}
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
      <h2>{say('setup.takenOverOn', { openingDate: fullDate(account.openingDate) })}</h2>
      <p>
        {say('setup.theLedgerHadTheBankTheyDiffer', {
          openingLedgerBalance: report(account.openingLedgerBalance),
          currency: account.currency,
          openingBankBalance: report(account.openingBankBalance),
        })}
      </p>
      <FileButton label={say('setup.readMoreOutstandingItemsFromAFile')} onFile={(f) => take.mutate(f)} />
      {take.data && (
        <p className="told" role="status">
          {say('setup.tookOverItemsTheBankHad', {
            items: take.data.items,
            bankBalance: grouped(take.data.bankBalance),
          })}
        </p>
      )}
      <Problems error={take.error} title={say('setup.nothingWasTakenOver')} />
    </section>
  );
}
