import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { Link } from 'react-router';
import { useCurrentCompany } from '../session/session';
import { api, data, send } from '../shared/api';
import { DateField } from '../shared/DateField';
import { fullDate } from '../shared/dates';
import { ChoiceField, TextField } from '../shared/fields';
import { keys } from '../shared/keys';
import { Problems } from '../shared/Problems';
import { useBankAccounts } from '../shared/useBooks';
import { say } from '../words';
import type { FileTermsForm, Holiday } from './api';
import { collectionKeys } from './keys';

/** How files for the banks are written, account by account, and the days on which the banks do not work. */
export default function FileTermsPage() {
  const accounts = useBankAccounts();
  const [account, setAccount] = useState('');
  const own = (accounts.data ?? []).filter((a) => a.active);
  const chosen = account || String(own[0]?.id ?? '');
  return (
    <div className="page">
      <p className="mb-1">
        <Link to="/collections">{say('collection.collections')}</Link>
      </p>
      <h1>{say('collection.filesForBanks')}</h1>
      <Problems error={accounts.error} />
      <div className="sheet">
        <ChoiceField
          label={say('collection.bankAccount')}
          value={chosen}
          choices={own.map((a) => [String(a.id), a.name])}
          onChange={setAccount}
        />
        {chosen && <TermsOf key={chosen} account={Number(chosen)} />}
      </div>
      <Holidays />
    </div>
  );
}

function TermsOf({ account }: { account: number }) {
  const { company } = useCurrentCompany();
  const kept = useQuery({
    queryKey: collectionKeys.terms(company.id, account),
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/set-up/bank-files/{bankAccountId}', {
          params: { path: { companyId: company.id, bankAccountId: account } },
        }),
      ),
  });
  if (!kept.data) {
    return <Problems error={kept.error} />;
  }
  return (
    <TermsForm
      account={account}
      known={kept.data.terms.length > 0}
      start={
        kept.data.terms[0] ?? {
          scheme: company.currency === 'EUR' ? 'SEPA' : 'ACH',
          routing: '',
          bankName: '',
          origin: '',
          companyName: company.name.slice(0, 16).toUpperCase(),
          companyId: '',
          description: '',
          paymentDescription: 'PAYMENT',
          account: '',
          version: 8,
          paymentVersion: 9,
          iban: '',
          bic: '',
          creditorId: '',
          oneBooking: true,
          tellsFirst: false,
          leadDays: 1,
          leadDaysB2b: 1,
          paymentLeadDays: 1,
          singly: false,
          fileName: '',
          nextFile: 1,
        }
      }
    />
  );
}

