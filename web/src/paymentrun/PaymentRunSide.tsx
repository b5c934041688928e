import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { useNavigate } from 'react-router';
import { FileFacts } from '../bankfile/FileFacts';
import { Undoing } from '../ledger/Undoing';
import { useCurrentCompany } from '../session/session';
import { dateTime } from '../shared/dates';
import { grouped } from '../shared/money';
import { Problems } from '../shared/Problems';
import { say } from '../words';
import type { PaymentRun } from './api';
import type { PaymentRunWork } from './usePaymentRun';
import { MEANS } from './words';

/** What a payment run comes to, in which ways it goes out, and its file for the bank. */
export function PaymentRunSide({ run, work }: { run: PaymentRun; work: PaymentRunWork }) {
  const { company, canPrepare } = useCurrentCompany();
  const navigate = useNavigate();
  const [doing, setDoing] = useState<'reverse' | 'give-up'>();
  const may = run.state === 'OPEN' && canPrepare;
  const ready = run.sums.undecided === 0 && run.sums.payees > 0 && (run.file?.problems.length ?? 0) === 0;
  return (
    <aside className="drawer-side" aria-label={say('paymentrun.thisRun')}>
      <h2>{say('paymentrun.thisRun')}</h2>
      <table className="plain">
        <tbody>
          <tr>
            <th scope="row">
              {say('paymentrun.payeesAndBills', { payees: run.sums.payees, items: run.sums.items })}
            </th>
            <td className="num fw-bold">{grouped(run.sums.amount)}</td>
          </tr>
          {run.sums.byMeans.map((m) => (
            <tr key={m.means}>
              <td>{say('paymentrun.meansCount', { means: MEANS[m.means], count: m.count })}</td>
              <td className="num">{grouped(m.amount)}</td>
            </tr>
          ))}
          {Number(run.sums.discount) !== 0 && (
            <tr>
              <td>{say('paymentrun.discountsTaken')}</td>
              <td className="num">{grouped(run.sums.discount)}</td>
            </tr>
          )}
          {run.state === 'OPEN' && (
            <tr>
              <td className="quiet">{say('paymentrun.toBeDecided', { count: run.sums.undecided })}</td>
              <td className="num quiet">{grouped(run.sums.undecidedAmount)}</td>
            </tr>
          )}
          {run.sums.skipped + run.sums.cannot > 0 && (
            <tr>
              <td className="quiet" colSpan={2}>
                {say('paymentrun.othersCount', { skipped: run.sums.skipped, cannot: run.sums.cannot })}
              </td>
            </tr>
          )}
        </tbody>
      </table>
      {run.firstCheck && <p className="quiet">{say('paymentrun.checksFrom', { number: run.firstCheck })}</p>}
      <ul className="facts">
        {run.handedOverAt && run.handedOverBy && (
          <li>
            {say('paymentrun.handedOverBy', { who: run.handedOverBy, when: dateTime(run.handedOverAt) })}
          </li>
        )}
        {run.releasedAt && (
          <li>{say('paymentrun.releasedBy', { who: run.releasedBy, when: dateTime(run.releasedAt) })}</li>
        )}
        {run.state === 'RELEASED' && run.file && (
          <li>{run.oneSum ? say('paymentrun.paidInOneSum') : say('paymentrun.paidSingly')}</li>
        )}
      </ul>
      <FileFacts file={run.file} reversalFileId={run.reversalFileId} />
      {run.state === 'RELEASED' && (
        <p>
          <a
            href={`/api/v1/companies/${company.id}/payment-runs/${run.id}/remittance-advice?paper=${
              navigator.language === 'en-US' ? 'LETTER' : 'A4'
            }`}
            download
          >
            {say('paymentrun.remittanceAdvice')}
          </a>
        </p>
      )}
      <Problems error={work.step.error} title={say('paymentrun.nothingWasDone')} />
      {may && (
        <>
          <div className="actions">
            <Button disabled={!ready || work.step.isPending} onClick={() => work.step.mutate('handing-over')}>
              {company.onePerson ? say('paymentrun.releaseIt') : say('paymentrun.handItOver')}
            </Button>
            <Button variant="outline-secondary" onClick={() => navigate('/payment-runs')}>
              {say('paymentrun.leaveIt')}
            </Button>
          </div>
          <p className="quiet">
            {run.sums.undecided > 0
              ? say('paymentrun.stillToBeDecided', { count: run.sums.undecided })
              : say('paymentrun.nothingBeforeRelease')}
          </p>
          {doing === 'give-up' ? (
            <p className="told">
              {say('paymentrun.givenUpFreesAll')}{' '}
              <button
                type="button"
                className="as-link"
                disabled={work.step.isPending}
                onClick={() => work.step.mutate('taking-back')}
              >
                {say('paymentrun.giveItUp')}
              </button>
            </p>
          ) : (
            <button type="button" className="as-link" onClick={() => setDoing('give-up')}>
              {say('paymentrun.giveItUp')}
            </button>
          )}
        </>
      )}
      {run.state === 'WAITS' && canPrepare && (
        <Button
          variant="outline-secondary"
          disabled={work.step.isPending}
          onClick={() => work.step.mutate('fetching-back')}
        >
          {say('paymentrun.fetchItBack')}
        </Button>
      )}
      {canPrepare &&
        run.state === 'RELEASED' &&
        (doing === 'reverse' ? (
          <Undoing
            path={`/payment-runs/${run.id}/reversal`}
            from={run.payOn}
            label={say('paymentrun.reverseIt')}
            onDone={() => setDoing(undefined)}
          />
        ) : (
          <p className="mt-2">
            <button type="button" className="as-link" onClick={() => setDoing('reverse')}>
              {say('paymentrun.reverseIt')}
            </button>
          </p>
        ))}
    </aside>
  );
}
