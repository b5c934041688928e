import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { Link, useSearchParams } from 'react-router';
import { forms } from '../capabilities';
import { BookedPreview } from '../ledger/BookedPreview';
import { useCurrentCompany } from '../session/session';
import { api, data, send } from '../shared/api';
import type { DraftView, RunView as Run } from './api';
import { DateField } from '../shared/DateField';
import { dateTime, fullDate, UNREADABLE } from '../shared/dates';
import { ChoiceField } from '../shared/fields';
import { keys } from '../shared/keys';
import { draftKeys } from './keys';
import { grouped } from '../shared/money';
import { OnlySo } from '../shared/More';
import { Problems } from '../shared/Problems';
import { useBankAccounts, useSetUp } from '../shared/useBooks';
import { ChooserField } from '../shared/Chooser';
import { say } from '../words';

const formOf = (draft: DraftView) => forms.find((f) => f.kind === draft.kind);

/** The way to the form that goes on with a draft. */
function DraftLink({ draft }: { draft: DraftView }) {
  const form = formOf(draft);
  return form ? <Link to={`${form.path}?draft=${draft.id}`}>{draft.title}</Link> : draft.title;
}

/** Drafts to go on with, and to post together; and what became of the last ones. */
export default function DraftsPage() {
  const { company, canPrepare } = useCurrentCompany();
  const [search, setSearch] = useSearchParams();
  const f = {
    kind: search.get('kind') ?? '',
    site: search.get('site') ?? '',
    account: search.get('account') ?? '',
    person: search.get('person') ?? '',
    from: search.get('from') ?? '',
    to: search.get('to') ?? '',
  };
  const set = (part: Partial<typeof f>) =>
    setSearch(Object.fromEntries(Object.entries({ ...f, ...part }).filter(([, v]) => v !== '')), {
      replace: true,
    });
  const drafts = useQuery({
    queryKey: draftKeys.drafts(company.id, f),
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/drafts', {
          params: {
            path: { companyId: company.id },
            query: {
              ...(f.kind && { kind: f.kind }),
              ...(f.site && { site: Number(f.site) }),
              ...(f.account && { account: Number(f.account) }),
              person: f.person,
              ...(f.from && { from: f.from }),
              ...(f.to && { to: f.to }),
            },
          },
        }),
      ),
  });
  const [chosen, setChosen] = useState<number[]>([]);
  const there = drafts.data?.drafts ?? [];
  const ids = chosen.filter((id) => there.some((d) => d.id === id));
  return (
    <div className="page form-page">
      <div>
        <h1>{say('draft.drafts')}</h1>
        <Filters f={f} set={set} drafts={there} />
        <Problems error={drafts.error} />
        <div className="sheet">
          <table className="plain">
            <caption>{say('draft.draftsThatFit')}</caption>
            <thead>
              <tr>
                <th scope="col">
                  <Form.Check
                    aria-label={say('draft.allDraftsThatFit')}
                    disabled={there.length === 0}
                    checked={there.length > 0 && ids.length === there.length}
                    onChange={(e) => setChosen(e.target.checked ? there.map((d) => d.id) : [])}
                  />
                </th>
                <th scope="col">{say('draft.draft')}</th>
                <th scope="col">{say('draft.date')}</th>
                <th scope="col">{say('draft.by')}</th>
                <th scope="col" className="num">
                  {say('draft.amount')}
                </th>
              </tr>
            </thead>
            <tbody>
              {there.map((d) => (
                <tr key={d.id}>
                  <td>
                    <Form.Check
                      aria-label={say('draft.choose', { title: d.title })}
                      checked={ids.includes(d.id)}
                      onChange={(e) =>
                        setChosen(e.target.checked ? [...ids, d.id] : ids.filter((id) => id !== d.id))
                      }
                    />
                  </td>
                  <th scope="row">
                    <DraftLink draft={d} />
                    <div className="quiet">
                      {[formOf(d)?.words, d.account, d.site].filter((t) => t).join(', ')}
                    </div>
                  </th>
                  <td className="text-nowrap">{fullDate(d.date)}</td>
                  <td>
                    {d.madeBy}
                    <div className="quiet">{dateTime(d.changedAt)}</div>
                  </td>
                  <td className="num">{d.amount && grouped(d.amount)}</td>
                </tr>
              ))}
            </tbody>
          </table>
          {drafts.data?.more && (
            <p className="quiet">{say('draft.theseAreTheFirstPostThemOr', { there: there.length })}</p>
          )}
          {there.length === 0 && (
            <p className="quiet">
              {say('draft.noDraftAnyFormThatBooksCan')}
              <em>{say('draft.keepAsADraft')}</em>.
            </p>
          )}
        </div>
        <Runs />
      </div>
      <div className="beside">
        {canPrepare && <Posting key={ids.join()} ids={ids} onPosted={() => setChosen([])} />}
      </div>
    </div>
  );
}