function TermsForm({ account, known, start }: { account: number; known: boolean; start: FileTermsForm }) {
  const { company } = useCurrentCompany();
  const queries = useQueryClient();
  const [t, setT] = useState(start);
  const set = (part: Partial<FileTermsForm>) => setT({ ...t, ...part });
  const keep = useMutation({
    mutationFn: () =>
      send<FileTermsForm>('PUT', `/api/v1/companies/${company.id}/set-up/bank-files/${account}`, t),
    onSuccess: () => queries.invalidateQueries({ queryKey: keys.company(company.id) }),
  });
  type Texts = {
    [K in keyof FileTermsForm]-?: FileTermsForm[K] extends string ? K : never;
  }[keyof FileTermsForm];
  const text = (field: Exclude<Texts, 'scheme'>, label: string, max: number, hint?: string) => (
    <TextField
      label={label}
      value={t[field]}
      max={max}
      {...(hint && { hint })}
      onChange={(value) => set({ [field]: value })}
    />
  );
  const number = (field: 'leadDays' | 'leadDaysB2b' | 'paymentLeadDays' | 'nextFile', label: string) => (
    <TextField
      label={label}
      value={String(t[field])}
      max={6}
      onChange={(v) => /^\d+$/.test(v) && set({ [field]: Number(v) })}
    />
  );
  const check = (field: 'oneBooking' | 'tellsFirst' | 'singly', label: string) => (
    <Form.Check
      id={`terms-${field}`}
      label={label}
      checked={t[field]}
      onChange={(e) => set({ [field]: e.target.checked })}
    />
  );
  return (
    <Form
      className="mt-2"
      onSubmit={(e) => {
        e.preventDefault();
        if (!keep.isPending) {
          keep.mutate();
        }
      }}
    >
      {!known && <p className="quiet">{say('collection.writesNoFilesYet')}</p>}
      <div className="two-columns">
        <ChoiceField
          label={say('collection.files')}
          value={t.scheme}
          choices={[
            ['ACH', say('collection.filesAch')],
            ['SEPA', say('collection.filesSepa')],
          ]}
          onChange={(scheme) => set({ scheme: scheme as FileTermsForm['scheme'] })}
        />
        {text('companyName', say('collection.companyName'), t.scheme === 'ACH' ? 16 : 70)}
        {t.scheme === 'ACH' ? (
          <>
            {text('routing', say('collection.routingOfOurBank'), 9)}
            {text('bankName', say('collection.nameOfTheBank'), 23)}
            {text('origin', say('collection.origin'), 10, say('collection.asTheBankGaveIt'))}
            {text('companyId', say('collection.companyId'), 10, say('collection.asTheBankGaveIt'))}
            {text('description', say('collection.description'), 10, say('collection.descriptionHint'))}
            <TextField
              label={say('collection.paymentDescription')}
              value={t.paymentDescription ?? ''}
              max={10}
              hint={say('collection.paymentDescriptionHint')}
              onChange={(paymentDescription) => set({ paymentDescription })}
            />
            {text('account', say('collection.balancedBy'), 17, say('collection.balancedHint'))}
          </>
        ) : (
          <>
            {text('iban', say('collection.iban'), 40)}
            {text('bic', say('collection.bic'), 11, say('collection.bicHint'))}
            {text('creditorId', say('collection.creditorId'), 35)}
            <ChoiceField
              label={say('collection.version')}
              value={String(t.version)}
              choices={[
                ['8', 'pain.008.001.08'],
                ['2', 'pain.008.001.02'],
              ]}
              onChange={(v) => set({ version: Number(v) })}
            />
            <ChoiceField
              label={say('collection.paymentVersion')}
              value={String(t.paymentVersion)}
              choices={[
                ['9', 'pain.001.001.09'],
                ['3', 'pain.001.001.03'],
              ]}
              onChange={(v) => set({ paymentVersion: Number(v) })}
            />
            {number('leadDaysB2b', say('collection.leadDaysB2b'))}
          </>
        )}
        {number('leadDays', say('collection.leadDays'))}
        {number('paymentLeadDays', say('collection.paymentLeadDays'))}
        {text('fileName', say('collection.fileName'), 80, say('collection.fileNameHint'))}
        {number('nextFile', say('collection.nextFile'))}
      </div>
      <div className="my-2">
        {t.scheme === 'SEPA' && check('oneBooking', say('collection.oneBooking'))}
        {t.scheme === 'SEPA' && check('tellsFirst', say('collection.tellsFirst'))}
        {check('singly', say('collection.creditedSingly'))}
      </div>
      <Problems error={keep.error} title={say('collection.nothingWasKept')} />
      {keep.isSuccess && <p className="told">{say('collection.kept')}</p>}
      <Button type="submit" disabled={keep.isPending}>
        {say('collection.keepIt')}
      </Button>
    </Form>
  );
}

function Holidays() {
  const { company, session } = useCurrentCompany();
  const queries = useQueryClient();
  const [day, setDay] = useState('');
  const [name, setName] = useState('');
  const holidays = useQuery({
    queryKey: collectionKeys.holidays(company.id),
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/set-up/bank-holidays', {
          params: { path: { companyId: company.id } },
        }),
      ),
  });
  const keep = useMutation({
    mutationFn: (all: Holiday[]) =>
      send('PUT', `/api/v1/companies/${company.id}/set-up/bank-holidays`, { holidays: all }),
    onSuccess: async () => {
      setDay('');
      setName('');
      await queries.invalidateQueries({ queryKey: keys.company(company.id) });
    },
  });
  const all = holidays.data ?? [];
  return (
    <div className="sheet">
      <h2>{say('collection.bankHolidays')}</h2>
      <p className="quiet">{say('collection.bankHolidaysHint')}</p>
      {all.length > 0 && (
        <table className="plain mb-2" style={{ maxWidth: '34rem' }}>
          <caption className="visually-hidden">{say('collection.bankHolidays')}</caption>
          <tbody>
            {all.map((h) => (
              <tr key={h.day}>
                <th scope="row">{fullDate(h.day)}</th>
                <td>{h.name}</td>
                <td>
                  <button
                    type="button"
                    className="as-link"
                    disabled={keep.isPending}
                    onClick={() => keep.mutate(all.filter((o) => o.day !== h.day))}
                  >
                    {say('collection.leaveOut')}
                  </button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <Form
        className="d-flex flex-wrap gap-3 align-items-end"
        onSubmit={(e) => {
          e.preventDefault();
          if (day && !keep.isPending) {
            keep.mutate([...all, { day, name }]);
          }
        }}
      >
        <DateField
          label={say('collection.day')}
          value={day}
          today={session.businessDate}
          optional
          onChange={setDay}
        />
        <TextField label={say('collection.name')} value={name} max={80} onChange={setName} />
        <Button type="submit" variant="outline-secondary" disabled={!day || keep.isPending}>
          {say('collection.addTheDay')}
        </Button>
      </Form>
      <Problems error={holidays.error ?? keep.error} />
    </div>
  );
}
