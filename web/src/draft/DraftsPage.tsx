import { useState } from 'react';
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { forms } from '../capabilities';
import { useCurrentCompany } from '../session/session';
import { api, data } from '../shared/api';
import { ChooserField } from '../shared/Chooser';
import { DateField } from '../shared/DateField';
import { fullDate, UNREADABLE } from '../shared/dates';
import { ChoiceField } from '../shared/fields';
import { grouped } from '../shared/money';
import { Problems } from '../shared/Problems';
import { useBankAccounts, useSetUp } from '../shared/useBooks';
import { useChosen } from '../shared/useChosen';
import { useFilters } from '../shared/useFilters';
import { say } from '../words';
import { draftKeys } from './keys';
import { PostTogether } from './PostTogether';
import { Runs } from './Runs';
import { useWaiting, WaitingTable } from './Waiting';

/** What waits to be in the books, in every company where one posts, and what became of the last of it. */
export default function DraftsPage() {
  const { session } = useCurrentCompany();
  const mine = session.companies.filter((c) => c.roles.includes('PREPARER'));
  return mine.length === 0 ? <DraftsToLookAt /> : <ToPost />;
}

const NAMES = ['company', 'kind', 'site', 'account', 'person', 'from', 'to'] as const;
type Filter = Record<(typeof NAMES)[number], string>;

function ToPost() {
  const { session, company } = useCurrentCompany();
  const mine = session.companies.filter((c) => c.roles.includes('PREPARER'));
  const [f, set] = useFilters(NAMES);
  const [date, setDate] = useState('');
  const [valueDate, setValueDate] = useState('');
  const listed = mine.filter((c) => f.company === '' || String(c.id) === f.company);
  const here = listed.length === 1 && listed[0]?.id === company.id;
  const readable = (day: string) => (day && day !== UNREADABLE ? day : undefined);
  const waiting = useWaiting(listed, {
    ...(f.kind && { kind: f.kind }),
    ...(here && f.site && { site: Number(f.site) }),
    ...(here && f.account && { account: Number(f.account) }),
    ...(f.person && { person: f.person }),
    ...(readable(f.from) && { from: f.from }),
    ...(readable(f.to) && { to: f.to }),
    ...(readable(date) && { accountingDate: date }),
    ...(readable(valueDate) && { valueDate }),
  });
  const items = waiting.data?.items ?? [];
  const keys = items.filter((i) => i.key).map((i) => i.key);
  const { chosen, toggle, all } = useChosen(keys);
  const people = [...new Set([...items.map((i) => i.madeBy), session.name ?? ''])];
  return (
    <div className="page form-page">
      <div>
        <h1>{say('draft.drafts')}</h1>
        <Filters
          f={f}
          set={set}
          companies={mine.map((c) => [String(c.id), c.name])}
          places={here}
          people={people.filter((n) => n !== '')}
        />
        <Problems error={waiting.error ?? waiting.data?.refused} />
        <div className="sheet">
          <WaitingTable items={items} several={listed.length > 1} chosen={chosen} toggle={toggle} all={all} />
          {waiting.data?.more && (
            <p className="quiet">{say('draft.theseAreTheFirstPostThemOr', { there: keys.length })}</p>
          )}
          {items.length === 0 && waiting.data && <Nothing />}
        </div>
        <Runs companies={listed} />
      </div>
      <div className="beside">
        <DateField
          label={say('draft.accountingDateForAll')}
          optional
          value={date}
          today={session.businessDate}
          hint={say('draft.leftEmptyEachHasItsOwn')}
          onChange={setDate}
        />
        <DateField
          label={say('draft.valueDateOfForeignAmounts')}
          optional
          value={valueDate}
          today={session.businessDate}
          hint={say('draft.whoseRatesTheyTake')}
          onChange={setValueDate}
        />
        <PostTogether
          key={chosen.join()}
          chosen={items.filter((i) => i.key && chosen.includes(i.key))}
          date={date}
          valueDate={valueDate}
          onPosted={() => all(false)}
        />
      </div>
    </div>
  );
}