function Filters({
  f,
  set,
  drafts,
}: {
  f: Record<'kind' | 'site' | 'account' | 'person' | 'from' | 'to', string>;
  set: (part: Record<string, string>) => void;
  drafts: DraftView[];
}) {
  const { session, company, choose } = useCurrentCompany();
  const setUp = useSetUp();
  const accounts = useBankAccounts();
  const people = [...new Set([...drafts.map((d) => d.madeBy), session.name ?? ''])].filter((n) => n !== '');
  return (
    <div className="d-flex gap-2 flex-wrap mb-2">
      {session.companies.length > 1 && (
        <ChoiceField
          label={say('draft.company')}
          value={String(company.id)}
          choices={session.companies.map((c) => [String(c.id), c.name])}
          onChange={(v) => choose(Number(v))}
        />
      )}
      <ChoiceField
        label={say('draft.kind')}
        empty={say('draft.any')}
        value={f.kind}
        choices={forms.map((k) => [k.kind, k.words])}
        onChange={(kind) => set({ kind })}
      />
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
      <ChoiceField
        label={say('draft.person')}
        empty={say('draft.anybody')}
        value={f.person}
        choices={people.map((n) => [n, n])}
        onChange={(person) => set({ person })}
      />
      <div style={{ width: '9rem' }}>
        <DateField
          label={say('draft.from')}
          optional
          filter
          value={f.from}
          today={session.businessDate}
          onChange={(from) => set({ from })}
        />
      </div>
      <div style={{ width: '9rem' }}>
        <DateField
          label={say('draft.to')}
          optional
          filter
          value={f.to}
          today={session.businessDate}
          onChange={(to) => set({ to })}
        />
      </div>
    </div>
  );
}

/** Posts what is chosen, after a look at what that books; discards it after asking once. */
function Posting({ ids, onPosted }: { ids: number[]; onPosted: () => void }) {
  const { company, session } = useCurrentCompany();
  const queries = useQueryClient();
  const [date, setDate] = useState('');
  const [asking, setAsking] = useState(false);
  const path = `/api/v1/companies/${company.id}/posting-runs`;
  const body = { draftIds: ids, ...(date && { accountingDate: date }) };
  const preview = useQuery({
    queryKey: [...keys.company(company.id), 'posting', body],
    queryFn: () => send<Run>('POST', `${path}?preview=true`, body),
    enabled: ids.length > 0 && date !== UNREADABLE,
    retry: false,
  });
  const refresh = () => queries.invalidateQueries({ queryKey: keys.company(company.id) });
  const post = useMutation({
    mutationFn: () => send<Run>('POST', path, body),
    onSuccess: async () => {
      onPosted();
      await refresh();
    },
  });
  const discard = useMutation({
    mutationFn: async () => {
      for (const id of ids) {
        await send('DELETE', `/api/v1/companies/${company.id}/drafts/${id}`);
      }
    },
    onSettled: refresh,
  });
  if (ids.length === 0) {
    return <p className="quiet">{say('draft.chooseDraftsToSeeWhatTheyWill')}</p>;
  }
  const run = preview.data;
  return (
    <>
      <DateField
        label={say('draft.accountingDateForAll')}
        optional
        value={date}
        today={session.businessDate}
        hint={say('draft.leftEmptyEachHasItsOwn')}
        onChange={setDate}
      />
      <div className="actions my-2">
        <Button
          disabled={post.isPending || !run || run.posted === 0 || date === UNREADABLE}
          onClick={() => post.mutate()}
        >
          {run ? say('draft.postOf', { posted: run.posted, ids: ids.length }) : say('draft.post')}
        </Button>
        {asking ? (
          <Button variant="outline-secondary" disabled={discard.isPending} onClick={() => discard.mutate()}>
            {say('draft.discardForGood', {
              ids: ids.length,
              words: ids.length === 1 ? say('draft.draft2') : say('draft.drafts2'),
            })}
          </Button>
        ) : (
          <Button variant="outline-secondary" onClick={() => setAsking(true)}>
            {say('draft.discard')}
          </Button>
        )}
      </div>
      <Problems error={post.error ?? discard.error} title={say('draft.nothingWasChanged')} />
      {run && run.refused > 0 && (
        <div className="problems">
          <strong>{say('draft.refusedTheyStayAsDrafts')}</strong>
          {run.outcomes
            .filter((o) => o.refusal)
            .map((o) => (
              <p key={o.draftId}>
                {o.title}: {o.refusal}
              </p>
            ))}
        </div>
      )}
      <BookedPreview booked={run?.posted ? run.booked : undefined} error={preview.error} />
    </>
  );
}

/** What was posted, and what was refused and why. */
function Runs() {
  const { company } = useCurrentCompany();
  const runs = useQuery({
    queryKey: draftKeys.runs(company.id),
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/posting-runs', {
          params: { path: { companyId: company.id } },
        }),
      ),
  });
  if (!runs.data?.length) {
    return null;
  }
  return (
    <div className="sheet">
      <h2>{say('draft.postedTogether')}</h2>
      {runs.data.map((r) => (
        <details key={r.runId}>
          <summary>
            {say('draft.postedRefused', {
              at: dateTime(r.at),
              by: r.by,
              posted: r.posted,
              refused: r.refused,
            })}
            {r.accountingDate && say('draft.dated', { accountingDate: fullDate(r.accountingDate) })}
          </summary>
          <ul className="mb-1">
            {r.outcomes.map((o) => (
              <li key={o.draftId}>
                {o.entryId ? <Link to={`/ledger/entries/${o.entryId}`}>{o.title}</Link> : o.title}
                {o.refusal && <span className="attention">: {o.refusal}</span>}
              </li>
            ))}
          </ul>
        </details>
      ))}
      <OnlySo shown={runs.data.length} most={30} what={say('draft.theLatest')} />
    </div>
  );
}
