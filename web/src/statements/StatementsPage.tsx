import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { useCurrentCompany, useMayAt } from '../session/session';
import { AccountRail } from '../shared/AccountRail';
import { api, data } from '../shared/api';
import { dateTime, fullDate, monthTitle } from '../shared/dates';
import { FileButton, FileDrop, Reading } from '../shared/FileDrop';
import { keys } from '../shared/keys';
import { statementsKeys } from './keys';
import { OnlySo } from '../shared/More';
import { Problems } from '../shared/Problems';
import { useToday } from '../today/useToday';
import { InterimTable } from './InterimTable';
import { PeriodExport } from './PeriodExport';
import { StatementRow } from './StatementRow';
import { ladderOf, useTaking } from './useTaking';
import { lineCount, STATES } from './words';
import { say } from '../words';

/** What has been read of each account: by month what is there and what is missing, and what came in. */
export default function StatementsPage() {
  const { company } = useCurrentCompany();
  const [all, setAll] = useState(false);
  const [search] = useSearchParams();
  const today = useToday();
  const queries = useQueryClient();
  const account = Number(search.get('account') ?? today.data?.lanes[0]?.accountId ?? 0);
  const { canPrepare } = useMayAt(account);
  const lane = today.data?.lanes.find((l) => l.accountId === account);
  const path = { companyId: company.id, accountId: account };
  const statements = useQuery({
    queryKey: [...statementsKeys.statements(company.id, account), 'by month'],
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/bank-accounts/{accountId}/statements-by-month', {
          params: { path },
        }),
      ),
    enabled: account > 0,
  });
  const incomingFiles = useQuery({
    queryKey: [...statementsKeys.statements(company.id, account), 'incomingFiles'],
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/incoming-files', {
          params: { path: { companyId: company.id }, query: { accountId: account } },
        }),
      ),
    enabled: account > 0,
  });
  const refresh = () => queries.invalidateQueries({ queryKey: keys.company(company.id) });
  const take = useTaking(true);
  const back = useMutation({
    mutationFn: (statementId: number) =>
      data(
        api.DELETE('/api/v1/companies/{companyId}/bank-accounts/{accountId}/statements/{statementId}', {
          params: { path: { ...path, statementId } },
        }),
      ),
    onSuccess: refresh,
  });
  if (today.data && today.data.lanes.length === 0) {
    return (
      <div className="page">
        <section className="sheet empty">
          <h1>{say('statements.noStatementsYet')}</h1>
          <p>{say('statements.statementsAreKeptByAccountAnAdministrator')}</p>
        </section>
      </div>
    );
  }
  const newest = statements.data?.months.flatMap((m) => m.statements)[0];
  const ladder = take.data && ladderOf(take.data);
  const waiting = incomingFiles.data?.filter((a) => ['READING', 'WAITS', 'MAPPING'].includes(a.state)) ?? [];
  const ended = incomingFiles.data?.filter((a) => !waiting.includes(a)) ?? [];
  return (
    <div className="certify" style={{ gridTemplateColumns: '190px minmax(0, 1fr)' }}>
      <AccountRail accountId={account} to={(a) => `/statements?account=${a}`} />
      <FileDrop
        enabled={canPrepare}
        label={say('statements.dropAStatementOf', { name: lane?.name })}
        onFile={(file) => take.mutate({ file, account })}
      >
        <section className="page">
          <h1>
            {say('statements.statementsOf')}
            {lane?.name} <small>{lane && `${lane.bank} ${lane.shortNumber}`}</small>
          </h1>
          <div className="actions">
            {canPrepare && (
              <FileButton
                main
                label={say('statements.readAStatementFile')}
                onFile={(file) => take.mutate({ file, account })}
              />
            )}
            {canPrepare && lane && (
              <Link className="btn btn-outline-secondary" to={`/reconcile/${account}/${lane.nextMonth}`}>
                {say('statements.workFromPaper')}
              </Link>
            )}
            <Link className="btn btn-outline-secondary" to="/bank-links">
              {say('statements.bankLinks')}
            </Link>
          </div>
          {take.isPending && <Reading name={take.variables.file.name} />}
          <Problems error={take.error} title={say('statements.theFileWasNotTakenNothingWas')} />
          <Problems error={back.error} title={say('statements.theStatementWasNotTakenBack')} />
          {ladder && take.data && (
            <p className="told" role="status">
              {say('statements.read', {
                map: take.data.statements
                  .map((s) =>
                    say('statements.to', {
                      lines: lineCount(s.lines),
                      from: fullDate(s.from),
                      to: fullDate(s.to),
                    }),
                  )
                  .join('; '),
              })}
              {take.data.skipped > 0 && (
                <>
                  ;{' '}
                  <Link to={`/incoming-files/${take.data.id}`}>
                    {say('statements.skipped', { skipped: take.data.skipped })}
                  </Link>
                </>
              )}
              . <Link to={ladder}>{say('statements.reconcileThem')}</Link>
            </p>
          )}
          {waiting.map((a) => (
            <p className="told" key={a.id}>
              <strong>{a.name}</strong> {STATES[a.state]}.{' '}
              <Link className="btn btn-outline-secondary btn-sm" to={`/incoming-files/${a.id}`}>
                {say('statements.lookAtIt')}
              </Link>
            </p>
          ))}
          {statements.data?.breaks.map((b) => (
            <p className="told" key={b}>
              {b}
            </p>
          ))}
          <div className="sheet">
            <table className="plain">
              <caption>
                {say('statements.byMonthTheNewestFirst')}
                {lane && say('statements.amountsIn', { currency: lane.currency })}
              </caption>
              <thead>
                <tr>
                  <th scope="col">{say('statements.period')}</th>
                  <th scope="col" className="num">
                    {say('statements.opening')}
                  </th>
                  <th scope="col" className="num">
                    {say('statements.closing')}
                  </th>
                  <th scope="col" className="num">
                    {say('statements.lines')}
                  </th>
                  <th scope="col">{say('statements.from')}</th>
                  <th scope="col">{say('statements.read2')}</th>
                  <th scope="col">
                    <span className="visually-hidden">{say('statements.whatCanBeDone')}</span>
                  </th>
                </tr>
              </thead>
              {statements.data?.months.map((m) => (
                <tbody key={m.month}>
                  <tr className="month-head">
                    <th scope="rowgroup" colSpan={7}>
                      {monthTitle(m.month)}{' '}
                      <span className={m.complete ? 'quiet' : 'missing'}>
                        {m.certified
                          ? say('statements.certified')
                          : m.complete
                            ? say('statements.complete')
                            : say('statements.missing', {
                                map: m.missing
                                  .map((s) =>
                                    say('statements.to2', { from: fullDate(s.from), to: fullDate(s.to) }),
                                  )
                                  .join(', '),
                              })}
                      </span>
                    </th>
                  </tr>
                  {m.statements.map((s) => (
                    <StatementRow
                      key={s.id}
                      statement={s}
                      onTakeBack={canPrepare ? () => back.mutate(s.id) : undefined}
                    />
                  ))}
                </tbody>
              ))}
            </table>
            {statements.data?.months.length === 0 && (
              <p className="quiet">{say('statements.nothingReadYetDropTheBanksFirst')}</p>
            )}
          </div>
          <InterimTable account={account} />
          {newest && <PeriodExport key={account} account={account} from={newest.from} to={newest.to} />}
          {ended.length > 0 && (
            <section className="sheet">
              <table className="plain">
                <caption>{say('statements.whatCameInLately')}</caption>
                <thead>
                  <tr>
                    <th scope="col">{say('statements.file')}</th>
                    <th scope="col">{say('statements.format')}</th>
                    <th scope="col">{say('statements.whatBecameOfIt')}</th>
                    <th scope="col">{say('statements.when')}</th>
                  </tr>
                </thead>
                <tbody>
                  {(all ? ended : ended.slice(0, 8)).map((a) => (
                    <tr key={a.id}>
                      <th scope="row">
                        <Link to={`/incoming-files/${a.id}`}>{a.name}</Link>
                      </th>
                      <td>{a.format}</td>
                      <td>
                        {STATES[a.state]}
                        {a.lines > 0 && `, ${lineCount(a.lines)}`}
                        {a.skipped > 0 && say('statements.skipped2', { skipped: a.skipped })}
                      </td>
                      <td>
                        {a.cameFrom}, {dateTime(a.cameAt)}
                      </td>
                    </tr>
                  ))}
                </tbody>
              </table>
              {ended.length > 8 && !all && (
                <button type="button" className="as-link" onClick={() => setAll(true)}>
                  {say('statements.showMore', { value: ended.length - 8 })}
                </button>
              )}
              {all && <OnlySo shown={ended.length} most={40} what={say('statements.theLatest')} />}
            </section>
          )}
        </section>
      </FileDrop>
    </div>
  );
}
