import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { Link } from 'react-router';
import { useCurrentCompany } from '../session/session';
import { api, data } from '../shared/api';
import { keys } from '../shared/keys';
import { grouped } from '../shared/money';
import { Problems } from '../shared/Problems';
import { say } from '../words';

/** What of the desk may explain a credit: receipts in hand that come to it, and slips that it credits at another amount. */
export function LineDeposit({ line, entries, change }: { line: number; entries: number[]; change: boolean }) {
  const { company } = useCurrentCompany();
  const queries = useQueryClient();
  const [shown, setShown] = useState(false);
  const path = { companyId: company.id };
  const found = useQuery({
    queryKey: [...keys.company(company.id), 'line of the desk', line, entries],
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/deposit-slips/for-line', {
          params: { path, query: { line, entry: entries } },
        }),
      ),
  });
  const make = useMutation({
    mutationFn: (receipts: number[]) =>
      data(
        api.POST('/api/v1/companies/{companyId}/deposit-slips/for-line', {
          params: { path },
          body: { line, receipts },
        }),
      ),
    onSettled: () => queries.invalidateQueries({ queryKey: keys.company(company.id) }),
  });
  const { receipts = [], others = [], several = false } = found.data ?? {};
  return (
    <>
      {others.map((o) => (
        <p key={o.slipId} className="mb-1">
          {say('deposit.slipAtAnotherAmount', {
            number: o.number,
            amount: grouped(o.apart.replace('-', '')),
            way: o.apart.startsWith('-') ? say('deposit.less') : say('deposit.more'),
          })}{' '}
          <Link to={`/slips/${o.slipId}`}>{say('deposit.lookAtItsCountAndItsChecks')}</Link>
        </p>
      ))}
      {receipts.length > 0 && (
        <div className="candidate">
          <div className="candidate-words">
            <strong>{say('deposit.receiptsInHandComeToIt', { count: receipts.length })}</strong>
            {several && <span className="quiet"> {say('deposit.othersComeToItToo')}</span>}{' '}
            <button type="button" className="as-link" aria-expanded={shown} onClick={() => setShown(!shown)}>
              {shown ? say('deposit.hideThem') : say('deposit.showThem')}
            </button>
            {shown && (
              <ul className="facts">
                {receipts.map((r) => (
                  <li key={r.id}>
                    {say('deposit.numberOfPayer', { number: r.number, payer: r.payer })}, {grouped(r.amount)}
                  </li>
                ))}
              </ul>
            )}
          </div>
          {change && (
            <Button
              variant="outline-secondary"
              size="sm"
              disabled={make.isPending}
              onClick={() => make.mutate(receipts.map((r) => r.id))}
            >
              {say('deposit.makeASlipOfThem')}
            </Button>
          )}
        </div>
      )}
      <Problems error={make.error} title={say('deposit.theSlipWasNotMade')} />
    </>
  );
}
