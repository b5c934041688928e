import { useQuery } from '@tanstack/react-query';
import { Link, useSearchParams } from 'react-router';
import { useCurrentCompany } from '../session/session';
import { AccountRail } from '../shared/AccountRail';
import { api, data } from '../shared/api';
import { dateTime, monthTitle } from '../shared/dates';
import { report } from '../shared/money';
import { Problems } from '../shared/Problems';
import { useBankAccounts } from '../shared/useBooks';
import { useToday } from '../today/useToday';
import { certifyKeys } from './keys';
import { say } from '../words';

/** The certificates of the account chosen in the rail, the newest month first. */
export default function CertificatesPage() {
  const { company } = useCurrentCompany();
  const [search] = useSearchParams();
  const today = useToday();
  const accounts = useBankAccounts();
  const account = Number(search.get('account') ?? today.data?.lanes[0]?.accountId ?? 0);
  const lane = today.data?.lanes.find((l) => l.accountId === account);
  const currency = accounts.data?.find((a) => a.id === account)?.currency;
  const certificates = useQuery({
    queryKey: certifyKeys.certificates(company.id, account),
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/bank-accounts/{accountId}/certificates', {
          params: { path: { companyId: company.id, accountId: account } },
        }),
      ),
    enabled: account > 0,
  });
  return (
    <div className="certify" style={{ gridTemplateColumns: '190px minmax(0, 1fr)' }}>
      <AccountRail accountId={account} to={(a) => `/certificates?account=${a}`} />
      <section className="page">
        <h1>
          {say('certify.certificatesOf')}
          {lane?.name} <small>{lane && `${lane.bank} ${lane.shortNumber}`}</small>
        </h1>
        <Problems error={certificates.error} />
        {certificates.data?.length === 0 && (
          <div className="sheet empty">
            <p>{say('certify.noMonthOfThisAccountIsCertified')}</p>
            {lane && (
              <Link className="btn btn-primary" to={`/reconcile/${account}/${lane.nextMonth}`}>
                {say('certify.goTo', { nextMonth: monthTitle(lane.nextMonth) })}
              </Link>
            )}
          </div>
        )}
        {certificates.data && certificates.data.length > 0 && (
          <div className="sheet">
            <table className="plain">
              <caption>
                {say('certify.certifiedMonths')}
                {currency && say('certify.in2', { currency })}
              </caption>
              <thead>
                <tr>
                  <th scope="col">{say('certify.month')}</th>
                  <th scope="col" className="num">
                    {say('certify.bankAtItsEnd')}
                  </th>
                  <th scope="col" className="num">
                    {say('certify.ledgerAtItsEnd')}
                  </th>
                  <th scope="col">{say('certify.certified')}</th>
                  <th scope="col">{say('certify.seal2')}</th>
                </tr>
              </thead>
              <tbody>
                {certificates.data.map((c) => (
                  <tr key={c.id} className={c.reopenedAt ? 'quiet' : ''}>
                    <th scope="row">
                      {c.reopenedAt ? (
                        monthTitle(c.month)
                      ) : (
                        <Link to={`/certify/${account}/${c.month}`}>{monthTitle(c.month)}</Link>
                      )}
                    </th>
                    <td className="num">{report(c.bankClosing)}</td>
                    <td className="num">{report(c.ledgerClosing)}</td>
                    <td>
                      {c.certifiedBy}, {dateTime(c.certifiedAt)}
                      {c.reopenedAt && (
                        <div>
                          {say('certify.reopenedBy')}
                          {c.reopenedBy}, {dateTime(c.reopenedAt)}: {c.reopenedReason}
                        </div>
                      )}
                    </td>
                    <td>
                      <code>{c.seal.slice(0, 16)}</code>
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        )}
      </section>
    </div>
  );
}
