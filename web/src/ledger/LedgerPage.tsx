import { useQuery } from '@tanstack/react-query';
import { Button } from 'react-bootstrap';
import { Link } from 'react-router';
import { useCurrentCompany } from '../session/session';
import { api, data } from '../shared/api';
import { fullDate } from '../shared/dates';
import { keys } from '../shared/keys';
import { ledgerKeys } from './keys';
import { grouped, report } from '../shared/money';
import { Problems } from '../shared/Problems';
import { SearchForm, useSearchPlace } from '../shared/SearchForm';
import { say } from '../words';

/** The chart with balances, and the journal, newest first. */
export default function LedgerPage() {
  const { company, canPrepare } = useCurrentCompany();
  const { text, before, find, earlier } = useSearchPlace();
  const chart = useQuery({
    queryKey: keys.chart(company.id),
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/ledger/accounts', {
          params: { path: { companyId: company.id } },
        }),
      ),
  });
  const entries = useQuery({
    queryKey: ledgerKeys.entries(company.id, before, text),
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/ledger/entries', {
          params: { path: { companyId: company.id }, query: { before, text } },
        }),
      ),
  });
  const last = entries.data?.at(-1);
  return (
    <div className="page">
      <h1>{say('ledger.ledger')}</h1>
      <div className="actions">
        {canPrepare && (
          <>
            <Link className="btn btn-primary" to="/ledger/new">
              {say('ledger.newEntry')}
            </Link>
            <Link className="btn btn-outline-secondary" to="/ledger/import">
              {say('ledger.readCashEntriesFromAFile')}
            </Link>
          </>
        )}
        <Link className="btn btn-outline-secondary" to="/ledger/trial-balance">
          {say('ledger.trialBalance')}
        </Link>
      </div>
      <Problems error={chart.error ?? entries.error} />
      <div className="row">
        <section className="col-lg-5">
          <div className="sheet">
            <h2>{say('ledger.accounts')}</h2>
            <table className="plain">
              <caption>
                {say('ledger.balancesInCreditsInParentheses', { currency: company.currency })}
              </caption>
              <thead>
                <tr>
                  <th scope="col">{say('ledger.account')}</th>
                  <th scope="col" className="num">
                    {say('ledger.balance')}
                  </th>
                </tr>
              </thead>
              <tbody>
                {chart.data?.map((a) => (
                  <tr key={a.id}>
                    <th scope="row">
                      <Link to={`/ledger/accounts/${a.id}`}>
                        {a.code} {a.name}
                      </Link>
                    </th>
                    <td className="num">{report(a.balance)}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        </section>
        <section className="col-lg-7">
          <div className="sheet">
            <h2>{say('ledger.journal')}</h2>
            <SearchForm label={say('ledger.findInTextAndReference')} text={text} onFind={find} />
            <table className="plain">
              <caption>{say('ledger.newestFirstAmountsIn', { currency: company.currency })}</caption>
              <thead>
                <tr>
                  <th scope="col" className="num">
                    {say('ledger.number')}
                  </th>
                  <th scope="col">{say('ledger.date')}</th>
                  <th scope="col">{say('ledger.text')}</th>
                  <th scope="col" className="num">
                    {say('ledger.amount')}
                  </th>
                </tr>
              </thead>
              <tbody>
                {entries.data?.map((e) => (
                  <tr key={e.number}>
                    <td className="num">
                      <Link to={`/ledger/entries/${e.id}`}>{e.number}</Link>
                    </td>
                    <td>{fullDate(e.date)}</td>
                    <th scope="row" className="cut" title={e.text}>
                      {e.text}
                    </th>
                    <td className="num">{grouped(e.total)}</td>
                  </tr>
                ))}
              </tbody>
            </table>
            {entries.data?.length === 0 && (
              <p className="quiet">{say('ledger.noEntry', { value: text && say('ledger.fits') })}</p>
            )}
            {last && entries.data && entries.data.length >= 100 && (
              <Button variant="outline-secondary" onClick={() => earlier(last.number)}>
                {say('ledger.earlierEntries')}
              </Button>
            )}
          </div>
        </section>
      </div>
    </div>
  );
}
