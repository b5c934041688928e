import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { Link, useParams } from 'react-router';
import { useCurrentCompany } from '../session/session';
import { api, data, send } from '../shared/api';
import { dateTime, monthTitle } from '../shared/dates';
import { TextField } from '../shared/fields';
import { keys } from '../shared/keys';
import { report } from '../shared/money';
import { Problems } from '../shared/Problems';
import { say } from '../words';
import type { DrawerMonthList } from './api';
import { pettyCashKeys } from './keys';
import { useFunds } from './useDrawers';

/** The months of a drawer: the one that comes next, and the sealed sheets of those that are closed. */
export default function DrawerMonthsPage() {
  const { company, canPrepare, canCertify } = useCurrentCompany();
  const queries = useQueryClient();
  const fundId = Number(useParams().id);
  const funds = useFunds();
  const [words, setWords] = useState('');
  const base = `/api/v1/companies/${company.id}/petty-cash/funds/${fundId}`;
  const list = useQuery({
    queryKey: [...pettyCashKeys.all(company.id), 'months', fundId],
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/petty-cash/funds/{fundId}/months', {
          params: { path: { companyId: company.id, fundId } },
        }),
      ),
  });
  const step = useMutation({
    mutationFn: ({ path, body }: { path: string; body: object }) =>
      send<DrawerMonthList>('POST', `${base}/months/${path}`, body),
    onSuccess: () => {
      setWords('');
      return queries.invalidateQueries({ queryKey: keys.company(company.id) });
    },
  });
  const d = list.data;
  const name = funds.data?.find((f) => f.id === fundId)?.name ?? '';
  if (!d) {
    return <Problems error={list.error} />;
  }
  const { next } = d;
  const latest = d.sheets.find((s) => s.stands);
  return (
    <div className="page">
      <h1>{say('pettycash.monthsOf', { name })}</h1>
      <p>
        <Link to={`/petty-cash/${fundId}`}>{say('pettycash.backToTheBook')}</Link>
      </p>
      <section className="sheet" aria-label={next.title}>
        <h2>{next.title}</h2>
        <p>
          {say('pettycash.monthFromTo', {
            opening: report(next.opening),
            closing: report(next.closing),
            rows: next.rows,
            counts: next.counts,
          })}
        </p>
        {next.state === 'PREPARED' && (
          <p className="told">{say('pettycash.preparedBy', { who: next.preparedBy })}</p>
        )}
        {next.inTheWay.length > 0 && (
          <ul className="in-the-way">
            {next.inTheWay.map((w) => (
              <li key={w}>{w}</li>
            ))}
          </ul>
        )}
        <div className="actions">
          {next.state === 'OPEN' && canPrepare && (
            <Button
              disabled={next.inTheWay.length > 0 || step.isPending}
              onClick={() => step.mutate({ path: `${next.month}/preparation`, body: {} })}
            >
              {say('pettycash.prepareTheMonth')}
            </Button>
          )}
          {next.state === 'PREPARED' && canCertify && (
            <>
              <Button
                disabled={next.inTheWay.length > 0 || step.isPending}
                onClick={() => step.mutate({ path: `${next.month}/closing`, body: {} })}
              >
                {say('pettycash.closeTheMonth')}
              </Button>
              <Button
                variant="outline-secondary"
                disabled={step.isPending}
                onClick={() => step.mutate({ path: `${next.month}/return`, body: { note: words } })}
              >
                {say('pettycash.sendItBack')}
              </Button>
            </>
          )}
        </div>
        <Problems error={step.error} title={say('pettycash.theMonthStaysAsItIs')} />
      </section>
      {d.sheets.length > 0 && (
        <div className="sheet">
          <table className="plain">
            <caption>{say('pettycash.closedMonths')}</caption>
            <thead>
              <tr>
                <th scope="col">{say('pettycash.month')}</th>
                <th scope="col">{say('pettycash.closedBy')}</th>
                <th scope="col">{say('pettycash.seal')}</th>
                <th scope="col">{say('pettycash.sheet')}</th>
              </tr>
            </thead>
            <tbody>
              {d.sheets.map((s) => (
                <tr key={s.id} className={s.stands ? '' : 'undone'}>
                  <th scope="row">{monthTitle(s.month)}</th>
                  <td>
                    {s.closedBy}, {dateTime(s.closedAt)}
                    {!s.stands && (
                      <div className="quiet">{say('pettycash.openedAgain', { reason: s.reason })}</div>
                    )}
                  </td>
                  <td>
                    <code>{s.seal.slice(0, 16)}…</code>
                  </td>
                  <td>
                    <a href={`${base}/sheets/${s.id}/file`}>{say('pettycash.sealedFile')}</a>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
      {latest && canCertify && next.state === 'OPEN' && (
        <details className="mt-3">
          <summary>{say('pettycash.openTheLastAgain', { month: monthTitle(latest.month) })}</summary>
          <TextField label={say('pettycash.because')} value={words} max={500} onChange={setWords} />
          <Button
            className="mt-2"
            variant="outline-secondary"
            disabled={step.isPending}
            onClick={() => step.mutate({ path: `${latest.month}/reopening`, body: { reason: words } })}
          >
            {say('pettycash.openItAgain')}
          </Button>
        </details>
      )}
    </div>
  );
}
