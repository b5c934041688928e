import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { Button } from 'react-bootstrap';
import { useCurrentCompany } from '../session/session';
import { api, data, send } from '../shared/api';
import { dateTime, fullDate } from '../shared/dates';
import { isPieces, PieceRow } from '../deposit/PieceRow';
import { keys } from '../shared/keys';
import { report } from '../shared/money';
import { Problems } from '../shared/Problems';
import { say } from '../words';
import type { DrawerCount } from './api';
import { pettyCashKeys } from './keys';

/** A count by piece: each field keeps what was typed when it is left; the server adds up and compares. */
export function CountPanel({ countId, onDone }: { countId: number; onDone: () => void }) {
  const { company } = useCurrentCompany();
  const queries = useQueryClient();
  const path = `/api/v1/companies/${company.id}/petty-cash/counts/${countId}`;
  const count = useQuery({
    queryKey: pettyCashKeys.count(company.id, countId),
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/petty-cash/counts/{countId}', {
          params: { path: { companyId: company.id, countId } },
        }),
      ),
  });
  const [typed, setTyped] = useState<Record<string, string>>({});
  // what was typed last, so that steps that follow each other quickly keep all of it
  const latest = useRef<Record<string, string>>({});
  const fresh = (seen: DrawerCount) => queries.setQueryData(pettyCashKeys.count(company.id, countId), seen);
  const enter = useMutation({
    scope: { id: `count ${countId}` },
    mutationFn: (all: { pieces: Record<string, number>; done?: boolean }) =>
      send<DrawerCount>('PUT', path, all),
    onSuccess: (seen, sent) => {
      fresh(seen);
      if (sent.done) {
        void queries.invalidateQueries({ queryKey: pettyCashKeys.funds(company.id) });
      }
    },
  });
  const ended = async () => {
    await queries.invalidateQueries({ queryKey: keys.company(company.id) });
    onDone();
  };
  const close = useMutation({ mutationFn: () => send('POST', `${path}/close`, {}), onSuccess: ended });
  const leave = useMutation({ mutationFn: () => send('POST', `${path}/leave`, {}), onSuccess: ended });
  const c = count.data;
  const paper = `/api/v1/companies/${company.id}/petty-cash/funds/${c?.fundId ?? 0}`;
  if (!c) {
    return <Problems error={count.error} />;
  }
  const shown = (value: number, known: number) => typed[value] ?? (known > 0 ? String(known) : '');
  // whoever was told what should be there counts no more
  const stands = c.surprise && c.entered;
  const blind = c.surprise && !c.entered;
  const keep = (done?: boolean) => {
    const all: Record<string, number> = {};
    for (const p of c.pieces) {
      const text = latest.current[p.value] ?? (p.count > 0 ? String(p.count) : '');
      if (!isPieces(text)) {
        return;
      }
      if (text.trim() !== '' && Number(text) > 0) {
        all[p.value] = Number(text);
      }
    }
    enter.mutate({ pieces: all, ...(done && { done }) });
  };
  const type = (value: number, text: string) => {
    latest.current = { ...latest.current, [value]: text };
    setTyped(latest.current);
  };
  const one = (value: number, known: number, by: number) => {
    const now = shown(value, known);
    const next = Math.max(0, (isPieces(now) ? Number(now) : 0) + by);
    type(value, next === 0 ? '' : String(next));
    keep();
  };
  return (
    <section className="drawer-side" aria-label={say('pettycash.count')}>
      <div className="d-flex justify-content-between align-items-baseline">
        <h2>{say('pettycash.countOf', { day: fullDate(c.day) })}</h2>
        <span className="quiet">{say('pettycash.by', { who: c.countedBy })}</span>
      </div>
      <p className="quiet">{say('pettycash.asOf', { time: dateTime(c.begunAt) })}</p>
      <fieldset disabled={stands}>
        <table className="plain pieces">
          <caption className="visually-hidden">{say('pettycash.pieces')}</caption>
          <thead>
            <tr>
              <th scope="col">{say('pettycash.piece')}</th>
              <th scope="col">{say('pettycash.howMany')}</th>
              <th scope="col">
                <span className="visually-hidden">{say('pettycash.oneMoreOrLess')}</span>
              </th>
              <th scope="col" className="num">
                {say('pettycash.comesTo')}
              </th>
            </tr>
          </thead>
          <tbody>
            {c.pieces.map((p) => (
              <PieceRow
                key={p.value}
                value={p.name}
                typed={shown(p.value, p.count)}
                onType={(text) => type(p.value, text)}
                onLeave={() => keep()}
              >
                <td className="text-nowrap">
                  <button
                    type="button"
                    className="tap"
                    aria-label={say('pettycash.oneLess', { piece: p.name })}
                    onClick={() => one(p.value, p.count, -1)}
                  >
                    −
                  </button>
                  <button
                    type="button"
                    className="tap"
                    aria-label={say('pettycash.oneMore', { piece: p.name })}
                    onClick={() => one(p.value, p.count, 1)}
                  >
                    +
                  </button>
                </td>
                <td className="num">{report(p.comesTo)}</td>
              </PieceRow>
            ))}
          </tbody>
        </table>
      </fieldset>
      <table className="plain sums">
        <caption className="visually-hidden">{say('pettycash.whatWasCounted')}</caption>
        <tbody>
          <tr>
            <th scope="row">{say('pettycash.inTheDrawerCounted')}</th>
            <td className="num">
              <strong>{report(c.counted)}</strong>
            </td>
          </tr>
          {c.shouldBe !== undefined && (
            <tr>
              <th scope="row">{say('pettycash.shouldBeThere')}</th>
              <td className="num">{report(c.shouldBe)}</td>
            </tr>
          )}
          {c.accounted !== undefined && (
            <tr>
              <th scope="row">{say('pettycash.vouchersAndAdvances')}</th>
              <td className="num">{report(c.accounted)}</td>
            </tr>
          )}
          {c.floatAmount !== undefined && (
            <tr className="sum">
              <th scope="row">{say('pettycash.float')}</th>
              <td className="num">{report(c.floatAmount)}</td>
            </tr>
          )}
        </tbody>
      </table>
      {c.shouldBe === undefined && <p className="quiet">{say('pettycash.toldOnceCounted')}</p>}
      {c.postedSince > 0 && (
        <p className="attention">{say('pettycash.postedSince', { count: c.postedSince })}</p>
      )}
      {c.over !== undefined && (
        <div className={/^-?[0.]*$/.test(c.over) ? 'count-words agrees' : 'count-words apart'} role="status">
          {!/^-?[0.]*$/.test(c.over) && (
            <strong>
              {c.over.startsWith('-')
                ? say('pettycash.short', { amount: report(c.over.slice(1)) })
                : say('pettycash.over', { amount: report(c.over) })}
            </strong>
          )}
          <p>{c.told}</p>
        </div>
      )}
      <Problems error={enter.error ?? close.error ?? leave.error} />
      <div className="actions">
        {blind ? (
          <Button disabled={enter.isPending} onClick={() => keep(true)}>
            {say('pettycash.thatIsWhatICounted')}
          </Button>
        ) : (
          <Button disabled={!c.entered || close.isPending || enter.isPending} onClick={() => close.mutate()}>
            {say('pettycash.closeThisCount')}
          </Button>
        )}
        {!blind && (
          <a className="btn btn-outline-secondary" href={`${paper}/counts/${countId}/paper`}>
            {say('pettycash.print')}
          </a>
        )}
        <Button variant="outline-secondary" disabled={leave.isPending} onClick={() => leave.mutate()}>
          {say('pettycash.leaveIt')}
        </Button>
      </div>
    </section>
  );
}
