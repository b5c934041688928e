import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { ExportLinks } from '../ledger/ExportLinks';
import { useCurrentCompany } from '../session/session';
import { api, data } from '../shared/api';
import { DateField } from '../shared/DateField';
import { fullDate, UNREADABLE } from '../shared/dates';
import { keys } from '../shared/keys';
import { report } from '../shared/money';
import { Problems } from '../shared/Problems';
import { useFilters } from '../shared/useFilters';
import { say } from '../words';
import type { WatchedDetail } from './api';
import { WatchedAccounts } from './WatchedAccounts';

/** Every account that money passes through: what is in it, since when, and why. */
export default function InTransitPage() {
  const { company, session } = useCurrentCompany();
  const [f, set] = useFilters(['account', 'on']);
  const on = f.on || session.businessDate;
  const known = on !== UNREADABLE;
  const accounts = useQuery({
    queryKey: [...keys.company(company.id), 'in transit', on],
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/clearing-accounts', {
          params: { path: { companyId: company.id }, query: { on } },
        }),
      ),
    enabled: known,
    placeholderData: (before) => before,
  });
  const chosen =
    Number(f.account) ||
    (accounts.data?.find((a) => a.late > 0 && !a.desk) ?? accounts.data?.find((a) => a.items > 0))
      ?.ledgerAccountId;
  const items = useQuery({
    queryKey: [...keys.company(company.id), 'in transit', on, chosen],
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/clearing-accounts/{ledgerAccountId}', {
          params: {
            path: { companyId: company.id, ledgerAccountId: chosen as number },
            query: { on },
          },
        }),
      ),
    enabled: known && chosen !== undefined,
    placeholderData: (before) => before,
  });
  return (
    <div className="page">
      <h1>{say('clearing.inTransit')}</h1>
      <p className="quiet">{say('clearing.whatHasLeftOnePlaceAndNot')}</p>
      <div className="d-flex gap-3 flex-wrap align-items-start mb-2">
        <DateField
          label={say('clearing.atTheEndOf')}
          value={on}
          today={session.businessDate}
          onChange={(next) => set({ on: next })}
        />
      </div>
      <Problems error={accounts.error ?? items.error} />
      {accounts.data && (
        <section className="sheet">
          {accounts.data.length > 0 ? (
            <>
              <WatchedAccounts accounts={accounts.data} chosen={chosen} />
              <ExportLinks path={`/clearing-accounts/file?on=${on}`} />
            </>
          ) : (
            <p className="quiet mb-0">{say('clearing.noAccountServesSoYet')}</p>
          )}
        </section>
      )}
      {items.data && <Items detail={items.data} />}
    </div>
  );
}

function Items({ detail }: { detail: WatchedDetail }) {
  const { account } = detail;
  const inCredit = account.balance.startsWith('-');
  return (
    <section className="sheet mt-3" aria-label={`${account.code} ${account.name}`}>
      <h2>
        {account.code} {account.name}
      </h2>
      {account.desk && (
        <p>
          <Link to="/receipts-in-hand">{say('clearing.seeReceiptsInHandByReceipt')}</Link>
        </p>
      )}
      {detail.items.length === 0 ? (
        <p className="quiet mb-0">{say('clearing.itHasComeToNothing')}</p>
      ) : (
        <table className="plain">
          <caption className="visually-hidden">{say('clearing.whatIsInIt')}</caption>
          <thead>
            <tr>
              <th scope="col">{say('clearing.since')}</th>
              <th scope="col" className="num">
                {say('clearing.daysOld')}
              </th>
              <th scope="col">{say('clearing.item')}</th>
              <th scope="col">{say('clearing.why')}</th>
              <th scope="col" className="num">
                {say('clearing.debit')}
              </th>
              <th scope="col" className="num">
                {say('clearing.credit')}
              </th>
            </tr>
          </thead>
          <tbody>
            {detail.items.map((i, at) => (
              <tr key={`${i.entryId ?? 'before'} ${at}`}>
                <td className="text-nowrap">{i.since && fullDate(i.since)}</td>
                <td className={i.late ? 'num attention' : 'num'}>{i.days}</td>
                <th scope="row" className="cut">
                  {i.path ? <Link to={i.path}>{i.title || i.what}</Link> : i.title}{' '}
                  <span className="quiet fw-normal">
                    {[i.party !== i.title && i.party, i.title && i.what].filter(Boolean).join(', ')}
                  </span>
                </th>
                <td>{i.why}</td>
                <td className="num">{i.in && report(i.in)}</td>
                <td className="num">{i.out && report(i.out)}</td>
              </tr>
            ))}
          </tbody>
          <tfoot>
            <tr>
              <th scope="row" colSpan={4}>
                {say('clearing.inItAltogether')}
              </th>
              <td className="num">{!inCredit && report(account.balance)}</td>
              <td className="num">{inCredit && report(account.balance.replace('-', ''))}</td>
            </tr>
          </tfoot>
        </table>
      )}
      {detail.more && <p className="quiet mt-2 mb-0">{say('clearing.thereAreMoreTheFileHasAll')}</p>}
    </section>
  );
}
