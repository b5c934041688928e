import { keepPreviousData, useInfiniteQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { Link, Navigate, useSearchParams } from 'react-router';
import { useDraft } from '../draft/useDraft';
import { ExportLinks } from '../ledger/ExportLinks';
import { useCurrentCompany } from '../session/session';
import { api, data } from '../shared/api';
import { fullDate } from '../shared/dates';
import { ChoiceField } from '../shared/fields';
import { More } from '../shared/More';
import { report } from '../shared/money';
import { Problems } from '../shared/Problems';
import { useBankAccounts } from '../shared/useBooks';
import { useKey } from '../shared/useKey';
import { DaySpan } from '../shared/DaySpan';
import { filled, useFilters } from '../shared/useFilters';
import { say } from '../words';
import type { SlipRow } from './api';
import { depositKeys } from './keys';
import { NewSlipDialog } from './NewSlipDialog';
import { useSiteNames } from './useHand';
import { SLIP_STATES } from './words';

/** The register of deposit slips, the newest first. */
export default function SlipsPage() {
  const { company, canBank } = useCurrentCompany();
  const [f, set] = useFilters(['account', 'state', 'from', 'to']);
  const [beginning, setBeginning] = useState(false);
  useKey('n', () => canBank && setBeginning(true));
  const accounts = useBankAccounts();
  const site = useSiteNames();
  const slips = useInfiniteQuery({
    queryKey: depositKeys.slips(company.id, f),
    initialPageParam: undefined as number | undefined,
    queryFn: ({ pageParam }) =>
      data(
        api.GET('/api/v1/companies/{companyId}/deposit-slips', {
          params: {
            path: { companyId: company.id },
            query: {
              ...(pageParam && { before: pageParam }),
              ...(f.account && { account: Number(f.account) }),
              ...(f.state && { state: [f.state as SlipRow['state']] }),
              ...(f.from && { from: f.from }),
              ...(f.to && { to: f.to }),
            },
          },
        }),
      ),
    getNextPageParam: (page) => page.next,
    placeholderData: keepPreviousData,
  });
  const [search] = useSearchParams();
  const left = useDraft('DEPOSIT_SLIP');
  const leftSlip = (left.form as { slipId?: number } | undefined)?.slipId;
  if (search.has('draft') && leftSlip) {
    return <Navigate to={`/slips/${leftSlip}`} replace />;
  }
  const rows = slips.data?.pages.flatMap((p) => p.rows) ?? [];
  const filtered = Object.values(f).some((v) => v !== '');
  return (
    <div className="page">
      <h1>{say('deposit.depositSlips')}</h1>
      {canBank && (
        <div className="actions mb-2">
          <Button onClick={() => setBeginning(true)}>
            {say('deposit.beginASlip')} <kbd>n</kbd>
          </Button>
        </div>
      )}
      <div className="d-flex gap-3 align-items-start flex-wrap">
        <ChoiceField
          label={say('deposit.bankAccount')}
          empty={say('deposit.any')}
          value={f.account}
          choices={(accounts.data ?? []).map((a) => [String(a.id), a.name])}
          onChange={(account) => set({ account })}
        />
        <ChoiceField
          label={say('deposit.state')}
          empty={say('deposit.any')}
          value={f.state}
          choices={Object.entries(SLIP_STATES)}
          onChange={(state) => set({ state })}
        />
        <DaySpan
          labels={[say('deposit.datedFrom'), say('deposit.datedTo')]}
          from={f.from}
          to={f.to}
          onChange={set}
        />
      </div>
      <Problems error={slips.error} />
      {slips.isSuccess && rows.length === 0 && (
        <div className="sheet empty">
          <p>{filtered ? say('deposit.noSlipFits') : say('deposit.noSlipYetASlipTakes')}</p>
        </div>
      )}
      {rows.length > 0 && (
        <div className="sheet">
          <table className="plain">
            <caption>{say('deposit.slipsLatestFirst', { currency: company.currency })}</caption>
            <thead>
              <tr>
                <th scope="col">{say('deposit.number')}</th>
                <th scope="col">{say('deposit.dateOnTheSlip')}</th>
                <th scope="col">{say('deposit.bankAccount')}</th>
                <th scope="col">{say('deposit.site')}</th>
                <th scope="col">{say('deposit.takenToTheBank')}</th>
                <th scope="col">{say('deposit.begunBy')}</th>
                <th scope="col">{say('deposit.state')}</th>
                <th scope="col" className="num">
                  {say('deposit.receipts')}
                </th>
                <th scope="col" className="num">
                  {say('deposit.amount')}
                </th>
              </tr>
            </thead>
            <tbody>
              {rows.map((s) => (
                <tr key={s.id} className={s.state === 'REVERSED' ? 'undone' : ''}>
                  <th scope="row">
                    <Link to={`/slips/${s.id}`}>{s.number}</Link>
                  </th>
                  <td className="text-nowrap">{fullDate(s.paperDate)}</td>
                  <td>{s.account}</td>
                  <td>{site(s.siteId)}</td>
                  <td className="text-nowrap">{s.takenOn ? fullDate(s.takenOn) : ''}</td>
                  <td>{s.madeBy}</td>
                  <td className={s.state === 'OPEN' ? 'waiting' : ''}>{SLIP_STATES[s.state]}</td>
                  <td className="num">{s.receipts}</td>
                  <td className="num">{report(s.total)}</td>
                </tr>
              ))}
            </tbody>
          </table>
          {slips.hasNextPage && <More query={slips} />}
          <ExportLinks
            path={`/deposit-slips/file?${new URLSearchParams(filled(f))}`}
            pdf={`/deposit-slips/register?${new URLSearchParams(filled(f))}`}
          />
        </div>
      )}
      {beginning && <NewSlipDialog receipts={[]} onClose={() => setBeginning(false)} />}
    </div>
  );
}
