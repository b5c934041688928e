import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useRef } from 'react';
import { Button, Form } from 'react-bootstrap';
import { Link, useParams } from 'react-router';
import { useKept } from '../draft/useKept';
import { useCurrentCompany, useMayAt } from '../session/session';
import { api, data, send } from '../shared/api';
import type { TypedView } from './api';
import { fullDate, readDate } from '../shared/dates';
import { keys } from '../shared/keys';
import { statementsKeys } from './keys';
import { report } from '../shared/money';
import { Problems } from '../shared/Problems';
import { say } from '../words';

const EMPTY = { date: '', text: '', checkNumber: '', moneyIn: '', moneyOut: '', balance: '' };

/** A statement typed from paper, line by line and by keyboard alone; each balance is checked as it is typed. */
export default function PaperPage() {
  const { accountId, statementId } = useParams();
  const { company } = useCurrentCompany();
  const account = Number(accountId);
  const { canPrepare } = useMayAt(account);
  const statement = Number(statementId);
  const queries = useQueryClient();
  const { form, set: setForm, again } = useKept(`paper.${statement}`, EMPTY);
  const firstField = useRef<HTMLInputElement>(null);
  const path = { companyId: company.id, accountId: account };
  const statements = useQuery({
    queryKey: statementsKeys.statements(company.id, account),
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/bank-accounts/{accountId}/statements', { params: { path } }),
      ),
  });
  const lines = useQuery({
    queryKey: [...statementsKeys.statements(company.id, account), statement, 'lines'],
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/bank-accounts/{accountId}/statements/{statementId}/lines', {
          params: { path: { ...path, statementId: statement } },
        }),
      ),
  });
  const own = statements.data?.find((s) => s.id === statement);
  const last = lines.data?.at(-1);
  const base = `/api/v1/companies/${company.id}/bank-accounts/${account}/paper-statements/${statement}/lines`;
  const refresh = () => queries.invalidateQueries({ queryKey: keys.account(company.id, account) });
  const today = last?.date ?? own?.from ?? '';
  const day = form.date ? readDate(form.date, today) : (last?.date ?? null);
  const add = useMutation({
    mutationFn: () =>
      send<TypedView>('POST', base, {
        date: day,
        amount: form.moneyOut ? `-${form.moneyOut}` : form.moneyIn,
        balance: form.balance,
        checkNumber: form.checkNumber,
        text: form.text,
      }),
    onSuccess: async () => {
      // the next line can be typed at once, before the list above it is read anew
      again();
      firstField.current?.focus();
      await refresh();
    },
  });
  const back = useMutation({ mutationFn: () => send('DELETE', `${base}/last`), onSuccess: refresh });
  const field = (key: keyof typeof EMPTY, label: string, num = false) => (
    <Form.Control
      ref={key === 'date' ? firstField : undefined}
      autoFocus={key === 'date'}
      aria-label={label}
      className={num ? 'num' : undefined}
      inputMode={num ? 'decimal' : undefined}
      value={form[key]}
      maxLength={key === 'text' ? 400 : 40}
      autoComplete="off"
      placeholder={key === 'date' && last ? fullDate(last.date) : undefined}
      onChange={(e) => setForm({ ...form, [key]: e.target.value })}
    />
  );
  const ready = day !== null && day !== undefined && (form.moneyIn !== '') !== (form.moneyOut !== '');
  return (
    <div className="page">
      <p className="mb-1">
        <Link to={`/statements?account=${account}`}>{say('statements.statements')}</Link>
      </p>
      <h1>
        {say('statements.typingFromPaper')}
        <small>{own && say('statements.to2', { from: fullDate(own.from), to: fullDate(own.to) })}</small>
      </h1>
      <Form
        className="sheet"
        onSubmit={(e) => {
          e.preventDefault();
          if (ready && !add.isPending) {
            add.mutate();
          }
        }}
      >
        <table className="plain typing">
          <caption>{say('statements.tabGoesOnEnterAddsTheLine')}</caption>
          <thead>
            <tr>
              <th scope="col">{say('statements.date')}</th>
              <th scope="col">{say('statements.text')}</th>
              <th scope="col">{say('statements.check')}</th>
              <th scope="col" className="num">
                {say('statements.in')}
              </th>
              <th scope="col" className="num">
                {say('statements.out')}
              </th>
              <th scope="col" className="num">
                {say('statements.balance')}
              </th>
            </tr>
          </thead>
          <tbody>
            <tr>
              <th scope="row" colSpan={5}>
                {say('statements.openingBalance')}
              </th>
              <td className="num">{own && report(own.opening)}</td>
            </tr>
            {lines.data?.map((l) => (
              <tr key={l.id}>
                <td>{fullDate(l.date)}</td>
                <th scope="row">{l.title}</th>
                <td>{l.checkNumber}</td>
                <td className="num">{l.amount.startsWith('-') ? '' : report(l.amount)}</td>
                <td className="num">{l.amount.startsWith('-') ? report(l.amount.slice(1)) : ''}</td>
                <td className="num">{report(l.balance)}</td>
              </tr>
            ))}
            {canPrepare && own && !own.certified && (
              <tr>
                <td>{field('date', say('statements.date'))}</td>
                <td>{field('text', say('statements.text'))}</td>
                <td>{field('checkNumber', say('statements.checkNumber'))}</td>
                <td>{field('moneyIn', say('statements.moneyIn'), true)}</td>
                <td>{field('moneyOut', say('statements.moneyOut'), true)}</td>
                <td>{field('balance', say('statements.balanceOnPaper'), true)}</td>
              </tr>
            )}
            <tr>
              <th scope="row" colSpan={5}>
                {say('statements.closingBalanceOnPaper')}
              </th>
              <td className="num">
                <strong>{own && report(own.closing)}</strong>
              </td>
            </tr>
          </tbody>
        </table>
        <Problems error={add.error ?? back.error} title={say('statements.notAddedWhatYouTypedIsStill')} />
        <div className="actions mt-2">
          <Button type="submit" disabled={!ready || add.isPending}>
            {say('statements.addThisLine')}
          </Button>
          {last && !last.matched && (
            <Button variant="outline-secondary" disabled={back.isPending} onClick={() => back.mutate()}>
              {say('statements.takeBack', { title: last.title })}
            </Button>
          )}
          {own && (
            <Link className="btn btn-outline-secondary" to={`/reconcile/${account}/${own.to.slice(0, 7)}`}>
              {say('statements.reconcile')}
            </Link>
          )}
        </div>
      </Form>
    </div>
  );
}
