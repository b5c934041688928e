import { useEffect, useRef, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { Link, useParams } from 'react-router';
import { useCurrentCompany } from '../session/session';
import { dateTime, fullDate, shortDate } from '../shared/dates';
import { CellChoice } from '../shared/fields';
import { report } from '../shared/money';
import { Problems } from '../shared/Problems';
import { useDebounced } from '../shared/useDebounced';
import { useKey } from '../shared/useKey';
import { useSetUp } from '../shared/useBooks';
import { say } from '../words';
import type { HandReceipt, SlipView, Tender } from './api';
import { BankedSlip } from './BankedSlip';
import { NewOnSlip } from './NewOnSlip';
import { SlipBanking } from './SlipBanking';
import { useHand, useSiteNames } from './useHand';
import { useSlip, type SlipWork } from './useSlip';
import { WhatYouHold } from './WhatYouHold';
import { SLIP_STATES, TENDERS } from './words';

/** A deposit slip: what is put on it, what is held, and whether both agree. */
export default function SlipPage() {
  const id = Number(useParams().id);
  const work = useSlip(id);
  const view = work.slip.data;
  if (!view) {
    return <Problems error={work.slip.error} />;
  }
  return view.slip.state === 'OPEN' ? (
    <OpenSlip key={id} view={view} work={work} />
  ) : (
    <div className="page">
      <Head view={view} />
      <BankedSlip view={view} />
    </div>
  );
}

function Head({ view, work }: { view: SlipView; work?: SlipWork }) {
  const site = useSiteNames();
  const s = view.slip;
  return (
    <>
      <p className="mb-1">
        <Link to="/slips">{say('deposit.depositSlips')}</Link>
      </p>
      <div className="slip-head">
        <h1>{say('deposit.slipTo', { number: s.number, account: s.account })}</h1>
        <span className="quiet">
          {[site(s.siteId), say('deposit.begunByAt', { name: s.madeBy, at: dateTime(s.madeAt) })]
            .filter(Boolean)
            .join(', ')}
          {', '}
          {s.state !== 'OPEN'
            ? SLIP_STATES[s.state]
            : work && work.waiting > 0
              ? say('deposit.beingKept')
              : say('deposit.keptAsYouGo')}
        </span>
      </div>
    </>
  );
}

type Kinds = '' | 'COUNTED' | Tender;

const fits = (kinds: Kinds, tender: Tender) =>
  kinds === '' || kinds === tender || (kinds === 'COUNTED' && tender !== 'CARD');

function OpenSlip({ view, work }: { view: SlipView; work: SlipWork }) {
  const { company, canBank, canReceive } = useCurrentCompany();
  const setUp = useSetUp();
  const [text, setText] = useState('');
  const [site, setSite] = useState(view.slip.siteId ? String(view.slip.siteId) : '');
  const [kinds, setKinds] = useState<Kinds>(view.receipts[0]?.tender === 'CARD' ? 'CARD' : 'COUNTED');
  const [adding, setAdding] = useState<string>();
  const [cursor, setCursor] = useState<number>();
  const find = useRef<HTMLInputElement>(null);
  const looked = useDebounced(text.trim(), 120);
  const hand = useHand(
    {
      state: ['IN_HAND', 'PROMISED'],
      ...(site && { site: Number(site) }),
      ...(looked && { text: looked }),
    },
    4_000,
  );
  const matches = (r: HandReceipt) =>
    looked === '' ||
    [r.payer, r.number, r.whatFor, r.amount].some((t) => t.toLowerCase().includes(looked.toLowerCase()));
  const on = view.receipts.filter(matches);
  const rows = [
    ...on,
    ...(hand.data?.receipts ?? []).filter((r) => !view.receipts.some((o) => o.id === r.id)),
  ]
    .filter((r) => fits(kinds, r.tender))
    .sort(
      (a, b) =>
        ORDER.indexOf(a.tender) - ORDER.indexOf(b.tender) ||
        a.receivedOn.localeCompare(b.receivedOn) ||
        a.id - b.id,
    );
  const here = Math.max(
    rows.findIndex((r) => r.id === cursor),
    0,
  );
  const at = rows[here];
  useEffect(() => {
    if (cursor !== undefined) {
      document.getElementById(`receipt-${cursor}`)?.scrollIntoView({ block: 'nearest' });
    }
  }, [cursor]);
  const go = (to: number) => setCursor(rows[Math.min(Math.max(to, 0), rows.length - 1)]?.id);
  const toggle = (r: HandReceipt | undefined) => {
    if (!r || !canBank || r.state === 'PROMISED') return;
    setCursor(r.id);
    void (view.receipts.some((o) => o.id === r.id) ? work.change([], [r.id]) : work.change([r.id], []));
  };
  useKey('j', () => go(here + 1));
  useKey('k', () => go(here - 1));
  useKey('ArrowDown', () => go(here + 1));
  useKey('ArrowUp', () => go(here - 1));
  useKey('x', () => toggle(at));
  useKey('n', () => canBank && canReceive && setAdding(''));
  useKey('f', () => find.current?.focus());
  const sites = (setUp.data?.sites ?? []).filter((s) => s.active);
  return (
    <div className="slip-page">
      <div className="page">
        <Head view={view} work={work} />
        <div className="slip-tools">
          <Form.Control
            ref={find}
            aria-label={say('deposit.payerNumberOrAmount')}
            placeholder={say('deposit.payerNumberOrAmount')}
            value={text}
            maxLength={100}
            autoComplete="off"
            onChange={(e) => setText(e.target.value)}
            onKeyDown={(e) => {
              if (e.key === 'Enter' && at) {
                toggle(at);
                e.currentTarget.select();
              } else if (e.key === 'ArrowDown' || e.key === 'ArrowUp') {
                e.preventDefault();
                go(here + (e.key === 'ArrowDown' ? 1 : -1));
              } else if (e.key === 'Escape') {
                setText('');
                e.currentTarget.blur();
              }
            }}
          />
          {sites.length > 0 && (
            <CellChoice
              label={say('deposit.site')}
              empty={say('deposit.allSites')}
              value={site}
              choices={sites.map((s) => [String(s.id), s.name])}
              onChange={setSite}
            />
          )}
          <CellChoice
            label={say('deposit.tender')}
            empty={say('deposit.allTenders')}
            value={kinds}
            choices={[
              ['COUNTED', say('deposit.checkAndCash')],
              ...ORDER.map((t): [string, string] => [t, TENDERS[t][1]]),
            ]}
            onChange={(k) => setKinds(k as Kinds)}
          />
          {canBank && canReceive && (
            <Button variant="outline-secondary" onClick={() => setAdding('')}>
              {say('deposit.addWhatIsNotAReceiptYet')} <kbd>n</kbd>
            </Button>
          )}
        </div>
        <Problems error={work.error} title={say('deposit.thatWasNotDone')} />
        <Problems error={hand.error} />
        <table className="plain slip-rows">
          <caption className="visually-hidden">
            {say('deposit.whatIsInHandAndOnTheSlip', { number: view.slip.number })}
          </caption>
          <thead>
            <tr>
              <th scope="col" aria-label={say('deposit.onThisSlip')} />
              <th scope="col">{say('deposit.number')}</th>
              <th scope="col">{say('deposit.fromFor')}</th>
              <th scope="col">{say('deposit.received')}</th>
              <th scope="col" className="num">
                {say('deposit.daysInHand')}
              </th>
              <th scope="col" className="num">
                {say('deposit.amountIn', { currency: company.currency })}
              </th>
            </tr>
          </thead>
          {ORDER.filter((t) => rows.some((r) => r.tender === t)).map((tender) => {
            const own = rows.filter((r) => r.tender === tender);
            const taken = own.filter((r) => r.slipId === view.slip.id).length;
            const ahead = own.filter((r) => r.state === 'PROMISED').length;
            return (
              <tbody key={tender}>
                <tr className="slip-group">
                  <th scope="rowgroup" colSpan={6}>
                    {TENDERS[tender][1]}{' '}
                    <span className="quiet">
                      {say('deposit.onThisSlipOf', { taken, all: own.length })}
                      {ahead > 0 && say('deposit.datedAhead', { count: ahead })}
                    </span>
                  </th>
                </tr>
                {own.map((r) => (
                  <Row
                    key={r.id}
                    receipt={r}
                    on={r.slipId === view.slip.id}
                    here={r.id === at?.id}
                    can={canBank}
                    onToggle={() => toggle(r)}
                    onLook={() => setCursor(r.id)}
                  />
                ))}
              </tbody>
            );
          })}
        </table>
        {rows.length === 0 && hand.isSuccess && (
          <p className="quiet mt-2">
            {looked || site || kinds ? say('deposit.nothingInHandFits') : say('deposit.nothingIsInHand')}
          </p>
        )}
        {hand.data?.more && <p className="quiet mt-2">{say('deposit.thereAreMoreTypePartOfIt')}</p>}
      </div>
      <aside className="beside slip-beside" aria-label={say('deposit.whatYouHold')}>
        <WhatYouHold
          view={view}
          work={work}
          onNew={(amount) => setAdding(amount)}
          onCursor={(r) => {
            setText('');
            setCursor(r);
          }}
        />
        <SlipBanking view={view} work={work} />
      </aside>
      {adding !== undefined && (
        <NewOnSlip view={view} work={work} amount={adding} onClose={() => setAdding(undefined)} />
      )}
    </div>
  );
}

const ORDER: Tender[] = ['CHECK', 'CASH', 'CARD'];

function Row({
  receipt: r,
  on,
  here,
  can,
  onToggle,
  onLook,
}: {
  receipt: HandReceipt;
  on: boolean;
  here: boolean;
  can: boolean;
  onToggle: () => void;
  onLook: () => void;
}) {
  const promised = r.state === 'PROMISED';
  return (
    <tr
      className={[on && 'on', here && 'here', promised && 'quiet'].filter(Boolean).join(' ')}
      aria-current={here ? 'true' : undefined}
      id={`receipt-${r.id}`}
      onClick={onLook}
    >
      <td>
        <button
          type="button"
          className="slip-mark"
          disabled={!can || promised}
          aria-pressed={on}
          aria-label={say(on ? 'deposit.takeOff' : 'deposit.putOn', { number: r.number, payer: r.payer })}
          onClick={onToggle}
        >
          <svg viewBox="0 0 14 16" width="14" height="16" aria-hidden="true">
            <path
              d="M1 1h12v13l-2-1.6-2 1.6-2-1.6-2 1.6-2-1.6-2 1.6z"
              fill={on ? 'currentColor' : 'none'}
              stroke="currentColor"
              strokeDasharray={on ? undefined : '2 2'}
            />
            {on && <path d="M3.5 5h7M3.5 8h5" stroke="#FFFDF8" strokeWidth="1.3" />}
          </svg>
        </button>
      </td>
      <th scope="row">{r.number}</th>
      <td className="cut" title={`${r.payer} ${r.whatFor}`}>
        {r.payer}{' '}
        <span className="quiet">
          {r.tenderName && `${r.tenderName}, `}
          {promised ? say('deposit.datedPromised', { date: shortDate(r.paperDate) }) : r.whatFor}
        </span>
      </td>
      <td className="text-nowrap" title={fullDate(r.receivedOn)}>
        {shortDate(r.receivedOn)}
      </td>
      <td className="num">{r.days}</td>
      <td className="num">{report(r.amount)}</td>
    </tr>
  );
}
