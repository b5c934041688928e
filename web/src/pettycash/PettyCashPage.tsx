import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { Link, useParams, useSearchParams } from 'react-router';
import { ExportLinks } from '../ledger/ExportLinks';
import { useCurrentCompany } from '../session/session';
import { send } from '../shared/api';
import { addDays, fullDate, shortDate } from '../shared/dates';
import { DaySpan } from '../shared/DaySpan';
import { grouped, report } from '../shared/money';
import { keys } from '../shared/keys';
import { Problems } from '../shared/Problems';
import { useDebounced } from '../shared/useDebounced';
import { useKey } from '../shared/useKey';
import { say } from '../words';
import type { DrawerCount, Fund, OpenMove } from './api';
import { CountPanel } from './CountPanel';
import { DrawerBookTable } from './DrawerBookTable';
import { DrawerIdentity } from './DrawerIdentity';
import { CashCheckPanel, ToBankPanel } from './MoneyPanels';
import { TopUpPanel } from './TopUpPanel';
import { useBook, useFunds, type Span } from './useDrawers';

/** A drawer: where its float is, its book with the next voucher, its count and its top-up. */
export default function PettyCashPage() {
  const { id } = useParams();
  const { canAdminister } = useCurrentCompany();
  const funds = useFunds();
  const all = funds.data ?? [];
  const fund =
    all.find((f) => String(f.id) === id) ??
    (id === undefined ? (all.find((f) => f.active) ?? all[0]) : undefined);
  return (
    <>
      {all.length > 0 && (
        <nav className="drawer-tabs" aria-label={say('pettycash.drawers')}>
          {all
            .filter((f) => f.active || f.id === fund?.id)
            .map((f) => (
              <Link
                key={f.id}
                to={`/petty-cash/${f.id}`}
                {...(f.id === fund?.id && { 'aria-current': 'page' as const })}
              >
                {f.name}{' '}
                <small>{say('pettycash.floatOf', { amount: grouped(f.identity.floatAmount) })}</small>
              </Link>
            ))}
          {canAdminister && (
            <Link className="ms-auto" to="/petty-cash/new">
              {say('pettycash.setUpADrawer')}
            </Link>
          )}
        </nav>
      )}
      {!fund && (
        <div className="page">
          <h1>{say('pettycash.pettyCash')}</h1>
          <Problems error={funds.error} />
          {funds.isSuccess && (
            <div className="sheet empty">
              <p>{id === undefined ? say('pettycash.noDrawerYet') : say('pettycash.noSuchDrawer')}</p>
              {canAdminister && <Link to="/petty-cash/new">{say('pettycash.setUpADrawer')}</Link>}
            </div>
          )}
        </div>
      )}
      {fund && <Drawer key={fund.id} fund={fund} />}
    </>
  );
}

const SPANS: [Span, string][] = [
  ['DAY', say('pettycash.dayOne')],
  ['WEEK', say('pettycash.week')],
  ['MONTH', say('pettycash.month')],
];

