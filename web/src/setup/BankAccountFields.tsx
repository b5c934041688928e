import { useQuery } from '@tanstack/react-query';
import { Form } from 'react-bootstrap';
import { useCurrentCompany } from '../session/session';
import { api, data } from '../shared/api';
import { ChooserField } from '../shared/Chooser';
import { DateField } from '../shared/DateField';
import { ChoiceField, TextField } from '../shared/fields';
import { useChart, useSetUp } from '../shared/useBooks';
import { say } from '../words';
import type { BankAccountView, PersonView, SetUpView } from './api';
import { setupKeys } from './keys';

/** What is set for a bank account beside its name and number, as it is typed. */
export interface Settings {
  branchId: string;
  leastPayment: string;
  mostPayment: string;
  mostOutInADay: string;
  zeroPayment: boolean;
  differenceTolerance: string;
  checkStock: string;
  nextCheckNumber: string;
  oldCheckDays: string;
  staleCheckDays: string;
  bookOnClearing: boolean;
  depositsOnClearing: boolean;
  active: boolean;
  purposes: Record<string, string>;
  sites: number[];
  /** Codes of currencies with something between them. */
  currencies: string;
  /** Last days by person, empty for no end; absent for those who may not, and as a whole while nothing of it was changed. */
  access?: Record<string, string>;
}

const purposesOf = (purposes: SetUpView['bankAccountPurposes']) =>
  Object.fromEntries(purposes.map((p) => [p.purpose, p.ledgerAccountId ? String(p.ledgerAccountId) : '']));

export function settingsOf(account: BankAccountView): Settings {
  return {
    branchId: account.branchId ? String(account.branchId) : '',
    leastPayment: account.leastPayment ?? '',
    mostPayment: account.mostPayment ?? '',
    mostOutInADay: account.mostOutInADay ?? '',
    zeroPayment: account.zeroPayment,
    differenceTolerance: account.differenceTolerance,
    checkStock: account.checkStock,
    nextCheckNumber: account.nextCheckNumber,
    oldCheckDays: String(account.oldCheckDays),
    staleCheckDays: String(account.staleCheckDays),
    bookOnClearing: account.bookOnClearing,
    depositsOnClearing: account.depositsOnClearing,
    active: account.active,
    purposes: purposesOf(account.purposes),
    sites: account.sites,
    currencies: account.currencies.join(', '),
  };
}

/** Those of an account to be added. */
export const NEW_SETTINGS: Settings = {
  branchId: '',
  leastPayment: '',
  mostPayment: '',
  mostOutInADay: '',
  zeroPayment: false,
  differenceTolerance: '0.00',
  checkStock: 'PRENUMBERED',
  nextCheckNumber: '1001',
  oldCheckDays: '90',
  staleCheckDays: '180',
  bookOnClearing: false,
  depositsOnClearing: false,
  active: true,
  purposes: {},
  sites: [],
  currencies: '',
};

/** As the server takes them. */
export function settingsBody(name: string, s: Settings, usual: SetUpView['bankAccountPurposes'] = []) {
  return {
    ...s,
    name,
    branchId: s.branchId ? Number(s.branchId) : undefined,
    oldCheckDays: Number(s.oldCheckDays),
    staleCheckDays: Number(s.staleCheckDays),
    purposes: Object.fromEntries(
      Object.entries({ ...purposesOf(usual), ...s.purposes })
        .filter(([, v]) => v !== '')
        .map(([k, v]) => [k, Number(v)]),
    ),
    currencies: s.currencies.split(/[\s,;]+/).filter((c) => c !== ''),
    access:
      s.access &&
      Object.entries(s.access).map(([id, lastDay]) => ({
        personId: Number(id),
        lastDay: lastDay || undefined,
      })),
  };
}

/** Whether it is the in-transit account of what travels one way alone. */
const byMeans = (p: { purpose: string }) => /^IN_TRANSIT_(IN|OUT)_/.test(p.purpose);

