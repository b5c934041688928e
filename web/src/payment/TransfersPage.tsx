import { useInfiniteQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { Undoing } from '../ledger/Undoing';
import { useCurrentCompany } from '../session/session';
import { api, data } from '../shared/api';
import type { TransferView } from './api';
import { fullDate } from '../shared/dates';
import { paymentKeys } from './keys';
import { More } from '../shared/More';
import { Problems } from '../shared/Problems';
import { SearchForm } from '../shared/SearchForm';
import { say } from '../words';

/** Transfers between own accounts, newest first. */
export default function TransfersPage() {
  const { company, canPrepare } = useCurrentCompany();
  const [search, setSearch] = useSearchParams();
  const text = search.get('find') ?? '';
  const transfers = useInfiniteQuery({
    queryKey: paymentKeys.transfers(company.id, text),
    queryFn: ({ pageParam }) =>
      data(
        api.GET('/api/v1/companies/{companyId}/transfers', {
          params: { path: { companyId: company.id }, query: { text, before: pageParam } },
        }),
      ),
    initialPageParam: 0,
    getNextPageParam: (last) => (last.more ? last.transfers.at(-1)?.id : undefined),
  });
  const listed = transfers.data?.pages.flatMap((p) => p.transfers);
  return (
    <div className="page">
      <p className="mb-1">
        <Link to="/payments">{say('payment.payments')}</Link>
      </p>
      <h1>{say('payment.transfers')}</h1>
      {canPrepare && (
        <div className="actions mb-2">
          <Link className="btn btn-primary" to="/transfers/new">
            {say('payment.newTransfer')}
          </Link>
        </div>
      )}
      <SearchForm
        key={text}
        label={say('payment.findANumberOrText')}
        text={text}
        onFind={(t) => setSearch(t ? { find: t } : {})}
      />
      <Problems error={transfers.error} />
      <div className="sheet">
        <table className="plain">
          <caption>{say('payment.newestFirst')}</caption>
          <thead>
            <tr>
              <th scope="col">{say('payment.number')}</th>
              <th scope="col">{say('payment.from')}</th>
              <th scope="col">{say('payment.to')}</th>
              <th scope="col">{say('payment.for')}</th>
              <th scope="col" className="num">
                {say('payment.left')}
              </th>
              <th scope="col" className="num">
                {say('payment.arrived')}
              </th>
              <th scope="col">{say('payment.entries')}</th>
            </tr>
          </thead>
          <tbody>
            {listed?.map((t) => (
              <Row key={t.id} transfer={t} />
            ))}
          </tbody>
        </table>
        {transfers.hasNextPage && <More query={transfers} />}
        {listed?.length === 0 && <p className="quiet">{say('payment.noTransferYet')}</p>}
      </div>
    </div>
  );
}

function Row({ transfer: t }: { transfer: TransferView }) {
  const { canPrepare } = useCurrentCompany();
  const [asking, setAsking] = useState(false);
  return (
    <>
      <tr className={t.reversed ? 'undone' : ''}>
        <th scope="row">{t.number}</th>
        <td>
          {t.from}, {fullDate(t.fromDate)}
        </td>
        <td>
          {t.to}, {fullDate(t.toDate)}
        </td>
        <td className="cut" title={t.text}>
          {t.text}
        </td>
        <td className="num">{t.amount}</td>
        <td className="num">{t.received}</td>
        <td className="ways">
          <Link to={`/ledger/entries/${t.firstEntryId}`}>
            {t.secondEntryId ? say('payment.left2') : say('payment.entry')}
          </Link>{' '}
          {t.secondEntryId && (
            <Link to={`/ledger/entries/${t.secondEntryId}`}>{say('payment.arrived2')}</Link>
          )}{' '}
          {t.reversed && say('payment.reversed')}
          {canPrepare && !t.reversed && !asking && (
            <button type="button" className="as-link" onClick={() => setAsking(true)}>
              {say('payment.reverse')}
            </button>
          )}
        </td>
      </tr>
      {asking && !t.reversed && (
        <tr>
          <td colSpan={7}>
            <Undoing
              path={`/transfers/${t.id}/reversal`}
              from={t.fromDate}
              letsMatchesGo
              label={say('payment.reverseBothSides')}
              onDone={() => setAsking(false)}
            />
          </td>
        </tr>
      )}
    </>
  );
}