function Drawer({ fund }: { fund: Fund }) {
  const { company, canPrepare, canAdminister } = useCurrentCompany();
  const queries = useQueryClient();
  const [search, setSearch] = useSearchParams();
  const [text, setText] = useState('');
  const [settles, setSettles] = useState<OpenMove>();
  const [side, setSide] = useState<'count' | 'top-up' | 'check' | 'to-bank'>();
  const [counting, setCounting] = useState<number>();
  const day = search.get('day') ?? fund.today;
  const to = search.get('to') ?? undefined;
  const span = (search.get('span') ?? 'WEEK') as Span;
  const wanted = useDebounced(text.trim());
  const book = useBook(fund.id, { day, span, ...(to && { to }), ...(wanted && { text: wanted }) });
  const look = (part: Record<string, string>) => setSearch({ day, span, ...part }, { replace: true });
  const move = (by: -1 | 1) => {
    if (book.data) {
      look({ day: by < 0 ? addDays(book.data.from, -1) : addDays(book.data.to, 1) });
    }
  };
  const begin = useMutation({
    mutationFn: (surprise: boolean) =>
      send<DrawerCount>('POST', `/api/v1/companies/${company.id}/petty-cash/funds/${fund.id}/counts`, {
        surprise,
      }),
    onSuccess: async (count) => {
      // what should be there goes first, then the count begins
      await queries.invalidateQueries({ queryKey: keys.company(company.id) });
      setCounting(count.id);
      setSide('count');
    },
  });
  const count = () => {
    if (fund.openCountId !== undefined) {
      setCounting(fund.openCountId);
      setSide('count');
    } else if (!begin.isPending) {
      begin.mutate(false);
    }
  };
  const mayPost = canPrepare && fund.active && fund.mayPost;
  const mayCount = canPrepare && fund.active && fund.mayCount;
  const mayTopUp = canPrepare && fund.active;
  useKey('c', () => mayCount && count());
  useKey('t', () => mayTopUp && fund.identity.worthTopUp && setSide('top-up'));
  useKey('[', () => move(-1));
  useKey(']', () => move(1));
  // what a surprise count must not tell beforehand is on nobody's screen while it goes on
  const hidden = fund.surprise;
  return (
    <div className={`drawer-page${side ? ' with-side' : ''}`}>
      <div className="page">
        <div className="slip-head">
          <h1>{say('pettycash.pettyCashOf', { name: fund.name })}</h1>
          <span className="quiet">
            {say('pettycash.keptBy', { keeper: fund.keeper })}
            {fund.lastCounted
              ? say('pettycash.lastCounted', { day: fullDate(fund.lastCounted) })
              : say('pettycash.neverCounted')}
          </span>
        </div>
        {hidden ? (
          <p className="told">{say('pettycash.hiddenWhileItIsCounted')}</p>
        ) : (
          <DrawerIdentity of={fund.identity} />
        )}
        {!fund.identity.holds && (
          <p className="attention">
            {say('pettycash.ledgerSaysAnother', { amount: report(fund.identity.ledger) })}
          </p>
        )}
        <Waiting fund={fund} onSettle={setSettles} mayPost={mayPost} />
        <div className="drawer-tools">
          {SPANS.map(([value, words]) => (
            <Button
              key={value}
              variant="outline-secondary"
              active={!to && span === value}
              aria-pressed={!to && span === value}
              onClick={() => look({ span: value })}
            >
              {words}
            </Button>
          ))}
          {book.data && (
            <strong className="text-nowrap">
              {book.data.from === book.data.to
                ? fullDate(book.data.from)
                : say('pettycash.fromTo', { from: shortDate(book.data.from), to: fullDate(book.data.to) })}
            </strong>
          )}
          <button
            type="button"
            className="btn btn-outline-secondary"
            aria-label={say('pettycash.before')}
            onClick={() => move(-1)}
          >
            ‹
          </button>
          <button
            type="button"
            className="btn btn-outline-secondary"
            aria-label={say('pettycash.after')}
            onClick={() => move(1)}
          >
            ›
          </button>
          <Form.Control
            className="find"
            aria-label={say('pettycash.find')}
            placeholder={say('pettycash.wordsOrAmount')}
            value={text}
            maxLength={100}
            onChange={(e) => setText(e.target.value)}
          />
          {(mayCount || mayTopUp) && (
            <span className="ms-auto d-flex gap-2">
              {mayCount && (
                <Button variant="outline-secondary" onClick={count}>
                  {say('pettycash.countTheDrawer')} <kbd>c</kbd>
                </Button>
              )}
              {mayTopUp && !hidden && fund.identity.worthTopUp && (
                <Button onClick={() => setSide('top-up')}>
                  {say('pettycash.topUpBy', { amount: report(fund.identity.toTopUp) })} <kbd>t</kbd>
                </Button>
              )}
            </span>
          )}
        </div>
        {mayPost && !hidden && (
          <p className="drawer-other">
            <span className="quiet">{say('pettycash.besidesVouchers')}</span>
            <Link
              to={`/receipts/new?drawer=${fund.id}&account=${encodeURIComponent(fund.account.split(' ')[0] ?? '')}${
                fund.siteId === undefined ? '' : `&site=${fund.siteId}`
              }`}
            >
              {say('pettycash.aCustomerPaysHere')}
            </Link>
            <button type="button" className="as-link" onClick={() => setSide('check')}>
              {say('pettycash.cashACheck')}
            </button>
            <button type="button" className="as-link" onClick={() => setSide('to-bank')}>
              {say('pettycash.toTheBank')}
            </button>
            <Link to={`/petty-cash/${fund.id}/file`}>{say('pettycash.vouchersFromAFile')}</Link>
          </p>
        )}
        {canPrepare && fund.active && !fund.mayPost && (
          <p className="quiet">{say('pettycash.inTheHandsOfItsKeepers', { keeper: fund.keeper })}</p>
        )}
        <Problems error={book.error ?? begin.error} />
        {!hidden && (
          <DrawerBookTable
            fund={fund}
            book={book.data}
            day={day > fund.today || day < addDays(fund.today, -6) ? fund.today : day}
            {...(settles && { settles })}
            onSettle={setSettles}
            mayPost={mayPost}
          />
        )}
        <details className="mt-3">
          <summary>{say('pettycash.anySpanAndMore')}</summary>
          <DaySpan
            labels={[say('pettycash.from'), say('pettycash.to')]}
            from={to ? day : ''}
            to={to ?? ''}
            onChange={(part) =>
              look({
                ...('from' in part && part.from ? { day: part.from } : {}),
                to: ('to' in part && part.to) || to || day,
              })
            }
          />
          {book.data && (
            <ExportLinks
              path={`/petty-cash/funds/${fund.id}/book/file?from=${book.data.from}&to=${book.data.to}`}
              pdf={`/petty-cash/funds/${fund.id}/book/paper?from=${book.data.from}&to=${book.data.to}`}
            />
          )}
          <p>
            <Link to={`/petty-cash/${fund.id}/counts`}>{say('pettycash.countsSoFar')}</Link>
            {' · '}
            <Link to={`/petty-cash/${fund.id}/months`}>{say('pettycash.closedMonths')}</Link>
            {mayCount && (
              <>
                {' · '}
                <button type="button" className="as-link" onClick={() => begin.mutate(true)}>
                  {say('pettycash.surpriseCount')}
                </button>
              </>
            )}
            {canAdminister && (
              <>
                {' · '}
                <Link to={`/petty-cash/${fund.id}/settings`}>{say('pettycash.settings')}</Link>
              </>
            )}
            {' · '}
            <Link to={`/ledger/accounts/${fund.accountId}`}>{fund.account}</Link>
          </p>
        </details>
      </div>
      {side === 'count' && counting !== undefined && (
        <CountPanel key={counting} countId={counting} onDone={() => setSide(undefined)} />
      )}
      {side === 'top-up' && <TopUpPanel fund={fund} onDone={() => setSide(undefined)} />}
      {side === 'check' && <CashCheckPanel fund={fund} onDone={() => setSide(undefined)} />}
      {side === 'to-bank' && <ToBankPanel fund={fund} onDone={() => setSide(undefined)} />}
    </div>
  );
}

