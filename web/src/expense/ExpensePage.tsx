import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { Button } from 'react-bootstrap';
import { Link, useParams } from 'react-router';
import { PaperPages } from '../attachment/PaperViewer';
import { Papers } from '../ledger/Papers';
import { useCurrentCompany } from '../session/session';
import { send } from '../shared/api';
import { DateField } from '../shared/DateField';
import { dateTime, fullDate } from '../shared/dates';
import { keys } from '../shared/keys';
import { grouped } from '../shared/money';
import { Problems } from '../shared/Problems';
import { say } from '../words';
import type { ExpenseDetail, ExpenseMade } from './api';
import { useExpense } from './ExpenseFormPage';
import { WAYS, waitsWords } from './words';

/** One expense or movement: what it is, its picture, what became of it. */
export default function ExpensePage() {
  const { id } = useParams();
  const expense = useExpense(Number(id));
  if (!expense.data) {
    return <Problems error={expense.error} />;
  }
  return <Shown detail={expense.data} />;
}

function Shown({ detail }: { detail: ExpenseDetail }) {
  const { company, canPrepare } = useCurrentCompany();
  const { row } = detail;
  return (
    <div className="page form-page">
      <div>
        <p className="mb-1">
          <Link to={`/expenses${detail.kind === 'MOVEMENT' ? '?kind=MOVEMENT' : ''}`}>
            {say('expense.expenses')}
          </Link>
        </p>
        <h1>
          {detail.kind === 'MOVEMENT' ? say('expense.bankMovement') : say('expense.expense')} {row.number}
        </h1>
        {row.reversed && <p className="told">{say('expense.itWasReversed')}</p>}
        {detail.same.map((s) => (
          <p key={s.id} className="told">
            {say('expense.mayBeTheSameAs', { why: s.why })} <Link to={`/expenses/${s.id}`}>{s.number}</Link>
          </p>
        ))}
        <dl className="expense-facts">
          <dt>{row.in ? say('expense.cameFrom') : say('expense.paidTo')}</dt>
          <dd>{row.who}</dd>
          <dt>{say('expense.amount')}</dt>
          <dd>
            {grouped(row.amount)} {company.currency}
          </dd>
          <dt>{say('expense.day')}</dt>
          <dd>{fullDate(row.date)}</dd>
          <dt>{say('expense.whatFor')}</dt>
          <dd>{row.text || '–'}</dd>
          <dt>{say('expense.paidBy')}</dt>
          <dd>
            {WAYS[row.paidBy]}, {row.paidFrom}
          </dd>
          {row.reference && (
            <>
              <dt>{say('expense.reference')}</dt>
              <dd>{row.reference}</dd>
            </>
          )}
          {row.tags && (
            <>
              <dt>{say('expense.tags')}</dt>
              <dd>{row.tags}</dd>
            </>
          )}
          {row.customer && (
            <>
              <dt>{say('expense.aCustomerPaysForIt')}</dt>
              <dd>
                {row.customer}{' '}
                {detail.passedOnEntryId && (
                  <Link to={`/ledger/entries/${detail.passedOnEntryId}`}>{say('expense.theInvoice')}</Link>
                )}
              </dd>
            </>
          )}
          <dt>{say('expense.whereItStands')}</dt>
          <dd>{waitsWords(row)}</dd>
        </dl>
        <p>
          <Link to={`/ledger/entries/${row.entryId}`}>{say('expense.whatWasBooked')}</Link>
        </p>
        {canPrepare && !row.reversed && <PutRight detail={detail} />}
        <section aria-label={say('expense.history')}>
          <h2>{say('expense.history')}</h2>
          <ul className="list-unstyled">
            {detail.history.map((h) => (
              <li key={`${h.at} ${h.what}`}>
                <span className="quiet">
                  {dateTime(h.at)}, {h.who}:
                </span>{' '}
                {h.what}
                {h.changes && <div className="quiet">{h.changes}</div>}
              </li>
            ))}
          </ul>
        </section>
      </div>
      <div className="beside">
        {detail.papers[0] && (
          <section className="paper-beside" aria-label={say('expense.thePicture')}>
            <PaperPages key={`${detail.papers[0].id} ${detail.papers[0].version}`} paper={detail.papers[0]} />
          </section>
        )}
        <Papers entryId={row.entryId} papers={detail.papers} />
      </div>
    </div>
  );
}

function PutRight({ detail }: { detail: ExpenseDetail }) {
  const { company, session } = useCurrentCompany();
  const queries = useQueryClient();
  const [asked, setAsked] = useState(false);
  const [date, setDate] = useState(detail.row.date);
  const sending = useRef(false);
  const reverse = useMutation({
    mutationFn: () =>
      send<ExpenseMade>('POST', `/api/v1/companies/${company.id}/expenses/${detail.row.id}/reversal`, {
        version: detail.version,
        date,
      }),
    onSuccess: () => queries.invalidateQueries({ queryKey: keys.company(company.id) }),
    onSettled: () => {
      sending.current = false;
    },
  });
  return (
    <div className="mb-3">
      <div className="actions">
        <Link className="btn btn-outline-secondary" to={`/expenses/${detail.row.id}/change`}>
          {say('expense.putItRight')}
        </Link>
        <Button variant="outline-secondary" onClick={() => setAsked(true)}>
          {say('expense.takeItBack')}
        </Button>
      </div>
      {asked && (
        <div className="sheet mt-2">
          <DateField
            label={say('expense.reversedOn')}
            value={date}
            today={session.businessDate}
            onChange={setDate}
          />
          <div className="actions mt-2">
            <Button
              disabled={reverse.isPending}
              onClick={() => {
                if (!sending.current) {
                  sending.current = true;
                  reverse.mutate();
                }
              }}
            >
              {say('expense.reverseIt')}
            </Button>
            <Button variant="outline-secondary" onClick={() => setAsked(false)}>
              {say('expense.leaveIt')}
            </Button>
          </div>
        </div>
      )}
      <Problems error={reverse.error} title={say('expense.notReversed')} />
    </div>
  );
}
