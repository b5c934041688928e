import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { useCurrentCompany } from '../session/session';
import { api, data } from '../shared/api';
import { fullDate } from '../shared/dates';
import { keys } from '../shared/keys';
import { report, typed as asTyped } from '../shared/money';
import { Problems } from '../shared/Problems';
import { say } from '../words';
import type { Counting, SlipView } from './api';
import { isPieces, PieceRow } from './PieceRow';

/** All that somebody sees who only counts: the open slips, and the count of one of them. */
export function CountingDesk() {
  const { session, company, choose } = useCurrentCompany();
  const queries = useQueryClient();
  const [slip, setSlip] = useState<number>();
  const path = { companyId: company.id };
  const open = useQuery({
    queryKey: [...keys.company(company.id), 'counting'],
    queryFn: () => data(api.GET('/api/v1/companies/{companyId}/counting', { params: { path } })),
  });
  const signOut = useMutation({
    mutationFn: () => data(api.DELETE('/api/v1/session')),
    onSettled: () => queries.resetQueries(),
  });
  return (
    <>
      <header className="top">
        <span className="brand">
          <span className="brand-words">{say('shared.tideMark')}</span>
        </span>
        <span className="flex-grow-1" />
        {session.companies.length > 1 && (
          <select
            className="inside-company"
            aria-label={say('shared.company')}
            value={company.id}
            onChange={(e) => choose(Number(e.target.value))}
          >
            {session.companies.map((c) => (
              <option key={c.id} value={c.id}>
                {c.name}
              </option>
            ))}
          </select>
        )}
        <span>{session.name}</span>
        <button type="button" className="top-button" onClick={() => signOut.mutate()}>
          {say('shared.signOut')}
        </button>
      </header>
      <main id="main" className="page">
        {slip === undefined ? (
          <>
            <h1>{say('deposit.slipsToCount')}</h1>
            <Problems error={open.error} />
            {open.data?.length === 0 && <p>{say('deposit.noSlipIsOpen')}</p>}
            {open.data && open.data.length > 0 && (
              <table className="plain">
                <caption className="visually-hidden">{say('deposit.slipsToCount')}</caption>
                <thead>
                  <tr>
                    <th scope="col">{say('deposit.number')}</th>
                    <th scope="col">{say('deposit.bankAccount')}</th>
                    <th scope="col">{say('deposit.site')}</th>
                    <th scope="col">{say('deposit.dateOnThePaper')}</th>
                  </tr>
                </thead>
                <tbody>
                  {open.data.map((s) => (
                    <tr key={s.id}>
                      <th scope="row">
                        <button type="button" className="as-link" onClick={() => setSlip(s.id)}>
                          {s.number}
                        </button>
                      </th>
                      <td>{s.account}</td>
                      <td>{s.site}</td>
                      <td>{fullDate(s.paperDate)}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
            )}
          </>
        ) : (
          <Count key={slip} id={slip} onBack={() => setSlip(undefined)} />
        )}
      </main>
    </>
  );
}

function Count({ id, onBack }: { id: number; onBack: () => void }) {
  const { company } = useCurrentCompany();
  const path = { companyId: company.id, slipId: id };
  const counting = useQuery({
    queryKey: [...keys.company(company.id), 'counting', id],
    queryFn: () => data(api.GET('/api/v1/companies/{companyId}/counting/{slipId}', { params: { path } })),
  });
  return counting.data ? (
    <CountForm counting={counting.data} onBack={onBack} />
  ) : (
    <Problems error={counting.error} />
  );
}

/** What is in the hand, kept here until the count is in: it is sent whole, once. */
function CountForm({ counting, onBack }: { counting: Counting; onBack: () => void }) {
  const { company } = useCurrentCompany();
  const queries = useQueryClient();
  const [checks, setChecks] = useState(counting.checks.map(asTyped));
  const [pieces, setPieces] = useState<Record<string, string>>(
    Object.fromEntries(Object.entries(counting.counted).map(([v, n]) => [v, String(n)])),
  );
  const [next, setNext] = useState('');
  const [cash, setCash] = useState(asTyped(counting.cash ?? ''));
  const key = [...keys.company(company.id), 'counting', counting.of.id];
  const enter = useMutation({
    mutationFn: () =>
      data(
        api.POST('/api/v1/companies/{companyId}/counting/{slipId}', {
          params: { path: { companyId: company.id, slipId: counting.of.id } },
          body: {
            version: counting.version,
            checks: next.trim() === '' ? checks : [...checks, next.trim()],
            ...(counting.oneTotal && cash.trim() !== '' && { cash: cash.trim() }),
            pieces: Object.fromEntries(
              Object.entries(pieces)
                .filter(([, n]) => n.trim() !== '')
                .map(([v, n]) => [v, Number(n)]),
            ),
          },
        }),
      ),
    onSuccess: (now) => {
      setChecks(now.checks.map(asTyped));
      setNext('');
      queries.setQueryData(key, now);
    },
    // somebody else was at the slip: what was counted stays, and goes on the slip as it is now
    onError: () => queries.invalidateQueries({ queryKey: key }),
  });
  const bad = !Object.values(pieces).every(isPieces);
  const add = () => {
    if (next.trim() !== '') {
      setChecks([...checks, next.trim()]);
      setNext('');
    }
  };
  return (
    <>
      <h1>
        {say('deposit.countSlip', { number: counting.of.number })}
        <small>{[counting.of.account, counting.of.site].filter(Boolean).join(', ')}</small>
      </h1>
      <p className="quiet">
        {counting.slip
          ? say('deposit.theCountIsInAndCompared')
          : say('deposit.amountsAreShownOnceTheCountIsIn')}
      </p>
      <Form
        onSubmit={(e) => {
          e.preventDefault();
          if (!bad && !enter.isPending) enter.mutate();
        }}
      >
        <div className="hold">
          <div>
            <h2>{say('deposit.checksKeyedOneByOne')}</h2>
            <ol className="keyed" aria-label={say('deposit.checksKeyedOneByOne')}>
              {checks.map((amount, i) => (
                <li key={i}>
                  <span className="num">{amount}</span>
                  <button
                    type="button"
                    className="as-link"
                    aria-label={say('deposit.strikeOut', { amount })}
                    onClick={() => setChecks(checks.filter((_, n) => n !== i))}
                  >
                    ×
                  </button>
                </li>
              ))}
            </ol>
            <Form.Control
              className="num"
              inputMode="decimal"
              aria-label={say('deposit.amountOfTheNextCheck')}
              value={next}
              maxLength={40}
              autoComplete="off"
              onChange={(e) => setNext(e.target.value)}
              onKeyDown={(e) => {
                if (e.key === 'Enter') {
                  e.preventDefault();
                  add();
                }
              }}
            />
          </div>
          <div>
            {counting.oneTotal ? (
              <>
                <h2>{say('deposit.cashCountedByHand')}</h2>
                <Form.Control
                  className="num"
                  inputMode="decimal"
                  aria-label={say('deposit.cashCountedByHand')}
                  value={cash}
                  maxLength={40}
                  autoComplete="off"
                  onChange={(e) => setCash(e.target.value)}
                />
              </>
            ) : (
              <>
                <h2>{say('deposit.cashByPiece')}</h2>
                <table className="pieces">
                  <caption className="visually-hidden">{say('deposit.cashByPiece')}</caption>
                  <tbody>
                    {counting.pieces.map((value) => (
                      <PieceRow
                        key={value}
                        value={value}
                        typed={pieces[value] ?? ''}
                        onType={(n) => setPieces({ ...pieces, [value]: n })}
                      />
                    ))}
                  </tbody>
                </table>
              </>
            )}
          </div>
        </div>
        <Problems error={enter.error} title={say('deposit.theCountWasNotTaken')} />
        <div className="actions mt-3">
          <Button type="submit" disabled={bad || enter.isPending}>
            {counting.slip ? say('deposit.countAgain') : say('deposit.theCountIsIn')}
          </Button>
          <Button variant="outline-secondary" onClick={onBack}>
            {say('deposit.backToTheSlips')}
          </Button>
        </div>
      </Form>
      {counting.slip?.count && <Outcome slip={counting.slip} />}
    </>
  );
}

function Outcome({ slip }: { slip: SlipView }) {
  const count = slip.count;
  if (!count) {
    return null;
  }
  if (count.agrees) {
    return (
      <p className="told" role="status">
        {say('deposit.theCountAgrees')}
      </p>
    );
  }
  return (
    <div className="apart mt-3" role="status">
      <h2>
        {say('deposit.countedAndOnTheSlipAre', { counted: report(count.total), slip: report(slip.total) })}
      </h2>
      <ul>
        {count.leftovers
          .flatMap((l) => l.explanations)
          .map((e, i) => (
            <li key={i}>{e.words}</li>
          ))}
      </ul>
    </div>
  );
}
