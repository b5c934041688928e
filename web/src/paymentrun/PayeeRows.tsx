import { useEffect, useRef, useState } from 'react';
import { Button } from 'react-bootstrap';
import { Link } from 'react-router';
import { useCurrentCompany } from '../session/session';
import { fullDate, shortDate } from '../shared/dates';
import { grouped, report } from '../shared/money';
import { ChangeAmounts, SkipIt } from '../shared/RunForms';
import { say } from '../words';
import type { PaidItem, PayeeRow, PaymentRun } from './api';
import type { Paying } from './usePaymentRun';
import { MEANS, STANDINGS } from './words';

/** More are shown when they are asked for. */
const AT_FIRST = 300;

type Doing = 'change' | 'skip' | undefined;

/** The payees of a run; the one that is looked at shows what can be done. */
export function PayeeRows({
  run,
  rows,
  here,
  doing,
  open,
  busy,
  onHere,
  onDoing,
  onDecide,
}: {
  run: PaymentRun;
  rows: PayeeRow[];
  here: number | undefined;
  doing: Doing;
  open: boolean;
  busy: boolean;
  onHere: (row: PayeeRow) => void;
  onDoing: (doing: Doing) => void;
  onDecide: (d: Paying) => void;
}) {
  const { company } = useCurrentCompany();
  const [most, setMost] = useState(AT_FIRST);
  const seen = useRef<HTMLTableRowElement>(null);
  useEffect(() => {
    // a browser without a screen draws nothing
    seen.current?.scrollIntoView?.({ block: 'nearest' });
  }, [here]);
  return (
    <table className="plain run-rows">
      <caption className="visually-hidden">{run.title}</caption>
      <thead>
        <tr>
          <th scope="col">{say('paymentrun.inThisRun')}</th>
          <th scope="col">{say('paymentrun.payeeWhatIsDue')}</th>
          <th scope="col">{say('paymentrun.how')}</th>
          <th scope="col" className="num">
            {say('paymentrun.toPayIn', { currency: company.currency })}
          </th>
        </tr>
      </thead>
      <tbody>
        {rows.slice(0, most).map((r) => {
          const current = r.partyId === here && open;
          return (
            <tr
              key={r.partyId}
              ref={r.partyId === here ? seen : undefined}
              className={`${r.standing === 'PAY' ? 'collect' : r.standing.toLowerCase()}${current ? ' here' : ''}`}
              aria-current={current ? 'true' : undefined}
              onClick={() => r.partyId !== here && onHere(r)}
            >
              <td className={r.standing === 'PAY' ? 'fw-bold' : 'quiet fw-bold'}>
                {r.payment?.state === 'VOID' ? say('paymentrun.void') : STANDINGS[r.standing]}
              </td>
              <td>
                <span className={current ? 'fw-bold' : ''}>{r.party}</span>
                {r.employee && <span className="quiet">, {say('paymentrun.employee')}</span>}
                <div className="small quiet">
                  {r.items
                    .filter((i) => Number(i.settled) !== 0)
                    .map((i) => (
                      <span key={i.itemId} className="me-2 d-inline-block">
                        <ItemWords item={i} changed={r.changed} />
                      </span>
                    ))}
                </div>
                {r.reason && <div className="small attention-plain">{r.reason}</div>}
                {r.problems.map((p) => (
                  <div key={p} className="small attention-plain">
                    {p} <Link to={`/parties/${r.partyId}`}>{say('paymentrun.mendIt')}</Link>
                  </div>
                ))}
                {current && (
                  <WhatCanBeDone
                    key={`${r.partyId}${doing ?? ''}`}
                    row={r}
                    doing={doing}
                    busy={busy}
                    onDoing={onDoing}
                    onDecide={onDecide}
                  />
                )}
              </td>
              <td>
                <How row={r} />
              </td>
              <td className="num">{grouped(r.standing === 'SKIPPED' ? '0.00' : r.amount)}</td>
            </tr>
          );
        })}
        {run.nothingDue.count > 0 && (
          <tr className="others">
            <td className="quiet fw-bold">{say('paymentrun.nothingDue')}</td>
            <td className="quiet" colSpan={2}>
              {run.nothingDue.names.join(', ')}
              {run.nothingDue.count > run.nothingDue.names.length &&
                ` ${say('paymentrun.andMore', { count: run.nothingDue.count - run.nothingDue.names.length })}`}
            </td>
            <td className="num quiet">{grouped('0.00')}</td>
          </tr>
        )}
        {rows.length === 0 && (
          <tr>
            <td colSpan={4} className="quiet">
              {say('paymentrun.nobodyFits')}
            </td>
          </tr>
        )}
      </tbody>
      {rows.length > most && (
        <tfoot>
          <tr>
            <td colSpan={4}>
              <button type="button" className="as-link" onClick={() => setMost(most + 1000)}>
                {say('paymentrun.showMore', { count: rows.length - most })}
              </button>
            </td>
          </tr>
        </tfoot>
      )}
    </table>
  );
}

