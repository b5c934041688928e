import { useInfiniteQuery, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { Link, useSearchParams } from 'react-router';
import { BookedPreview } from '../ledger/BookedPreview';
import { ExportLinks } from '../ledger/ExportLinks';
import { useCurrentCompany } from '../session/session';
import { api, data, send } from '../shared/api';
import type { DueView, PaymentView } from './api';
import { DateField } from '../shared/DateField';
import { addDays, fullDate } from '../shared/dates';
import { ChoiceField } from '../shared/fields';
import { keys } from '../shared/keys';
import { paymentKeys } from './keys';
import { More } from '../shared/More';
import { grouped } from '../shared/money';
import { Problems } from '../shared/Problems';
import { SearchForm } from '../shared/SearchForm';
import { useBankAccounts } from '../shared/useBooks';
import { KINDS, STATES } from './words';
import { say } from '../words';

type State = PaymentView['state'];

/** The register of checks and other payments. */
export default function PaymentsPage() {
  const { company, session, canPrepare } = useCurrentCompany();
  const [search, setSearch] = useSearchParams();
  const today = session.businessDate;
  const f = {
    account: search.get('account') ?? '',
    state: search.get('state') ?? '',
    from: search.get('from') ?? `${addDays(`${today.slice(0, 7)}-01`, -1).slice(0, 7)}-01`,
    to: search.get('to') ?? addDays(today, 60),
    text: search.get('text') ?? '',
  };
  const set = (part: Partial<typeof f>) => setSearch({ ...f, ...part }, { replace: true });
  const accounts = useBankAccounts();
  const register = useInfiniteQuery({
    queryKey: paymentKeys.payments(company.id, f),
    queryFn: ({ pageParam: after }: { pageParam: { date: string; id: number } }) =>
      data(
        api.GET('/api/v1/companies/{companyId}/payments', {
          params: {
            path: { companyId: company.id },
            query: {
              account: Number(f.account),
              states: f.state ? [f.state as State] : [],
              from: f.from,
              to: f.to,
              text: f.text,
              ...(after.date && { afterDate: after.date, afterId: after.id }),
            },
          },
        }),
      ),
    initialPageParam: { date: '', id: 0 },
    getNextPageParam: (last) => {
      const end = last.more ? last.payments.at(-1) : undefined;
      return end && { date: end.date, id: end.id };
    },
  });
  const listed = register.data?.pages.flatMap((p) => p.payments) ?? [];
  const whole = register.data?.pages[0];
  const query = `account=${Number(f.account)}&states=${f.state}&from=${f.from}&to=${f.to}&text=${encodeURIComponent(f.text)}`;
  const due = listed.some((p) => p.state === 'WAITS_FOR_DATE' && p.date <= today);
  return (
    <div className="page">
      <h1>{say('payment.payments')}</h1>
      <div className="actions mb-2">
        {canPrepare && (
          <>
            <Link className="btn btn-primary" to="/payments/new">
              {say('payment.newPayment')}
            </Link>
            <Link className="btn btn-outline-secondary" to="/payments/import">
              {say('payment.readAListOfPayments')}
            </Link>
            <Link className="btn btn-outline-secondary" to="/transfers/new">
              {say('payment.newTransfer')}
            </Link>
          </>
        )}
        <Link className="btn btn-outline-secondary" to="/transfers">
          {say('payment.transfers')}
        </Link>
      </div>
      {canPrepare && due && <Due />}
      <div className="d-flex gap-3 flex-wrap align-items-start">
        <ChoiceField
          label={say('payment.account')}
          empty={say('payment.allAccounts')}
          value={f.account}
          choices={(accounts.data ?? []).map((a) => [String(a.id), a.name])}
          onChange={(account) => set({ account })}
        />
        <ChoiceField
          label={say('payment.state')}
          empty={say('payment.any')}
          value={f.state}
          choices={Object.entries(STATES)}
          onChange={(state) => set({ state })}
        />
        <DateField
          label={say('payment.from')}
          filter
          value={f.from}
          today={today}
          onChange={(from) => set({ from })}
        />
        <DateField
          label={say('payment.to')}
          filter
          value={f.to}
          today={today}
          onChange={(to) => set({ to })}
        />
      </div>
      <div className="d-flex gap-3 flex-wrap align-items-start">
        <SearchForm
          label={say('payment.findAPayeeNumberOrText')}
          text={f.text}
          onFind={(text) => set({ text })}
        />
        <ExportLinks path={`/payments/export?${query}`} pdf={`/payments/register.pdf?${query}`} />
      </div>
      <Problems error={register.error} />
      {whole && (
        <div className="sheet">
          <table className="plain">
            <caption>{say('payment.registerLatestFirst')}</caption>
            <thead>
              <tr>
                <th scope="col">{say('payment.number')}</th>
                <th scope="col">{say('payment.date')}</th>
                <th scope="col">{say('payment.account')}</th>
                <th scope="col">{say('payment.how')}</th>
                <th scope="col">{say('payment.payee')}</th>
                <th scope="col">{say('payment.for')}</th>
                <th scope="col" className="num">
                  {say('payment.amount')}
                </th>
                <th scope="col">{say('payment.state')}</th>
              </tr>
            </thead>
            <tbody>
              {listed.map((p) => (
                <tr key={p.id} className={p.state === 'VOID' ? 'undone' : ''}>
                  <th scope="row">
                    <Link to={`/payments/${p.id}`}>{p.number}</Link>
                  </th>
                  <td className="text-nowrap">{fullDate(p.date)}</td>
                  <td>{p.account}</td>
                  <td>{KINDS[p.kind]}</td>
                  <td>{p.payee}</td>
                  <td className="cut" title={p.text}>
                    {p.text}
                  </td>
                  <td className="num">
                    {grouped(p.amount)} {p.currency !== company.currency && p.currency}
                  </td>
                  <td className={p.state.startsWith('WAITS') ? 'waiting' : ''}>
                    {STATES[p.state]}
                    {p.onClearing &&
                      p.state === 'BOOKED' &&
                      (p.cleared ? say('payment.paidByTheBank') : say('payment.underWay'))}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          {register.hasNextPage && <More query={register} />}
          {whole.sums.map((s) => (
            <p key={s.currency} className="mt-2 mb-0">
              {say('payment.inBooked', { count: s.count, currency: s.currency })}
              <strong>{grouped(s.booked)}</strong>
              {say('payment.waiting')}
              <strong>{grouped(s.waiting)}</strong>
              {/[1-9]/.test(s.unclaimed) && say('payment.unclaimedSum', { unclaimed: grouped(s.unclaimed) })}
              {say('payment.void2', { voided: grouped(s.voided) })}
            </p>
          ))}
          {listed.length === 0 && <p className="quiet">{say('payment.noPaymentInThisSpan')}</p>}
        </div>
      )}
    </div>
  );
}

/** Payments whose date has come are booked in one step, which can be looked at first. */
function Due() {
  const { company } = useCurrentCompany();
  const queries = useQueryClient();
  const path = `/api/v1/companies/${company.id}/due-payments`;
  const [looking, setLooking] = useState(false);
  const preview = useQuery({
    queryKey: [...keys.company(company.id), 'due'],
    queryFn: () => send<DueView>('POST', `${path}?preview=true`),
    enabled: looking,
  });
  const book = useMutation({
    mutationFn: () => send<DueView>('POST', path),
    onSuccess: () => queries.invalidateQueries({ queryKey: keys.company(company.id) }),
  });
  return (
    <div className="told">
      {say('payment.theDateOfSomePaymentsHasCome')}
      <Button size="sm" variant="outline-secondary" onClick={() => setLooking(!looking)}>
        {looking ? say('payment.hide') : say('payment.showWhatTheyBook')}
      </Button>{' '}
      <Button size="sm" disabled={book.isPending} onClick={() => book.mutate()}>
        {say('payment.bookThosePayments')}
      </Button>
      {looking && (
        <div className="mt-2" style={{ maxWidth: '46rem' }}>
          <BookedPreview booked={preview.data?.booked} error={preview.error} />
        </div>
      )}
      {(book.data ?? preview.data)?.left.map((l) => (
        <p key={l.paymentId} className="attention mb-1">
          {say('payment.waitsOn', { title: l.title, reason: l.reason })}
        </p>
      ))}
      <Problems error={book.error} title={say('payment.noneWasBooked')} />
    </div>
  );
}
