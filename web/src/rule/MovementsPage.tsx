import { useQuery } from '@tanstack/react-query';
import { Button } from 'react-bootstrap';
import { Link, useNavigate } from 'react-router';
import { kindOf } from '../linebooking/LineBookingFields';
import { useCurrentCompany } from '../session/session';
import { api, data } from '../shared/api';
import { fullDate, shortDate } from '../shared/dates';
import { ChoiceField } from '../shared/fields';
import { report } from '../shared/money';
import { Problems } from '../shared/Problems';
import { useBankAccounts } from '../shared/useBooks';
import { useFilters } from '../shared/useFilters';
import { say } from '../words';
import type { MovementRow } from './api';
import { ruleKeys } from './keys';
import { EMPTY, type Draft } from './words';

/** What the bank sent in the last year, by its codes: what was done with it, and what no rule provides for. */
export default function MovementsPage() {
  const { company, canPrepare } = useCurrentCompany();
  const go = useNavigate();
  const accounts = useBankAccounts();
  const [f, set] = useFilters(['account', 'all']);
  const account = Number(f.account) || accounts.data?.find((a) => a.active)?.id;
  const movements = useQuery({
    queryKey: [...ruleKeys.rules(company.id), 'movements', account],
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/bank-accounts/{accountId}/movements', {
          params: { path: { companyId: company.id, accountId: account as number } },
        }),
      ),
    enabled: account !== undefined,
  });
  const m = movements.data;
  return (
    <div className="page">
      <h1>
        {say('rule.kindsOfMovement')}{' '}
        {m && <small>{say('rule.fromTo', { from: fullDate(m.from), to: fullDate(m.to) })}</small>}
      </h1>
      <div className="d-flex gap-3 flex-wrap align-items-end mb-3">
        <ChoiceField
          label={say('rule.bankAccount')}
          value={account === undefined ? '' : String(account)}
          choices={(accounts.data ?? []).map((a) => [String(a.id), a.name])}
          onChange={(next) => set({ account: next })}
        />
        <p className="mb-2">
          <Link to="/rules">{say('rule.allRules')}</Link>
        </p>
      </div>
      <Problems error={movements.error} />
      {m?.rows.length === 0 && <p className="sheet quiet">{say('rule.theBankSentNothingInTheYear')}</p>}
      {m && m.rows.length > 0 && (
        <section className="sheet">
          <table className="plain">
            <caption className="visually-hidden">{say('rule.kindsOfMovement')}</caption>
            <thead>
              <tr>
                <th scope="col">{say('rule.whatTheBankCallsIt')}</th>
                <th scope="col" className="num">
                  {say('rule.lines')}
                </th>
                <th scope="col" className="num">
                  {say('rule.moneyIn')}
                </th>
                <th scope="col" className="num">
                  {say('rule.moneyOut')}
                </th>
                <th scope="col">{say('rule.whatWasDone')}</th>
                <th scope="col">{say('rule.notProvidedFor')}</th>
                <th scope="col">
                  <span className="visually-hidden">{say('rule.whatCanBeDone')}</span>
                </th>
              </tr>
            </thead>
            <tbody>
              {m.rows.map((r) => (
                <tr key={`${r.code} ${r.words} ${r.in}`}>
                  <th scope="row">
                    {name(r)}
                    <div className="quiet fw-normal">
                      {say('rule.latestLike', { latest: shortDate(r.latest), example: r.example })}
                    </div>
                  </th>
                  <td className="num">{r.count}</td>
                  <td className="num">{r.in && report(r.amount)}</td>
                  <td className="num">{!r.in && report(r.amount)}</td>
                  <td>{done(r)}</td>
                  <td className={r.notProvided > 0 ? 'attention' : 'quiet'}>
                    {r.notProvided > 0
                      ? say('rule.linesOver', { count: r.notProvided, amount: report(r.notProvidedAmount) })
                      : say('rule.nothing')}
                  </td>
                  <td className="ways">
                    {canPrepare && r.notProvided > 0 && (
                      <Button
                        size="sm"
                        variant="outline-secondary"
                        onClick={() =>
                          void go('/rules', {
                            state: { draft: draftOf(r, account), back: `/movements?account=${account}` },
                          })
                        }
                      >
                        {say('rule.makeARule')}
                      </Button>
                    )}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          {m.more && <p className="quiet mt-2 mb-0">{say('rule.onlyTheLatestLinesWereRead')}</p>}
        </section>
      )}
    </div>
  );
}

function name(r: MovementRow): string {
  if (r.code === '') {
    return r.words === '' ? say('rule.withoutCodeAndText') : say('rule.withoutCode', { words: r.words });
  }
  return r.meaning ? `${r.meaning}, ${r.code}` : r.code;
}

function done(r: MovementRow): string {
  const parts: string[] = [];
  if (r.matched > 0) parts.push(say('rule.explainedByTheLedger', { count: r.matched }));
  if (r.byRule > 0) parts.push(say('rule.bookedByRule', { count: r.byRule, rules: r.rules.join(', ') }));
  if (r.byHand > 0) parts.push(say('rule.bookedByHand', { count: r.byHand }));
  if (r.declared > 0) parts.push(say('rule.declaredErrors', { count: r.declared }));
  if (r.proposed > 0) parts.push(say('rule.waitToBeMatched', { count: r.proposed }));
  if (r.open > 0) parts.push(say('rule.stillOpen', { count: r.open }));
  const as = r.bookedAs.map((b) => `${kindOf(b.kind)?.words ?? b.kind} ${b.count}`);
  return parts.join('; ') + (as.length > 0 ? ` (${as.join(', ')})` : '');
}

/** A rule for lines like these, as they were booked before or as their code says. */
function draftOf(r: MovementRow, account: number | undefined): Draft {
  return {
    name: (r.meaning ?? (r.code || r.words)).slice(0, 80),
    bankAccountId: account,
    content: {
      ...EMPTY.content,
      direction: r.in ? 'IN' : 'OUT',
      code: r.code,
      text: r.code === '' ? r.words : '',
      ...(r.proposal && {
        kind: r.proposal.kind,
        details: r.proposal.details,
        party: r.proposal.party,
        entryText: r.proposal.text,
      }),
    },
  };
}