function ItemWords({ item, changed }: { item: PaidItem; changed: boolean }) {
  if (item.credit) {
    return <>{say('paymentrun.creditOf', { title: item.title, amount: report(`-${item.settled}`) })}</>;
  }
  if (item.inPart && changed) {
    return (
      <>
        {say('paymentrun.inPartYouChanged', {
          title: item.title,
          from: grouped(item.open),
          to: grouped(item.settled),
        })}
      </>
    );
  }
  return (
    <>
      {item.title} {grouped(item.settled)}
      {Number(item.discount) !== 0 &&
        `, ${
          item.rate === undefined
            ? say('paymentrun.lessDiscount', { amount: grouped(item.discount) })
            : say('paymentrun.discountEarns', { amount: grouped(item.discount), rate: String(item.rate) })
        }`}
      {item.early && `, ${say('paymentrun.dueOnly', { day: shortDate(item.dueDate) })}`}
      {item.late > 0 && `, ${say('paymentrun.daysPastDue', { count: item.late })}`}
    </>
  );
}

/** By what, to which account since when, or the payment that it became. */
function How({ row }: { row: PayeeRow }) {
  const to = row.means === 'FILE' ? row.to : undefined;
  return (
    <span className="quiet">
      {row.payment ? (
        <Link to={`/payments/${row.payment.id}`}>
          {row.means === 'CHECK'
            ? say('paymentrun.checkNumber', { number: row.payment.number })
            : row.payment.number}
        </Link>
      ) : (
        MEANS[row.means]
      )}
      {row.payment && row.payment.state !== 'BOOKED' && (
        <span className="waiting">, {row.payment.words}</span>
      )}
      {row.payment?.atTheBank && <span className="waiting">, {say('paymentrun.atTheBank')}</span>}
      {to && <div className="small">{to.account}</div>}
      {to?.firstTime && (
        <div className="small waiting">
          {to.since
            ? say('paymentrun.firstTimeSince', { who: to.approvedBy, day: fullDate(to.since) })
            : say('paymentrun.firstTime')}
        </div>
      )}
      {row.to?.changing && <div className="small waiting">{say('paymentrun.changing')}</div>}
    </span>
  );
}

function WhatCanBeDone({
  row,
  doing,
  busy,
  onDoing,
  onDecide,
}: {
  row: PayeeRow;
  doing: Doing;
  busy: boolean;
  onDoing: (doing: Doing) => void;
  onDecide: (d: Paying) => void;
}) {
  if (doing === 'change') {
    return (
      <ChangeAmounts
        items={row.items}
        label={say('paymentrun.payThis')}
        busy={busy}
        onClose={() => onDoing(undefined)}
        onTake={(items) =>
          onDecide({ pay: row, items, ...(row.standing === 'PAY' && { byCheck: row.means === 'CHECK' }) })
        }
      />
    );
  }
  if (doing === 'skip') {
    return (
      <SkipIt
        busy={busy}
        onClose={() => onDoing(undefined)}
        onSkip={(reason) => onDecide({ skip: row, reason })}
      />
    );
  }
  const decided = row.standing === 'PAY' || row.standing === 'SKIPPED';
  const both = row.mayByFile && row.mayByCheck && row.standing !== 'SKIPPED';
  return (
    <div className="actions mt-1">
      {row.standing === 'READY' && (
        <Button size="sm" disabled={busy} onClick={() => onDecide({ pay: row })}>
          {say('paymentrun.payAmount', { amount: grouped(row.amount) })} <kbd>Enter</kbd>
        </Button>
      )}
      {row.standing !== 'SKIPPED' && (
        <Button size="sm" variant="outline-secondary" onClick={() => onDoing('change')}>
          {say('paymentrun.changeWhatIsPaid')} <kbd>e</kbd>
        </Button>
      )}
      {both && (
        <Button
          size="sm"
          variant="outline-secondary"
          disabled={busy}
          onClick={() => onDecide({ pay: row, byCheck: row.means === 'FILE' })}
        >
          {row.means === 'FILE' ? say('paymentrun.payByCheck') : say('paymentrun.payByFile')} <kbd>k</kbd>
        </Button>
      )}
      {row.standing !== 'SKIPPED' && (
        <Button size="sm" variant="outline-secondary" onClick={() => onDoing('skip')}>
          {say('paymentrun.skip')} <kbd>s</kbd>
        </Button>
      )}
      {decided && (
        <Button size="sm" variant="outline-secondary" disabled={busy} onClick={() => onDecide({ undo: row })}>
          {say('paymentrun.takeBackTheDecision')} <kbd>u</kbd>
        </Button>
      )}
    </div>
  );
}