interface Props {
  /** The bank by name, whose branches may be chosen. */
  bank: string;
  currency: string;
  /** None for an account to be added. */
  accountId?: number;
  purposes: SetUpView['bankAccountPurposes'];
  form: Settings;
  onChange: (part: Partial<Settings>) => void;
}

/** Branch, limits, checks, ledger accounts, sites and access of one bank account. */
export function BankAccountFields({ bank, currency, accountId, purposes, form, onChange }: Props) {
  const chart = useChart();
  const setUp = useSetUp();
  const bankId = setUp.data?.banks.find((b) => b.name.toLowerCase() === bank.trim().toLowerCase())?.id;
  const check = (key: 'zeroPayment' | 'bookOnClearing' | 'depositsOnClearing' | 'active', label: string) => (
    <Form.Check
      id={`${key}-${accountId ?? 'new'}`}
      label={label}
      checked={form[key]}
      onChange={(e) => onChange({ [key]: e.target.checked })}
    />
  );
  const amount = (
    key: 'leastPayment' | 'mostPayment' | 'mostOutInADay' | 'differenceTolerance',
    label: string,
  ) => (
    <TextField
      className="col-6"
      money
      label={label}
      value={form[key]}
      onChange={(v) => onChange({ [key]: v })}
    />
  );
  const chooser = (p: Props['purposes'][number]) => (
    <ChooserField
      key={p.purpose}
      className="col-md-6"
      label={p.words.charAt(0).toUpperCase() + p.words.slice(1)}
      empty={say('setup.none')}
      value={form.purposes[p.purpose] ?? (p.ledgerAccountId ? String(p.ledgerAccountId) : '')}
      choices={(chart.data ?? [])
        .filter((a) => a.active && a.control === 'NONE')
        .map((a) => [String(a.id), `${a.code} ${a.name}`])}
      onChange={(v) => onChange({ purposes: { ...form.purposes, [p.purpose]: v } })}
    />
  );
  return (
    <div className="row g-3">
      <div className="col-lg-7">
        <h3>{say('setup.whichLedgerAccountServesWhat')}</h3>
        <div className="row g-2">{purposes.filter((p) => !byMeans(p)).map(chooser)}</div>
        <details className="mt-3" open={purposes.some((p) => byMeans(p) && p.ledgerAccountId) || undefined}>
          <summary>{say('setup.inTransitByHowItTravels')}</summary>
          <p className="hint">{say('setup.whatHasNoneOfItsOwn')}</p>
          <div className="row g-2">{purposes.filter(byMeans).map(chooser)}</div>
        </details>
      </div>
      <div className="col-lg-5">
        <h3>{say('setup.payments')}</h3>
        <div className="row g-2 mb-2">
          {amount('leastPayment', say('setup.leastPayment', { currency }))}
          {amount('mostPayment', say('setup.mostPayment', { currency }))}
          {amount('mostOutInADay', say('setup.mostOutInADay', { currency }))}
          {amount('differenceTolerance', say('setup.differenceToleratedAtMatching'))}
          <ChoiceField
            className="col-6"
            label={say('setup.checks')}
            value={form.checkStock}
            choices={[
              ['PRENUMBERED', say('setup.comeWithTheirNumbers')],
              ['BLANK', say('setup.areNumberedWhenWritten')],
            ]}
            onChange={(checkStock) => onChange({ checkStock })}
          />
          <TextField
            className="col-6"
            label={say('setup.nextCheckNumber')}
            max={12}
            value={form.nextCheckNumber}
            onChange={(nextCheckNumber) => onChange({ nextCheckNumber })}
          />
          <TextField
            className="col-6"
            label={say('setup.checksAreOldAfter')}
            max={4}
            value={form.oldCheckDays}
            onChange={(oldCheckDays) => onChange({ oldCheckDays })}
          />
          <TextField
            className="col-6"
            label={say('setup.checksAreStaleAfter')}
            max={4}
            value={form.staleCheckDays}
            onChange={(staleCheckDays) => onChange({ staleCheckDays })}
          />
          <ChoiceField
            className="col-6"
            label={say('setup.branchOf', { bank: bank || say('setup.theBank') })}
            empty={say('setup.none')}
            value={form.branchId}
            choices={(setUp.data?.branches ?? [])
              .filter((b) => b.bankId === bankId)
              .map((b) => [String(b.id), b.name])}
            onChange={(branchId) => onChange({ branchId })}
          />
          <TextField
            className="col-6"
            label={say('setup.mayBeExchangedWith')}
            hint={say('setup.currenciesOfTransfersEmptyForAll')}
            value={form.currencies}
            onChange={(currencies) => onChange({ currencies })}
          />
        </div>
        {check('zeroPayment', say('setup.aPaymentOfZeroMayBeMade'))}
        {check('bookOnClearing', say('setup.paymentsReachCashOnlyWhenTheBank'))}
        {check('depositsOnClearing', say('setup.depositsReachCashOnlyWhenTheBank'))}
        {accountId !== undefined && check('active', say('setup.theAccountIsUsed'))}
        <h3 className="mt-3">{say('setup.sitesThatMayPayFromIt')}</h3>
        <p className="hint">{say('setup.noneChosenEverySiteMay')}</p>
        {setUp.data?.sites.map((s) => (
          <Form.Check
            key={s.id}
            id={`site-${s.id}`}
            label={s.name}
            checked={form.sites.includes(s.id)}
            onChange={(e) =>
              onChange({
                sites: e.target.checked ? [...form.sites, s.id] : form.sites.filter((id) => id !== s.id),
              })
            }
          />
        ))}
        <Access accountId={accountId} form={form} onChange={onChange} />
      </div>
    </div>
  );
}

