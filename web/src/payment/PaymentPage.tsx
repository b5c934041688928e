import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { Link, useParams } from 'react-router';
import { SecondPerson, useApproval } from '../approval/SecondPerson';
import { BookedPreview } from '../ledger/BookedPreview';
import { useCurrentCompany } from '../session/session';
import { ActivityOf } from '../shared/ActivityOf';
import { api, data, send } from '../shared/api';
import type { MadeView } from './api';
import { DateField } from '../shared/DateField';
import { fullDate } from '../shared/dates';
import { TextField } from '../shared/fields';
import { keys } from '../shared/keys';
import { paymentKeys } from './keys';
import { grouped } from '../shared/money';
import { Problems } from '../shared/Problems';
import { KINDS, STATES } from './words';
import { say } from '../words';

/** One payment: how it stands, what it booked, its second person and its voiding. */
export default function PaymentPage() {
  const { id = '' } = useParams();
  const { company, session, canPrepare } = useCurrentCompany();
  const queries = useQueryClient();
  const [voiding, setVoiding] = useState(false);
  const [date, setDate] = useState('');
  const [reason, setReason] = useState('');
  const [bills, setBills] = useState(false);
  const path = `/api/v1/companies/${company.id}/payments/${id}`;
  const payment = useQuery({
    queryKey: paymentKeys.payment(company.id, Number(id)),
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/payments/{paymentId}', {
          params: { path: { companyId: company.id, paymentId: Number(id) } },
        }),
      ),
  });
  const refresh = () => queries.invalidateQueries({ queryKey: keys.company(company.id) });
  const asked = useApproval('PAYMENT', Number(id));
  const body = { date, reason: reason || say('payment.notSaidYet'), bills };
  const preview = useQuery({
    queryKey: [...paymentKeys.payment(company.id, Number(id)), 'void', date, bills],
    queryFn: () => send<MadeView>('POST', `${path}/void?preview=true`, body),
    enabled: voiding && date !== '',
    retry: false,
  });
  const voidIt = useMutation({
    mutationFn: () => send('POST', `${path}/void`, { date, reason, bills }),
    onSuccess: async () => {
      setVoiding(false);
      await refresh();
    },
  });
  const p = payment.data;
  if (!p) {
    return <Problems error={payment.error} />;
  }
  return (
    <div className="page form-page">
      <div>
        <p className="mb-1">
          <Link to="/payments">{say('payment.payments')}</Link>
        </p>
        <h1>
          {KINDS[p.kind]} {p.number} <small>{p.payee}</small>
        </h1>
        <div className="sheet">
          <p className="mb-1">
            <strong>
              {grouped(p.amount)} {p.currency}
            </strong>
            {say('payment.from2', {
              account: p.account,
              date: fullDate(p.date),
              value: p.text && say('payment.for2', { text: p.text }),
            })}
          </p>
          <p className="mb-1">
            {say('payment.itIsMadeBy', {
              words: STATES[p.state].startsWith('waits') ? say('payment.waitingIt') : '',
              words2: STATES[p.state],
              madeBy: p.madeBy,
            })}
            {p.releasedBy && say('payment.releasedBy', { releasedBy: p.releasedBy })}
            {p.voidedBy && say('payment.voidedBy', { voidedBy: p.voidedBy, voidReason: p.voidReason })}.
            {p.onClearing &&
              (p.cleared ? say('payment.theBankHasPaidIt') : say('payment.itReachesTheCashAccountWhenThe'))}
          </p>
          <p className="mb-0">
            {p.entryId && <Link to={`/ledger/entries/${p.entryId}`}>{say('payment.itsEntry')}</Link>}{' '}
            {p.clearingEntryId && (
              <Link to={`/ledger/entries/${p.clearingEntryId}`}>{say('payment.itsClearing')}</Link>
            )}{' '}
            {p.voidEntryId && (
              <Link to={`/ledger/entries/${p.voidEntryId}`}>{say('payment.itsReversal')}</Link>
            )}{' '}
            {p.state === 'UNCLAIMED' && (
              <Link to={`/unclaimed-money?text=${p.number}`}>{say('payment.seeUnclaimedMoney')}</Link>
            )}{' '}
            {p.kind === 'CHECK' && p.state === 'BOOKED' && !p.cleared && canPrepare && (
              <Link to={`/outstanding-checks?kept=true&text=${p.number}`}>
                {say('payment.decideOnItAsOutstanding')}
              </Link>
            )}{' '}
            {p.partyId && <Link to={`/parties/${p.partyId}`}>{p.payee}</Link>}
          </p>
        </div>
        {canPrepare && p.state !== 'VOID' && p.state !== 'UNCLAIMED' && !voiding && (
          <Button
            variant="outline-secondary"
            onClick={() => {
              setDate(p.date > session.businessDate ? p.date : session.businessDate);
              setVoiding(true);
            }}
          >
            {say('payment.voidIt')}
          </Button>
        )}
        {voiding && (
          <form
            onSubmit={(e) => {
              e.preventDefault();
              voidIt.mutate();
            }}
          >
            <p>{say('payment.whatItSettledIsOpenAgainIts')}</p>
            <div className="row g-3">
              <div className="col-md-4">
                <DateField
                  label={say('payment.date')}
                  value={date}
                  today={session.businessDate}
                  onChange={setDate}
                />
              </div>
              <TextField
                className="col-md-8"
                label={say('payment.why')}
                value={reason}
                onChange={setReason}
              />
            </div>
            {p.partyId && (
              <Form.Check
                id="bills"
                className="mt-2"
                label={say('payment.alsoReverseTheBillsItPaid')}
                checked={bills}
                onChange={(e) => setBills(e.target.checked)}
              />
            )}
            <Problems error={voidIt.error} title={say('payment.notVoided')} />
            <div className="actions mt-2">
              <Button type="submit" disabled={voidIt.isPending || preview.isError || reason.trim() === ''}>
                {say('payment.void', { words: KINDS[p.kind].toLowerCase(), number: p.number })}
              </Button>
              <Button variant="outline-secondary" onClick={() => setVoiding(false)}>
                {say('payment.leaveIt')}
              </Button>
            </div>
          </form>
        )}
        <ActivityOf type="payment" id={Number(id)} />
      </div>
      {asked && !voiding && (
        <div className="beside">
          <SecondPerson key={asked.id} asked={asked} />
        </div>
      )}
      {voiding && (
        <div className="beside">
          <BookedPreview booked={preview.data?.booked} error={preview.error} />
        </div>
      )}
    </div>
  );
}
