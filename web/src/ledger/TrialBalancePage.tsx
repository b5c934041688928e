import { useQuery } from '@tanstack/react-query';
import { Link, useSearchParams } from 'react-router';
import { useCurrentCompany } from '../session/session';
import { api, data } from '../shared/api';
import { DateField } from '../shared/DateField';
import { fullDate } from '../shared/dates';
import { ledgerKeys } from './keys';
import { grouped } from '../shared/money';
import { Problems } from '../shared/Problems';
import { Wave } from '../shared/Wave';
import { ExportLinks } from './ExportLinks';
import { say } from '../words';

/** Every account's balance at a date, on the side it lies. */
export default function TrialBalancePage() {
  const { company, session } = useCurrentCompany();
  const [search, setSearch] = useSearchParams();
  const date = search.get('date') ?? session.businessDate;
  const trial = useQuery({
    queryKey: ledgerKeys.trialBalance(company.id, date),
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/ledger/trial-balance', {
          params: { path: { companyId: company.id }, query: { date } },
        }),
      ),
  });
  const t = trial.data;
  return (
    <div className="page">
      <p className="mb-1">
        <Link to="/ledger">{say('ledger.ledger')}</Link>
      </p>
      <h1>
        {say('ledger.trialBalance2')}
        <small>{fullDate(date)}</small>
      </h1>
      <div className="d-flex gap-3 align-items-start mb-2">
        <div style={{ width: '14rem' }}>
          <DateField
            filter
            label={say('ledger.atTheEndOf')}
            value={date}
            today={session.businessDate}
            onChange={(d) => setSearch({ date: d }, { replace: true })}
          />
        </div>
        <div className="mt-4">
          <ExportLinks path={`/ledger/trial-balance/export?date=${date}`} />
        </div>
      </div>
      <Problems error={trial.error} />
      {t && (
        <div className="sheet" style={{ maxWidth: '60rem' }}>
          <p className={t.balanced ? 'd-flex align-items-center gap-2' : 'attention'}>
            {t.balanced && <Wave holds />}
            {t.balanced ? say('ledger.debitsEqualCredits') : say('ledger.debitsAndCreditsDifferTheBooksAre')}
          </p>
          <table className="plain">
            <caption>
              {say('ledger.amountsInAccountsWithoutABalanceAre', { currency: company.currency })}
            </caption>
            <thead>
              <tr>
                <th scope="col">{say('ledger.account')}</th>
                <th scope="col">{say('ledger.type')}</th>
                <th scope="col" className="num">
                  {say('ledger.debit')}
                </th>
                <th scope="col" className="num">
                  {say('ledger.credit')}
                </th>
              </tr>
            </thead>
            <tbody>
              {t.rows.map((r) => (
                <tr key={r.accountId}>
                  <th scope="row">
                    <Link to={`/ledger/accounts/${r.accountId}?to=${date}`}>
                      {r.code} {r.name}
                    </Link>
                  </th>
                  <td className="quiet">{r.type.toLowerCase()}</td>
                  <td className="num">{r.debit && grouped(r.debit)}</td>
                  <td className="num">{r.credit && grouped(r.credit)}</td>
                </tr>
              ))}
              <tr className="sum">
                <th scope="row">{say('ledger.bothSides')}</th>
                <td></td>
                <td className="num">{grouped(t.debits)}</td>
                <td className="num">{grouped(t.credits)}</td>
              </tr>
            </tbody>
          </table>
        </div>
      )}
    </div>
  );
}