/** What waits at a drawer: advances that nobody has settled, cash of top-ups on the way. */
function Waiting({
  fund,
  onSettle,
  mayPost,
}: {
  fund: Fund;
  onSettle: (advance: OpenMove) => void;
  mayPost: boolean;
}) {
  const { company } = useCurrentCompany();
  const queries = useQueryClient();
  const arrived = useMutation({
    mutationFn: (moveId: number) =>
      send('POST', `/api/v1/companies/${company.id}/petty-cash/moves/${moveId}/arrived`, {
        date: fund.today,
      }),
    onSuccess: () => queries.invalidateQueries({ queryKey: keys.company(company.id) }),
  });
  const back = useMutation({
    mutationFn: (moveId: number) =>
      send('POST', `/api/v1/companies/${company.id}/petty-cash/moves/${moveId}/check-back`, {
        date: fund.today,
      }),
    onSuccess: () => queries.invalidateQueries({ queryKey: keys.company(company.id) }),
  });
  if (fund.advances.length + fund.onTheWay.length + fund.checks.length === 0) {
    return null;
  }
  return (
    <ul className="drawer-waiting">
      {fund.advances.map((a) => (
        <li key={a.id} className={a.late ? 'attention' : ''}>
          {say('pettycash.advancedTo', { amount: report(a.amount), who: a.who, text: a.text, days: a.days })}
          {mayPost && (
            <button type="button" className="as-link ms-2" onClick={() => onSettle(a)}>
              {say('pettycash.settle')}
            </button>
          )}
        </li>
      ))}
      {fund.onTheWay.map((t) => (
        <li key={t.id}>
          {say('pettycash.isOnTheWay', { amount: report(t.amount), number: t.number, day: fullDate(t.day) })}
          {mayPost && (
            <button
              type="button"
              className="as-link ms-2"
              disabled={arrived.isPending}
              onClick={() => arrived.mutate(t.id)}
            >
              {say('pettycash.itIsInTheDrawer')}
            </button>
          )}
        </li>
      ))}
      {fund.checks.map((c) => (
        <li key={c.id}>
          {say('pettycash.checkLiesHere', {
            amount: report(c.amount),
            who: c.who,
            text: c.text,
            day: fullDate(c.day),
          })}
          {mayPost && (
            <button
              type="button"
              className="as-link ms-2"
              disabled={back.isPending}
              onClick={() => back.mutate(c.id)}
            >
              {say('pettycash.giveItBack')}
            </button>
          )}
        </li>
      ))}
      <Problems error={arrived.error ?? back.error} />
    </ul>
  );
}
