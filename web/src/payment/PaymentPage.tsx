import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button } from 'react-bootstrap';
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

/** One payment: how it stands, what it booked, its second person and its voiding. */
export default function PaymentPage() {
  const { id = '' } = useParams();
  const { company, session, canPrepare } = useCurrentCompany();
  const queries = useQueryClient();
  const [voiding, setVoiding] = useState(false);
  const [date, setDate] = useState('');
  const [reason, setReason] = useState('');
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
  const body = { date, reason: reason || 'not said yet' };
  const preview = useQuery({
    queryKey: [...paymentKeys.payment(company.id, Number(id)), 'void', date],
    queryFn: () => send<MadeView>('POST', `${path}/void?preview=true`, body),
    enabled: voiding && date !== '',
    retry: false,
  });
  const voidIt = useMutation({
    mutationFn: () => send('POST', `${path}/void`, { date, reason }),
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
          <Link to="/payments">Payments</Link>
        </p>
        <h1>
          {KINDS[p.kind]} {p.number} <small>{p.payee}</small>
        </h1>
        <div className="sheet">
          <p className="mb-1">
            <strong>
              {grouped(p.amount)} {p.currency}
            </strong>{' '}
            from {p.account}, {fullDate(p.date)}
            {p.text && `, for ${p.text}`}
          </p>
          <p className="mb-1">
            It is {STATES[p.state].startsWith('waits') ? 'waiting: it ' : ''}
            {STATES[p.state]}. Made by {p.madeBy}
            {p.releasedBy && `, released by ${p.releasedBy}`}
            {p.voidedBy && `, voided by ${p.voidedBy}: ${p.voidReason}`}.
            {p.onClearing &&
              (p.cleared
                ? ' The bank has paid it.'
                : ' It reaches the cash account when the bank has paid it.')}
          </p>
          <p className="mb-0">
            {p.entryId && <Link to={`/ledger/entries/${p.entryId}`}>Its entry</Link>}{' '}
            {p.clearingEntryId && <Link to={`/ledger/entries/${p.clearingEntryId}`}>Its clearing</Link>}{' '}
            {p.voidEntryId && <Link to={`/ledger/entries/${p.voidEntryId}`}>Its reversal</Link>}{' '}
            {p.partyId && <Link to={`/parties/${p.partyId}`}>{p.payee}</Link>}
          </p>
        </div>
        {canPrepare && p.state !== 'VOID' && !voiding && (
          <Button
            variant="outline-secondary"
            onClick={() => {
              setDate(p.date > session.businessDate ? p.date : session.businessDate);
              setVoiding(true);
            }}
          >
            Void it
          </Button>
        )}
        {voiding && (
          <form
            onSubmit={(e) => {
              e.preventDefault();
              voidIt.mutate();
            }}
          >
            <p>What it settled is open again; its number stays taken.</p>
            <div className="row g-3">
              <div className="col-md-4">
                <DateField label="Date" value={date} today={session.businessDate} onChange={setDate} />
              </div>
              <TextField className="col-md-8" label="Why" value={reason} onChange={setReason} />
            </div>
            <Problems error={voidIt.error} title="Not voided." />
            <div className="actions mt-2">
              <Button type="submit" disabled={voidIt.isPending || preview.isError || reason.trim() === ''}>
                Void {KINDS[p.kind].toLowerCase()} {p.number}
              </Button>
              <Button variant="outline-secondary" onClick={() => setVoiding(false)}>
                Leave it
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
