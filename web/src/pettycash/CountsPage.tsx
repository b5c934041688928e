import { useQuery } from '@tanstack/react-query';
import { Link, useParams } from 'react-router';
import { useCurrentCompany } from '../session/session';
import { api, data } from '../shared/api';
import { fullDate, monthTitle } from '../shared/dates';
import { report } from '../shared/money';
import { Problems } from '../shared/Problems';
import { say } from '../words';
import { pettyCashKeys } from './keys';

/** The counts of a drawer, with what was over and short by month and by who counted. */
export default function CountsPage() {
  const { company } = useCurrentCompany();
  const fundId = Number(useParams().id);
  const list = useQuery({
    queryKey: pettyCashKeys.counts(company.id, fundId),
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/petty-cash/funds/{fundId}/counts', {
          params: { path: { companyId: company.id, fundId } },
        }),
      ),
  });
  const d = list.data;
  return (
    <div className="page">
      <h1>{say('pettycash.countsSoFar')}</h1>
      <p>
        <Link to={`/petty-cash/${fundId}`}>{say('pettycash.backToTheBook')}</Link>
      </p>
      <Problems error={list.error} />
      {d?.counts.length === 0 && (
        <div className="sheet empty">
          <p>{say('pettycash.neverCountedYet')}</p>
        </div>
      )}
      {d && d.counts.length > 0 && (
        <>
          <p>
            {say('pettycash.shortThisYear', {
              year: d.year,
              amount: report(d.shortBy),
              shorts: d.shorts,
              counts: d.counted,
            })}
          </p>
          <div className="sheet">
            <table className="plain">
              <caption className="visually-hidden">{say('pettycash.byMonthAndWhoCounted')}</caption>
              <thead>
                <tr>
                  <th scope="col">{say('pettycash.month')}</th>
                  <th scope="col">{say('pettycash.countedBy')}</th>
                  <th scope="col" className="num">
                    {say('pettycash.counts')}
                  </th>
                  <th scope="col" className="num">
                    {say('pettycash.shortBy')}
                  </th>
                  <th scope="col" className="num">
                    {say('pettycash.overBy')}
                  </th>
                </tr>
              </thead>
              <tbody>
                {d.sums.map((s) => (
                  <tr key={`${s.month} ${s.by}`}>
                    <th scope="row">{monthTitle(s.month)}</th>
                    <td>{s.by}</td>
                    <td className="num">{s.counts}</td>
                    <td className="num">{report(s.shortBy)}</td>
                    <td className="num">{report(s.overBy)}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
          <div className="sheet">
            <table className="plain">
              <caption className="visually-hidden">{say('pettycash.countsSoFar')}</caption>
              <thead>
                <tr>
                  <th scope="col">{say('pettycash.day')}</th>
                  <th scope="col">{say('pettycash.countedBy')}</th>
                  <th scope="col" className="num">
                    {say('pettycash.counted')}
                  </th>
                  <th scope="col" className="num">
                    {say('pettycash.shouldBeThere')}
                  </th>
                  <th scope="col" className="num">
                    {say('pettycash.apart')}
                  </th>
                </tr>
              </thead>
              <tbody>
                {d.counts.map((c) => (
                  <tr key={c.id}>
                    <th scope="row">
                      {c.entryId ? (
                        <Link to={`/ledger/entries/${c.entryId}`}>{fullDate(c.day)}</Link>
                      ) : (
                        fullDate(c.day)
                      )}
                      {c.surprise && <span className="quiet"> {say('pettycash.surprise')}</span>}
                    </th>
                    <td>{c.countedBy}</td>
                    <td className="num">{report(c.counted)}</td>
                    <td className="num">{report(c.shouldBe ?? '')}</td>
                    <td className="num">{report(c.over ?? '')}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        </>
      )}
    </div>
  );
}
