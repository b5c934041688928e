import { keepPreviousData, useInfiniteQuery } from '@tanstack/react-query';
import { Button } from 'react-bootstrap';
import { Link } from 'react-router';
import { useCurrentCompany } from '../session/session';
import { api, data } from '../shared/api';
import { shortDate } from '../shared/dates';
import { report } from '../shared/money';
import { Problems } from '../shared/Problems';
import { partyKeys } from './keys';
import { PartyField } from './PartyChooser';
import { DaySpan } from '../shared/DaySpan';
import { useFilters } from '../shared/useFilters';
import { say } from '../words';

/** Money received, the newest first. */
export default function ReceiptsPage() {
  const { company, canReceive } = useCurrentCompany();
  const [f, set] = useFilters(['party', 'from', 'to']);
  const receipts = useInfiniteQuery({
    queryKey: partyKeys.receipts(company.id, f),
    initialPageParam: undefined as number | undefined,
    queryFn: ({ pageParam }) =>
      data(
        api.GET('/api/v1/companies/{companyId}/receipts', {
          params: {
            path: { companyId: company.id },
            query: {
              ...(pageParam && { before: pageParam }),
              ...(f.party && { party: Number(f.party) }),
              ...(f.from && { from: f.from }),
              ...(f.to && { to: f.to }),
            },
          },
        }),
      ),
    getNextPageParam: (page) => page.next,
    placeholderData: keepPreviousData,
  });
  const rows = receipts.data?.pages.flatMap((p) => p.rows) ?? [];
  const filtered = f.party !== '' || f.from !== '' || f.to !== '';
  return (
    <div className="page">
      <h1>{say('party.receipts')}</h1>
      {canReceive && (
        <div className="actions mb-2">
          <Link className="btn btn-primary" to="/receipts/new">
            {say('party.newReceipt')}
          </Link>
          <Link className="btn btn-outline-secondary" to="/receipts/import">
            {say('party.receiptsFromAFile')}
          </Link>
        </div>
      )}
      <div className="d-flex gap-3 align-items-start flex-wrap">
        <div style={{ width: '18rem' }}>
          <PartyField
            label={say('party.from')}
            empty={say('party.anybody')}
            partyId={f.party ? Number(f.party) : undefined}
            onChange={(p) => set({ party: p ? String(p.id) : '' })}
          />
        </div>
        <DaySpan
          labels={[say('party.fromTheDay'), say('party.toTheDay')]}
          from={f.from}
          to={f.to}
          onChange={set}
        />
      </div>
      <Problems error={receipts.error} />
      {receipts.isSuccess && rows.length === 0 && (
        <div className="sheet empty">
          <p>{filtered ? say('party.noReceiptFits') : say('party.noMoneyWasReceivedYetAReceipt')}</p>
        </div>
      )}
      {rows.length > 0 && (
        <div className="sheet">
          <table className="plain">
            <caption>{say('party.moneyReceivedIn', { currency: company.currency })}</caption>
            <thead>
              <tr>
                <th scope="col">{say('party.date')}</th>
                <th scope="col">{say('party.reference')}</th>
                <th scope="col">{say('party.from')}</th>
                <th scope="col">{say('party.for')}</th>
                <th scope="col" className="num">
                  {say('party.amount2')}
                </th>
                <th scope="col" className="num">
                  {say('party.notSettledYet')}
                </th>
              </tr>
            </thead>
            <tbody>
              {rows.map((r) => (
                <tr key={r.entryId}>
                  <td className="text-nowrap">{shortDate(r.date)}</td>
                  <th scope="row">
                    <Link to={`/ledger/entries/${r.entryId}`}>
                      {r.reference || say('party.entry', { number: r.number })}
                    </Link>
                    {r.reversed && <span className="quiet">{say('party.reversed')}</span>}
                  </th>
                  <td>{r.partyId ? <Link to={`/parties/${r.partyId}`}>{r.party}</Link> : ''}</td>
                  <td className="cut" title={r.text}>
                    {r.text}
                  </td>
                  <td className="num">{report(r.amount)}</td>
                  <td className="num">{Number(r.unsettled) === 0 ? '' : report(r.unsettled)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
      {receipts.hasNextPage && (
        <Button
          variant="outline-secondary"
          disabled={receipts.isFetchingNextPage}
          onClick={() => void receipts.fetchNextPage()}
        >
          {say('party.earlier')}
        </Button>
      )}
    </div>
  );
}