function Nothing() {
  return (
    <p className="quiet">
      {say('draft.noDraftAnyFormThatBooksCan')}
      <em>{say('draft.keepAsADraft')}</em>.
    </p>
  );
}

/** The drafts of the company, for whoever posts nowhere. */
function DraftsToLookAt() {
  const { company } = useCurrentCompany();
  const drafts = useQuery({
    queryKey: draftKeys.drafts(company.id, {}),
    queryFn: () =>
      data(api.GET('/api/v1/companies/{companyId}/drafts', { params: { path: { companyId: company.id } } })),
  });
  const there = drafts.data?.drafts ?? [];
  return (
    <div className="page">
      <h1>{say('draft.drafts')}</h1>
      <Problems error={drafts.error} />
      <div className="sheet">
        {drafts.data && there.length === 0 && <Nothing />}
        <table className="plain">
          <caption className="visually-hidden">{say('draft.draftsThatFit')}</caption>
          <thead>
            <tr>
              <th scope="col">{say('draft.draft')}</th>
              <th scope="col">{say('draft.date')}</th>
              <th scope="col">{say('draft.by')}</th>
              <th scope="col" className="num">
                {say('draft.amount')}
              </th>
            </tr>
          </thead>
          <tbody>
            {there.map((d) => {
              const form = forms.find((k) => k.kind === d.kind);
              return (
                <tr key={d.id}>
                  <th scope="row">
                    {form ? <Link to={`${form.path}?draft=${d.id}`}>{d.title}</Link> : d.title}
                    <div className="quiet">{[form?.words, d.account, d.site].filter(Boolean).join(', ')}</div>
                  </th>
                  <td className="text-nowrap">{fullDate(d.date)}</td>
                  <td>{d.madeBy}</td>
                  <td className="num">{d.amount && grouped(d.amount)}</td>
                </tr>
              );
            })}
          </tbody>
        </table>
      </div>
      <Runs companies={[company]} />
    </div>
  );
}

function Filters({
  f,
  set,
  companies,
  places,
  people,
}: {
  f: Filter;
  set: (part: Partial<Filter>) => void;
  companies: [string, string][];
  /** Whether the sites and bank accounts of the one company that is listed can be chosen. */
  places: boolean;
  people: string[];
}) {
  const { session } = useCurrentCompany();
  const setUp = useSetUp();
  const accounts = useBankAccounts();
  const day = (key: 'from' | 'to', label: string) => (
    <div style={{ width: '9rem' }}>
      <DateField
        label={label}
        optional
        filter
        value={f[key]}
        today={session.businessDate}
        onChange={(v) => set({ [key]: v })}
      />
    </div>
  );
  return (
    <div className="d-flex gap-2 flex-wrap mb-2">
      {companies.length > 1 && (
        <ChoiceField
          label={say('draft.company')}
          empty={say('draft.everyCompany')}
          value={f.company}
          choices={companies}
          onChange={(next) => set({ company: next, site: '', account: '' })}
        />
      )}
      <ChoiceField
        label={say('draft.kind')}
        empty={say('draft.any')}
        value={f.kind}
        choices={forms.map((k) => [k.kind, k.words])}
        onChange={(kind) => set({ kind })}
      />
      {places && (
        <>
          <ChooserField
            className="narrow-field"
            label={say('draft.site')}
            empty={say('draft.any')}
            value={f.site}
            choices={(setUp.data?.sites ?? []).map((s) => [String(s.id), s.name])}
            onChange={(site) => set({ site })}
          />
          <ChoiceField
            label={say('draft.account')}
            empty={say('draft.any')}
            value={f.account}
            choices={(accounts.data ?? []).map((a) => [String(a.id), a.name])}
            onChange={(account) => set({ account })}
          />
        </>
      )}
      <ChoiceField
        label={say('draft.person')}
        empty={say('draft.anybody')}
        value={f.person}
        choices={people.map((n) => [n, n])}
        onChange={(person) => set({ person })}
      />
      {day('from', say('draft.from'))}
      {day('to', say('draft.to'))}
    </div>
  );
}
