import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { Link, useNavigate, useParams } from 'react-router';
import { useCurrentCompany } from '../session/session';
import { send } from '../shared/api';
import { CellChooser, ChooserField } from '../shared/Chooser';
import { DateField } from '../shared/DateField';
import { CellText, TextField } from '../shared/fields';
import { keys } from '../shared/keys';
import { Problems } from '../shared/Problems';
import { SiteField } from '../shared/SiteField';
import { accountChoices, useChart, usePeople, useSetUp } from '../shared/useBooks';
import { say } from '../words';
import type { Fund, FundPurpose, PersonView } from './api';
import { useFunds } from './useDrawers';

/** A drawer is set up: who keeps it, its accounts, its float, and what it may be used for. */
export default function FundSettingsPage() {
  const { id } = useParams();
  const funds = useFunds();
  const fund = funds.data?.find((f) => String(f.id) === id);
  if (id !== undefined && !fund) {
    return (
      <div className="page">
        <Problems error={funds.error} />
      </div>
    );
  }
  return <Settings key={fund?.id ?? 'new'} {...(fund && { fund })} />;
}

function Settings({ fund }: { fund?: Fund }) {
  const { company, session } = useCurrentCompany();
  const queries = useQueryClient();
  const navigate = useNavigate();
  const chart = useChart();
  const [form, setForm] = useState({
    name: fund?.name ?? '',
    keeper: fund?.keeper ?? '',
    siteId: fund?.siteId,
    account: '',
    overShortAccount: fund?.overShortAccount ?? '',
    advancesAccount: fund?.advancesAccount ?? '',
    floatAmount: '',
    date: session.businessDate,
    active: fund?.active ?? true,
    keepers: fund?.keepers ?? [],
    counters: fund?.counters ?? [],
  });
  const people = usePeople();
  const set = (part: Partial<typeof form>) => setForm({ ...form, ...part });
  const base = `/api/v1/companies/${company.id}/petty-cash/funds`;
  const fresh = () => queries.invalidateQueries({ queryKey: keys.company(company.id) });
  const keep = useMutation({
    mutationFn: () =>
      fund
        ? send<Fund>('PUT', `${base}/${fund.id}`, { ...form, version: fund.version })
        : send<Fund>('POST', base, form),
    onSuccess: async (kept) => {
      await fresh();
      void navigate(fund ? `/petty-cash/${kept.id}` : `/petty-cash/${kept.id}/settings`);
    },
  });
  const [floats, setFloats] = useState('');
  const changeFloat = useMutation({
    mutationFn: () =>
      send<Fund>('POST', `${base}/${fund?.id}/float`, { amount: floats, date: session.businessDate }),
    onSuccess: async () => {
      setFloats('');
      await fresh();
    },
  });
  const assets = accountChoices(
    chart.data,
    (a) => a.type === 'ASSET' && a.control === 'NONE' && a.bankAccountId === undefined,
  );
  return (
    <div className="page">
      <h1>{fund ? say('pettycash.settingsOf', { name: fund.name }) : say('pettycash.setUpADrawer')}</h1>
      <form
        className="sheet stacked"
        style={{ maxWidth: '40rem' }}
        onSubmit={(e) => {
          e.preventDefault();
          keep.mutate();
        }}
      >
        <TextField
          label={say('pettycash.name')}
          value={form.name}
          max={120}
          onChange={(name) => set({ name })}
        />
        <TextField
          label={say('pettycash.keeper')}
          value={form.keeper}
          max={120}
          onChange={(keeper) => set({ keeper })}
        />
        <SiteField
          value={form.siteId}
          onChange={(siteId) =>
            setForm({ ...form, ...(siteId === undefined ? { siteId: undefined } : { siteId }) })
          }
        />
        {!fund && (
          <ChooserField
            label={say('pettycash.accountOfTheDrawer')}
            empty={say('pettycash.typeANumberOrAName')}
            value={form.account}
            choices={assets}
            hint={say('pettycash.whatLiesOnItAlready')}
            onChange={(account) => set({ account })}
          />
        )}
        <ChooserField
          label={say('pettycash.accountOfOverAndShort')}
          empty={say('pettycash.typeANumberOrAName')}
          value={form.overShortAccount}
          choices={accountChoices(chart.data, (a) => a.type === 'EXPENSE' || a.type === 'INCOME')}
          onChange={(overShortAccount) => set({ overShortAccount })}
        />
        <ChooserField
          label={say('pettycash.accountOfAdvances')}
          empty={say('pettycash.typeANumberOrAName')}
          value={form.advancesAccount}
          choices={assets}
          onChange={(advancesAccount) => set({ advancesAccount })}
        />
        {!fund && (
          <div className="d-flex gap-3 align-items-start">
            <TextField
              label={say('pettycash.float')}
              money
              value={form.floatAmount}
              max={40}
              onChange={(floatAmount) => set({ floatAmount })}
            />
            <DateField
              label={say('pettycash.fromDay')}
              value={form.date}
              today={session.businessDate}
              onChange={(date) => set({ date })}
            />
          </div>
        )}
        {fund && (
          <Form.Check
            id="fund-active"
            className="mb-2"
            label={say('pettycash.inUse')}
            checked={form.active}
            onChange={(e) => set({ active: e.target.checked })}
          />
        )}
        {fund && people.data && (
          <>
            <Hands
              words={say('pettycash.whoAlonePaysOutOfIt')}
              hint={say('pettycash.nobodyTickedWhoeverPrepares')}
              people={people.data}
              ticked={form.keepers}
              onChange={(keepers) => set({ keepers })}
            />
            <Hands
              words={say('pettycash.whoCountsItBesides')}
              people={people.data}
              ticked={form.counters}
              onChange={(counters) => set({ counters })}
            />
          </>
        )}
        <Problems error={keep.error} />
        <div className="actions mt-2">
          <Button type="submit" disabled={keep.isPending}>
            {fund ? say('pettycash.keepIt') : say('pettycash.setItUp')}
          </Button>
          <Link className="btn btn-outline-secondary" to={fund ? `/petty-cash/${fund.id}` : '/petty-cash'}>
            {say('pettycash.leaveIt')}
          </Link>
        </div>
      </form>
      {fund && (
        <>
          <form
            className="sheet"
            style={{ maxWidth: '40rem' }}
            onSubmit={(e) => {
              e.preventDefault();
              changeFloat.mutate();
            }}
          >
            <TextField
              label={say('pettycash.anotherFloat')}
              money
              value={floats}
              max={40}
              hint={say('pettycash.theNextTopUpMovesTheDifference')}
              onChange={setFloats}
            />
            <Problems error={changeFloat.error} />
            <Button
              type="submit"
              variant="outline-secondary"
              disabled={floats.trim() === '' || changeFloat.isPending}
            >
              {say('pettycash.changeTheFloat')}
            </Button>
          </form>
          <Purposes fund={fund} />
        </>
      )}
    </div>
  );
}