/** Who of those that are limited to some bank accounts may work on this one, and how long. */
function Access({ accountId, form, onChange }: Pick<Props, 'accountId' | 'form' | 'onChange'>) {
  const { company } = useCurrentCompany();
  const people = useQuery({
    queryKey: setupKeys.people(company.id),
    queryFn: () =>
      data(api.GET('/api/v1/companies/{companyId}/people', { params: { path: { companyId: company.id } } })),
  });
  const limited = people.data?.filter((p) => p.bankAccountIds.length > 0) ?? [];
  const access = form.access ?? accessNow(limited, accountId);
  const without = (id: number) =>
    Object.fromEntries(Object.entries(access).filter(([k]) => k !== String(id)));
  return (
    <>
      <h3 className="mt-3">{say('setup.whoMayWorkOnIt')}</h3>
      <p className="hint">
        {limited.length === 0 ? say('setup.everybodyNobodyIsLimited') : say('setup.everybodyElseMay')}
      </p>
      {limited.map((p) => (
        <div key={p.id} className="d-flex align-items-end gap-3 mb-2">
          <Form.Check
            id={`access-${p.id}`}
            className="flex-grow-1"
            label={p.name}
            checked={access[p.id] !== undefined}
            onChange={(e) =>
              onChange({ access: e.target.checked ? { ...access, [p.id]: '' } : without(p.id) })
            }
          />
          {access[p.id] !== undefined && (
            <DateField
              label={say('setup.lastDayOf', { name: p.name })}
              value={access[p.id] ?? ''}
              today={company.businessDate}
              optional
              onChange={(day) => onChange({ access: { ...access, [p.id]: day } })}
            />
          )}
        </div>
      ))}
    </>
  );
}

function accessNow(limited: PersonView[], accountId?: number): Record<string, string> {
  return Object.fromEntries(
    limited
      .filter((p) => accountId !== undefined && p.bankAccountIds.includes(accountId))
      .map((p) => [p.id, p.lastDays[String(accountId)] ?? '']),
  );
}
