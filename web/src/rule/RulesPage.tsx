import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { Link, useLocation, useNavigate } from 'react-router';
import { useCurrentCompany } from '../session/session';
import { send } from '../shared/api';
import type { RuleView } from './api';
import { fullDate } from '../shared/dates';
import { keys } from '../shared/keys';
import { Problems } from '../shared/Problems';
import { useBankAccounts } from '../shared/useBooks';
import { RuleForm } from './RuleForm';
import { useRules } from './useRules';
import { EMPTY, EXAMPLE, sentence, type Draft } from './words';
import { say } from '../words';

/** Rules in their order: the first that fits a line is the one that acts. */
export default function RulesPage() {
  const { company, canPrepare } = useCurrentCompany();
  const rules = useRules();
  const accounts = useBankAccounts();
  const queries = useQueryClient();
  const go = useNavigate();
  const from = useLocation().state as { draft?: Draft; back?: string } | null;
  const drafted = from?.draft;
  const [editing, setEditing] = useState<{ start: Draft; ruleId?: number } | null>(
    drafted && canPrepare ? { start: drafted } : null,
  );
  const base = `/api/v1/companies/${company.id}/rules`;
  const refresh = () => queries.invalidateQueries({ queryKey: keys.company(company.id) });
  const turn = useMutation({
    mutationFn: (r: RuleView) => send('POST', `${base}/${r.id}/switch`, { on: !r.on }),
    onSettled: refresh,
  });
  const order = useMutation({
    mutationFn: (ids: number[]) => send('PUT', `${base}/order`, { ids }),
    onSettled: refresh,
  });
  const remove = useMutation({
    mutationFn: (id: number) => send('DELETE', `${base}/${id}`),
    onSettled: refresh,
  });
  const list = rules.data ?? [];
  function earlier(index: number) {
    const ids = list.map((r) => r.id);
    const [moved] = ids.splice(index, 1);
    ids.splice(index - 1, 0, moved as number);
    order.mutate(ids);
  }
  function leave() {
    setEditing(null);
    if (drafted) {
      void go(from?.back ?? '/rules', { replace: true, state: null });
    }
  }
  return (
    <div className="page">
      <h1>{say('rule.rules')}</h1>
      <Problems error={rules.error ?? turn.error ?? order.error ?? remove.error} />
      {editing ? (
        <section className="sheet">
          <h2>{editing.ruleId ? say('rule.changeARule') : say('rule.aNewRule')}</h2>
          <RuleForm start={editing.start} ruleId={editing.ruleId} onDone={leave} />
        </section>
      ) : (
        <>
          {rules.data?.length === 0 && (
            <div className="sheet empty">
              <p>{say('rule.aRuleBooksLinesThatComeAgain')}</p>
              <p className="quiet">{say('rule.forExample', { content: sentence(EXAMPLE.content) })}</p>
              {canPrepare && (
                <Button variant="outline-secondary" onClick={() => setEditing({ start: EXAMPLE })}>
                  {say('rule.beginWithThisExample')}
                </Button>
              )}
            </div>
          )}
          {list.length > 0 && (
            <table className="plain sheet">
              <caption className="visually-hidden">{say('rule.rulesTheFirstThatFitsALine')}</caption>
              <thead>
                <tr>
                  <th scope="col">{say('rule.rule')}</th>
                  <th scope="col">{say('rule.for')}</th>
                  <th scope="col" className="num">
                    {say('rule.used')}
                  </th>
                  <th scope="col">{say('rule.stands')}</th>
                  <th scope="col">
                    <span className="visually-hidden">{say('rule.whatCanBeDone')}</span>
                  </th>
                </tr>
              </thead>
              <tbody>
                {list.map((r, i) => (
                  <tr key={r.id}>
                    <th scope="row">
                      {r.name}
                      <div className="quiet fw-normal">{sentence(r.content)}</div>
                    </th>
                    <td>
                      {accounts.data?.find((a) => a.id === r.bankAccountId)?.name ?? say('rule.everyAccount')}
                      {r.validFrom && say('rule.from', { validFrom: fullDate(r.validFrom) })}
                      {r.validTo && say('rule.to', { validTo: fullDate(r.validTo) })}
                    </td>
                    <td className="num">{r.used}</td>
                    <td>{r.on ? say('rule.on') : say('rule.off')}</td>
                    <td className="ways">
                      {canPrepare && (
                        <>
                          <Button
                            size="sm"
                            variant="outline-secondary"
                            disabled={turn.isPending}
                            onClick={() =>
                              r.on ? turn.mutate(r) : setEditing({ start: draftOf(r), ruleId: r.id })
                            }
                          >
                            {r.on ? say('rule.switchOff') : say('rule.tryAndSwitchOn')}
                          </Button>
                          <Button
                            size="sm"
                            variant="outline-secondary"
                            onClick={() => setEditing({ start: draftOf(r), ruleId: r.id })}
                          >
                            {say('rule.change')}
                          </Button>
                          {i > 0 && (
                            <Button
                              size="sm"
                              variant="outline-secondary"
                              disabled={order.isPending}
                              onClick={() => earlier(i)}
                            >
                              {say('rule.earlier')}
                            </Button>
                          )}
                          <Button
                            size="sm"
                            variant="outline-secondary"
                            onClick={() => {
                              if (
                                window.confirm(say('rule.removeTheRuleWhatItBookedStays', { name: r.name }))
                              ) {
                                remove.mutate(r.id);
                              }
                            }}
                          >
                            {say('rule.remove')}
                          </Button>
                        </>
                      )}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          )}
          <div className="actions mt-3">
            {canPrepare && (
              <Button onClick={() => setEditing({ start: EMPTY })}>{say('rule.writeARule')}</Button>
            )}
            <Link className="btn btn-outline-secondary" to="/movements">
              {say('rule.seeWhatTheBankSends')}
            </Link>
          </div>
        </>
      )}
    </div>
  );
}

function draftOf(r: RuleView): Draft {
  return {
    name: r.name,
    bankAccountId: r.bankAccountId,
    validFrom: r.validFrom,
    validTo: r.validTo,
    content: r.content,
  };
}
