import { Link } from 'react-router';
import { shortDate } from '../shared/dates';
import { report } from '../shared/money';
import { say } from '../words';
import type { WatchedAccount } from './api';

interface Props {
  accounts: WatchedAccount[];
  /** The one whose items are shown. */
  chosen?: number;
}

/** Accounts that money passes through, with what is in them and since when. */
export function WatchedAccounts({ accounts, chosen }: Props) {
  return (
    <table className="plain">
      <caption className="visually-hidden">{say('clearing.accountsThatMoneyPassesThrough')}</caption>
      <thead>
        <tr>
          <th scope="col">{say('clearing.account')}</th>
          <th scope="col" className="num">
            {say('clearing.inIt')}
          </th>
          <th scope="col" className="num">
            {say('clearing.items')}
          </th>
          <th scope="col">{say('clearing.oldest')}</th>
          <th scope="col">{say('clearing.usuallyGoneIn')}</th>
        </tr>
      </thead>
      <tbody>
        {accounts.map((a) => (
          <tr key={a.ledgerAccountId} className={a.ledgerAccountId === chosen ? 'chosen' : undefined}>
            <th scope="row">
              <Link
                to={`/in-transit?account=${a.ledgerAccountId}`}
                aria-current={a.ledgerAccountId === chosen ? 'true' : undefined}
              >
                {a.code} {a.name}
              </Link>{' '}
              <span className="quiet fw-normal">
                {a.serves.filter((s) => s !== a.name.toLowerCase()).join(', ')}
              </span>
            </th>
            <td className="num">{report(a.balance)}</td>
            <td className="num">{a.items > 0 ? a.items : ''}</td>
            <td className="text-nowrap">
              {a.since !== undefined ? (
                <>
                  {shortDate(a.since)}{' '}
                  <span className={a.late > 0 ? 'attention' : 'quiet'}>
                    {a.late > 0
                      ? say('clearing.daysSoManyLate', { days: a.days, late: a.late })
                      : say('clearing.days', { days: a.days })}
                  </span>
                </>
              ) : (
                <span className="quiet">{say('clearing.nothingInIt')}</span>
              )}
            </td>
            <td className="quiet">
              {a.usualDays === undefined ? '' : say('clearing.days', { days: a.usualDays })}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