/** People of the company, ticked. */
function Hands({
  words,
  hint,
  people,
  ticked,
  onChange,
}: {
  words: string;
  hint?: string;
  people: PersonView[];
  ticked: number[];
  onChange: (ids: number[]) => void;
}) {
  return (
    <fieldset className="mb-2">
      <legend className="form-label fs-6 mb-0">{words}</legend>
      {hint && <p className="quiet mb-1">{hint}</p>}
      <div className="d-flex flex-wrap column-gap-3">
        {people
          .filter((p) => p.active && p.roles.includes('PREPARER'))
          .map((p) => (
            <Form.Check
              key={p.id}
              id={`${words}-${p.id}`}
              label={p.name}
              checked={ticked.includes(p.id)}
              onChange={(e) =>
                onChange(e.target.checked ? [...ticked, p.id] : ticked.filter((id) => id !== p.id))
              }
            />
          ))}
      </div>
    </fieldset>
  );
}

const NEW: FundPurpose = {
  id: 0,
  name: '',
  account: '',
  taxCode: '',
  costCentre: '',
  highest: '',
  active: true,
};

function Purposes({ fund }: { fund: Fund }) {
  const { company } = useCurrentCompany();
  const queries = useQueryClient();
  const chart = useChart();
  const setUp = useSetUp();
  const [editing, setEditing] = useState<FundPurpose>();
  const keep = useMutation({
    mutationFn: ({ id, ...p }: FundPurpose) =>
      send('POST', `/api/v1/companies/${company.id}/petty-cash/funds/${fund.id}/purposes`, {
        ...p,
        ...(id > 0 && { id }),
      }),
    onSuccess: async () => {
      setEditing(undefined);
      await queries.invalidateQueries({ queryKey: keys.company(company.id) });
    },
  });
  const set = (part: Partial<FundPurpose>) => setEditing((e) => ({ ...(e ?? NEW), ...part }));
  const rows = editing?.id === 0 ? [...fund.purposes, NEW] : fund.purposes;
  return (
    <section className="sheet">
      <h2>{say('pettycash.purposes')}</h2>
      <table className="plain">
        <caption className="visually-hidden">{say('pettycash.purposes')}</caption>
        <thead>
          <tr>
            <th scope="col">{say('pettycash.name')}</th>
            <th scope="col">{say('pettycash.account')}</th>
            <th scope="col">{say('pettycash.tax')}</th>
            <th scope="col">{say('pettycash.costCentre')}</th>
            <th scope="col" className="num">
              {say('pettycash.atMost')}
            </th>
            <th scope="col">{say('pettycash.inUse')}</th>
            <th scope="col">
              <span className="visually-hidden">{say('pettycash.change')}</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {rows.map((p) =>
            editing?.id === p.id ? (
              <tr key={p.id}>
                <td>
                  <CellText
                    label={say('pettycash.name')}
                    value={editing.name}
                    onChange={(name) => set({ name })}
                  />
                </td>
                <td>
                  <CellChooser
                    label={say('pettycash.account')}
                    empty={say('pettycash.typeANumberOrAName')}
                    value={editing.account}
                    choices={accountChoices(
                      chart.data,
                      (a) => a.bankAccountId === undefined && a.control === 'NONE',
                    )}
                    onChange={(account) => set({ account })}
                  />
                </td>
                <td>
                  <CellChooser
                    label={say('pettycash.tax')}
                    empty={say('pettycash.none')}
                    value={editing.taxCode}
                    choices={(setUp.data?.taxCodes ?? [])
                      .filter((t) => t.active)
                      .map((t): [string, string] => [t.code, `${t.code} ${t.name}`])}
                    onChange={(taxCode) => set({ taxCode })}
                  />
                </td>
                <td>
                  <CellText
                    label={say('pettycash.costCentre')}
                    value={editing.costCentre}
                    onChange={(costCentre) => set({ costCentre })}
                  />
                </td>
                <td>
                  <CellText
                    label={say('pettycash.atMost')}
                    money
                    value={editing.highest}
                    onChange={(highest) => set({ highest })}
                  />
                </td>
                <td>
                  <Form.Check
                    aria-label={say('pettycash.inUse')}
                    checked={editing.active}
                    onChange={(e) => set({ active: e.target.checked })}
                  />
                </td>
                <td className="text-nowrap">
                  <Button size="sm" disabled={keep.isPending} onClick={() => keep.mutate(editing)}>
                    {say('pettycash.keepIt')}
                  </Button>{' '}
                  <Button size="sm" variant="outline-secondary" onClick={() => setEditing(undefined)}>
                    {say('pettycash.leaveIt')}
                  </Button>
                </td>
              </tr>
            ) : (
              <tr key={p.id} className={p.active ? '' : 'undone'}>
                <th scope="row">{p.name}</th>
                <td>{p.account}</td>
                <td>{p.taxCode}</td>
                <td>{p.costCentre}</td>
                <td className="num">{p.highest}</td>
                <td>{p.active ? say('pettycash.yes') : say('pettycash.switchedOff')}</td>
                <td>
                  <button type="button" className="as-link" onClick={() => setEditing(p)}>
                    {say('pettycash.change')}
                  </button>
                </td>
              </tr>
            ),
          )}
        </tbody>
      </table>
      <Problems error={keep.error} />
      {editing === undefined && (
        <Button variant="outline-secondary" onClick={() => setEditing(NEW)}>
          {say('pettycash.anotherPurpose')}
        </Button>
      )}
    </section>
  );
}
