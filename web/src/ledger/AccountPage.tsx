import { useQuery } from '@tanstack/react-query';
import { Link, useParams, useSearchParams } from 'react-router';
import { useHere } from '../session/session';
import { api, data } from '../shared/api';
import { DateField } from '../shared/DateField';
import { fullDate } from '../shared/dates';
import { keys } from '../shared/keys';
import { grouped, report } from '../shared/money';
import { Problems } from '../shared/Problems';

/** One account of the ledger over a span, with its running balance. */
export default function AccountPage() {
  const { id = '' } = useParams();
  const { company, session } = useHere();
  const [search, setSearch] = useSearchParams();
  const today = session.businessDate;
  const from = search.get('from') ?? `${today.slice(0, 4)}-01-01`;
  const to = search.get('to') ?? today;
  const ledger = useQuery({
    queryKey: keys.accountLines(company.id, Number(id), from, to),
    queryFn: () =>
      data(
        api.GET('/api/companies/{companyId}/ledger/accounts/{accountId}/lines', {
          params: { path: { companyId: company.id, accountId: Number(id) }, query: { from, to } },
        }),
      ),
    placeholderData: (before) => before,
  });
  const l = ledger.data;
  return (
    <div className="page">
      <p className="mb-1">
        <Link to="/ledger">Ledger</Link>
      </p>
      <h1>{l ? `${l.account.code} ${l.account.name}` : 'Account'}</h1>
      <div className="d-flex gap-3 mb-2">
        <DateField
          label="From"
          value={from}
          today={today}
          onChange={(d) => setSearch({ from: d, to }, { replace: true })}
        />
        <DateField
          label="To"
          value={to}
          today={today}
          onChange={(d) => setSearch({ from, to: d }, { replace: true })}
        />
      </div>
      <Problems error={ledger.error} />
      {l && (
        <div className="sheet">
          <table className="plain">
            <caption>Amounts in {company.currency}</caption>
            <thead>
              <tr>
                <th scope="col">Date</th>
                <th scope="col">Entry</th>
                <th scope="col">Text</th>
                <th scope="col">Party</th>
                <th scope="col" className="num">
                  Debit
                </th>
                <th scope="col" className="num">
                  Credit
                </th>
                <th scope="col" className="num">
                  Balance
                </th>
              </tr>
            </thead>
            <tbody>
              <tr>
                <td>{fullDate(l.from)}</td>
                <td></td>
                <th scope="row">Opening balance</th>
                <td></td>
                <td></td>
                <td></td>
                <td className="num">{report(l.opening)}</td>
              </tr>
              {l.lines.map((line) => (
                <tr key={line.id}>
                  <td>{fullDate(line.date)}</td>
                  <td>
                    <Link to={`/ledger/entries/${line.entryId}`}>{line.entryNumber}</Link>
                  </td>
                  <th scope="row" className="cut" title={line.text}>
                    {line.text}
                  </th>
                  <td>{line.party}</td>
                  <td className="num">{line.debit && grouped(line.debit)}</td>
                  <td className="num">{line.credit && grouped(line.credit)}</td>
                  <td className="num">{report(line.balance)}</td>
                </tr>
              ))}
              <tr className="sum">
                <td>{fullDate(l.to)}</td>
                <td></td>
                <th scope="row">
                  {l.more ? 'Balance after the lines shown; choose a shorter span' : 'Closing balance'}
                </th>
                <td></td>
                <td className="num">{grouped(l.debits)}</td>
                <td className="num">{grouped(l.credits)}</td>
                <td className="num">{report(l.closing)}</td>
              </tr>
            </tbody>
          </table>
        </div>
      )}
    </div>
  );
}
