import { useQuery } from '@tanstack/react-query';
import { Form } from 'react-bootstrap';
import { Link } from 'react-router';
import { ExportLinks } from '../ledger/ExportLinks';
import { useCurrentCompany } from '../session/session';
import { api, data } from '../shared/api';
import { fullDate, shortDate } from '../shared/dates';
import { ChoiceField } from '../shared/fields';
import { keys } from '../shared/keys';
import { report } from '../shared/money';
import { Problems } from '../shared/Problems';
import { SearchForm } from '../shared/SearchForm';
import { useBankAccounts } from '../shared/useBooks';
import { useChosen } from '../shared/useChosen';
import { filled, useFilters } from '../shared/useFilters';
import { say } from '../words';
import type { CheckList, CheckRow } from './api';
import { DecideOnChecks } from './DecideOnChecks';
import { STAGES } from './words';

/** Checks that the bank has not paid, the oldest first, and what is decided of those that are ticked. */
export default function OutstandingChecksPage() {
  const { company, canPrepare } = useCurrentCompany();
  const accounts = useBankAccounts();
  const [f, set] = useFilters(['account', 'stage', 'text', 'kept']);
  const list = useQuery({
    queryKey: [...keys.company(company.id), 'outstanding checks', f],
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/outstanding-checks', {
          params: {
            path: { companyId: company.id },
            query: {
              ...(f.account && { account: Number(f.account) }),
              ...(f.stage && { stage: f.stage as CheckRow['stage'] }),
              text: f.text,
              kept: f.kept === 'true',
            },
          },
        }),
      ),
    placeholderData: (before) => before,
  });
  const rows = list.data?.checks ?? [];
  const { chosen, toggle, all } = useChosen(rows.map((r) => r.key));
  const one = Number(f.account) > 0 ? accounts.data?.find((a) => a.id === Number(f.account)) : undefined;
  return (
    <div className={chosen.length > 0 ? 'page form-page in-hand' : 'page form-page'}>
      <div>
        <h1>{say('outstanding.outstandingChecks')}</h1>
        <div className="d-flex gap-3 flex-wrap align-items-end mb-2">
          <ChoiceField
            label={say('outstanding.account')}
            empty={say('outstanding.allAccounts')}
            value={f.account}
            choices={(accounts.data ?? []).map((a) => [String(a.id), a.name])}
            onChange={(account) => set({ account })}
          />
          <ChoiceField
            label={say('outstanding.age')}
            empty={say('outstanding.everyAge')}
            value={f.stage}
            choices={[
              ['OLD', say('outstanding.oldOrStale')],
              ['STALE', STAGES.STALE],
            ]}
            onChange={(stage) => set({ stage })}
          />
          <SearchForm
            label={say('outstanding.findAPayeeOrNumber')}
            text={f.text}
            onFind={(text) => set({ text })}
          />
          <Form.Check
            id="kept"
            className="mb-2"
            label={say('outstanding.alsoThoseThatAreKept')}
            checked={f.kept === 'true'}
            onChange={(e) => set({ kept: e.target.checked ? 'true' : '' })}
          />
        </div>
        <Problems error={list.error} />
        {list.data && (
          <div className="sheet">
            {list.data.sums.map((s) => (
              <Sums key={s.currency} sum={s} />
            ))}
            {rows.length > 0 ? (
              <Rows
                rows={rows}
                accounts={!one}
                chosen={chosen}
                toggle={canPrepare ? toggle : undefined}
                all={all}
              />
            ) : (
              <p className="quiet mb-0">
                {Object.values(f).some((v) => v !== '')
                  ? say('outstanding.noCheckFits')
                  : say('outstanding.theBankHasPaidEveryCheck')}
              </p>
            )}
            {list.data.more && <p className="quiet mt-2">{say('outstanding.thereAreMoreNarrowIt')}</p>}
            {rows.length > 0 && (
              <ExportLinks path={`/outstanding-checks/file?${new URLSearchParams(filled(f))}`} />
            )}
          </div>
        )}
      </div>
      {canPrepare && (
        <div className="beside">
          <DecideOnChecks chosen={chosen} onDone={() => all(false)} />
        </div>
      )}
    </div>
  );
}

function Sums({ sum }: { sum: CheckList['sums'][number] }) {
  return (
    <p className="mb-2">
      <strong>
        {report(sum.amount)} {sum.currency}
      </strong>
      {say('outstanding.inSoManyChecks', { count: sum.count })}
      {sum.stages
        .filter((s) => s.count > 0)
        .map((s) =>
          say('outstanding.ofThem', { stage: STAGES[s.stage], count: s.count, amount: report(s.amount) }),
        )
        .join('; ')}
    </p>
  );
}

function Rows({
  rows,
  accounts,
  chosen,
  toggle,
  all,
}: {
  rows: CheckRow[];
  accounts: boolean;
  chosen: string[];
  toggle: ((key: string, range: boolean) => void) | undefined;
  all: (on: boolean) => void;
}) {
  const { company } = useCurrentCompany();
  return (
    <table className="plain">
      <caption className="visually-hidden">{say('outstanding.outstandingChecks')}</caption>
      <thead>
        <tr>
          {toggle && (
            <th scope="col">
              <Form.Check
                aria-label={say('outstanding.allThatAreListed')}
                checked={chosen.length === rows.length}
                onChange={(e) => all(e.target.checked)}
              />
            </th>
          )}
          <th scope="col">{say('outstanding.check')}</th>
          <th scope="col">{say('outstanding.written')}</th>
          <th scope="col" className="num">
            {say('outstanding.days')}
          </th>
          {accounts && <th scope="col">{say('outstanding.account')}</th>}
          <th scope="col">{say('outstanding.payee')}</th>
          <th scope="col" className="num">
            {say('outstanding.amount')}
          </th>
        </tr>
      </thead>
      <tbody>
        {rows.map((r) => (
          <tr key={r.key}>
            {toggle && (
              <td>
                <Form.Check
                  aria-label={say('outstanding.choose', { number: r.number, payee: r.payee })}
                  checked={chosen.includes(r.key)}
                  onChange={(e) => toggle(r.key, (e.nativeEvent as MouseEvent).shiftKey)}
                  onKeyDown={(e) => e.key === 'x' && toggle(r.key, e.shiftKey)}
                />
              </td>
            )}
            <th scope="row">
              {r.paymentId ? (
                <Link to={`/payments/${r.paymentId}`}>{r.number}</Link>
              ) : r.entryId ? (
                <Link to={`/ledger/entries/${r.entryId}`}>{r.number}</Link>
              ) : (
                r.number
              )}
            </th>
            <td className="text-nowrap">{fullDate(r.date)}</td>
            <td className={r.stage === 'FRESH' ? 'num' : 'num attention'}>{r.days}</td>
            {accounts && <td>{r.account}</td>}
            <td>
              {r.payee}
              {r.text && !r.text.endsWith(r.number) && <span className="quiet"> {r.text}</span>}
              {r.stoppedOn && (
                <div className="waiting">
                  {say('outstanding.stoppedSince', {
                    day: shortDate(r.stoppedOn),
                    confirmation: r.stopConfirmation,
                  })}
                </div>
              )}
              {r.keptUntil && (
                <div className="quiet">
                  {say('outstanding.keptUntil', {
                    day: shortDate(r.keptUntil),
                    note: r.keptNote,
                    who: r.keptBy,
                  })}
                </div>
              )}
            </td>
            <td className="num">
              {report(r.amount)}
              {r.currency !== company.currency && ` ${r.currency}`}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
