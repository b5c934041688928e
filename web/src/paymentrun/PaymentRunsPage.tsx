import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { Link, useNavigate } from 'react-router';
import { ExportLinks } from '../ledger/ExportLinks';
import { useCurrentCompany } from '../session/session';
import { api, data, send } from '../shared/api';
import { fullDate } from '../shared/dates';
import { ChoiceField } from '../shared/fields';
import { keys } from '../shared/keys';
import { report } from '../shared/money';
import { Problems } from '../shared/Problems';
import { useKey } from '../shared/useKey';
import { say } from '../words';
import type { PaymentRun, PayRunStart } from './api';
import { paymentRunKeys } from './keys';
import { PaymentRunHead, type Head } from './PaymentRunHead';
import { RUN_STATES } from './words';

/** The register of payment runs, the latest first, and where a new one begins. */
export default function PaymentRunsPage() {
  const { company, canPrepare, canAdminister } = useCurrentCompany();
  const [beginning, setBeginning] = useState(false);
  const path = { params: { path: { companyId: company.id } } };
  const runs = useQuery({
    queryKey: paymentRunKeys.runs(company.id),
    queryFn: () => data(api.GET('/api/v1/companies/{companyId}/payment-runs', path)),
  });
  const starts = useQuery({
    queryKey: paymentRunKeys.starts(company.id),
    queryFn: () => data(api.GET('/api/v1/companies/{companyId}/payment-runs/starts', path)),
  });
  const may = canPrepare && (starts.data?.length ?? 0) > 0;
  useKey('n', () => may && setBeginning(true));
  return (
    <div className="page">
      <h1>{say('paymentrun.paymentRuns')}</h1>
      <div className="actions mb-2">
        {may && (
          <Button onClick={() => setBeginning(true)}>
            {say('paymentrun.beginARun')} <kbd>n</kbd>
          </Button>
        )}
        <Link className="btn btn-outline-secondary" to="/collections/answers">
          {say('paymentrun.bankAnswers')}
        </Link>
        {canAdminister && (
          <Link className="btn btn-outline-secondary" to="/collections/files">
            {say('paymentrun.filesForBanks')}
          </Link>
        )}
      </div>
      {beginning && starts.data && <NewRun starts={starts.data} onClose={() => setBeginning(false)} />}
      <Problems error={runs.error ?? starts.error} />
      {runs.data?.length === 0 && (
        <div className="sheet empty">
          <p>{say('paymentrun.noRunYet')}</p>
        </div>
      )}
      {(runs.data?.length ?? 0) > 0 && (
        <div className="sheet">
          <table className="plain">
            <caption>{say('paymentrun.runsLatestFirst', { currency: company.currency })}</caption>
            <thead>
              <tr>
                <th scope="col">{say('paymentrun.number')}</th>
                <th scope="col">{say('paymentrun.paidOn')}</th>
                <th scope="col">{say('paymentrun.bankAccount')}</th>
                <th scope="col">{say('paymentrun.state')}</th>
                <th scope="col" className="num">
                  {say('paymentrun.payees')}
                </th>
                <th scope="col" className="num">
                  {say('paymentrun.amount')}
                </th>
                <th scope="col">{say('paymentrun.fileForTheBank')}</th>
                <th scope="col">{say('paymentrun.paidByTheBank')}</th>
                <th scope="col" className="num">
                  {say('paymentrun.voided')}
                </th>
              </tr>
            </thead>
            <tbody>
              {runs.data?.map((r) => (
                <tr key={r.id} className={r.state === 'REVERSED' || r.state === 'TAKEN_BACK' ? 'undone' : ''}>
                  <th scope="row">
                    <Link to={`/payment-runs/${r.id}`}>{r.number}</Link>
                  </th>
                  <td className="text-nowrap">{fullDate(r.payOn)}</td>
                  <td>{r.account}</td>
                  <td className={r.state === 'OPEN' || r.state === 'WAITS' ? 'waiting' : ''}>
                    {RUN_STATES[r.state]}
                  </td>
                  <td className="num">{r.payees}</td>
                  <td className="num">{report(r.amount)}</td>
                  <td>{r.file}</td>
                  <td className="text-nowrap">{r.paidOn ? fullDate(r.paidOn) : ''}</td>
                  <td className="num">
                    {r.voided > 0 &&
                      say('paymentrun.voidedAmount', { count: r.voided, amount: report(r.voidedAmount) })}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          <ExportLinks path="/payment-runs/file?" />
        </div>
      )}
    </div>
  );
}

function NewRun({ starts, onClose }: { starts: PayRunStart[]; onClose: () => void }) {
  const { company } = useCurrentCompany();
  const queries = useQueryClient();
  const navigate = useNavigate();
  const first = starts.find((s) => s.file) ?? starts[0];
  const [account, setAccount] = useState(String(first?.bankAccountId ?? ''));
  const start = starts.find((s) => String(s.bankAccountId) === account) ?? first;
  const make = useMutation({
    mutationFn: (head: Head) =>
      send<PaymentRun>('POST', `/api/v1/companies/${company.id}/payment-runs`, {
        bankAccountId: Number(account),
        head,
      }),
    onSuccess: async (run) => {
      await queries.invalidateQueries({ queryKey: keys.company(company.id) });
      await navigate(`/payment-runs/${run.id}`);
    },
  });
  return (
    <div className="sheet">
      <h2>{say('paymentrun.newRun')}</h2>
      <div style={{ maxWidth: '20rem' }}>
        <ChoiceField
          label={say('paymentrun.outOf')}
          value={account}
          choices={starts.map((s) => [String(s.bankAccountId), s.account])}
          onChange={setAccount}
        />
      </div>
      {start && (
        <PaymentRunHead
          key={account}
          start={{ dueUpTo: start.dueUpTo, payOn: start.payOn, leastRate: start.leastRate, note: '' }}
          firstDay={
            start.file
              ? say('paymentrun.firstDay', { day: fullDate(start.payOn) })
              : say('paymentrun.checksOnly')
          }
          busy={make.isPending}
          label={say('paymentrun.beginTheRun')}
          onKeep={(head) => make.mutate(head)}
          onClose={onClose}
        >
          <Problems error={make.error} title={say('paymentrun.nothingWasBegun')} />
        </PaymentRunHead>
      )}
    </div>
  );
}
