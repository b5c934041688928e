import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { Link, useNavigate } from 'react-router';
import { ExportLinks } from '../ledger/ExportLinks';
import { PartyField } from '../party/PartyChooser';
import { useCurrentCompany } from '../session/session';
import { send } from '../shared/api';
import { fullDate, shortDate } from '../shared/dates';
import { ChoiceField } from '../shared/fields';
import { keys } from '../shared/keys';
import { report } from '../shared/money';
import { Problems } from '../shared/Problems';
import { SearchForm } from '../shared/SearchForm';
import { SiteField } from '../shared/SiteField';
import { useKey } from '../shared/useKey';
import { DaySpan } from '../shared/DaySpan';
import { filled, useFilters } from '../shared/useFilters';
import { say } from '../words';
import type { HandReceipt, HandView, Tender } from './api';
import { NewSlipDialog } from './NewSlipDialog';
import { TakeOutDialog } from './TakeOutDialog';
import { keyOf, useTenders } from '../shared/useTenders';
import { useHand, useSiteNames } from './useHand';
import { RECEIPT_STATES, TENDERS } from './words';

/** What is in hand, by site and tender, how old it is, and each receipt of it. */
export default function ReceiptsInHandPage() {
  const { company, canReceive, canBank } = useCurrentCompany();
  const navigate = useNavigate();
  const [f, set] = useFilters(['state', 'site', 'tender', 'tenderName', 'party', 'from', 'to', 'text']);
  const hand = useHand({
    ...(f.state && { state: [f.state as HandReceipt['state']] }),
    ...(f.site && { site: Number(f.site) }),
    ...(f.tender && { tender: f.tender as Tender }),
    ...(f.tenderName && { tenderName: f.tenderName }),
    ...(f.party && { party: Number(f.party) }),
    ...(f.from && { from: f.from }),
    ...(f.to && { to: f.to }),
    ...(f.text && { text: f.text }),
  });
  const tenders = useTenders();
  const [ticked, setTicked] = useState<number[]>([]);
  const [dialog, setDialog] = useState<'slip' | 'out'>();
  useKey('n', () => canReceive && void navigate('/receipts-in-hand/new'));
  const rows = hand.data?.receipts ?? [];
  const free = rows.filter((r) => r.state === 'IN_HAND');
  const chosen = free.filter((r) => ticked.includes(r.id));
  const filtered = Object.values(f).some((v) => v !== '');
  return (
    <div className="page">
      <h1>{say('deposit.receiptsInHand')}</h1>
      {(canReceive || canBank) && (
        <div className="actions mb-2">
          {canReceive && (
            <Link className="btn btn-primary" to="/receipts-in-hand/new">
              {say('deposit.receive')} <kbd>n</kbd>
            </Link>
          )}
          {canBank && (
            <Button variant="outline-secondary" onClick={() => setDialog('slip')}>
              {chosen.length > 0
                ? say('deposit.beginASlipWith', { count: chosen.length })
                : say('deposit.beginASlip')}
            </Button>
          )}
          {canReceive && chosen.length > 0 && (
            <Button variant="outline-secondary" onClick={() => setDialog('out')}>
              {say('deposit.theyReachedTheBankAnotherWay')}
            </Button>
          )}
        </div>
      )}
      {hand.data?.warnings.map((w) => (
        <p key={w} className="attention" role="status">
          {w}
        </p>
      ))}
      {hand.data && <Sums hand={hand.data} />}
      <div className="d-flex gap-3 align-items-start flex-wrap">
        <ChoiceField
          label={say('deposit.state')}
          empty={say('deposit.inHandOrPromised')}
          value={f.state}
          choices={Object.entries(RECEIPT_STATES)}
          onChange={(state) => set({ state })}
        />
        <ChoiceField
          label={say('deposit.tender')}
          empty={say('deposit.any')}
          value={keyOf(f.tender, f.tenderName)}
          choices={tenders.all.map((t) => [t.key, t.several])}
          onChange={(key) => {
            const t = tenders.of(key);
            set({ tender: t?.kind ?? '', tenderName: t?.name ?? '' });
          }}
        />
        <SiteField
          value={f.site ? Number(f.site) : undefined}
          onChange={(site) => set({ site: site ? String(site) : '' })}
        />
        <div style={{ width: '15rem' }}>
          <PartyField
            label={say('deposit.from')}
            empty={say('deposit.anybody')}
            partyId={f.party ? Number(f.party) : undefined}
            onChange={(p) => set({ party: p ? String(p.id) : '' })}
          />
        </div>
        <DaySpan
          labels={[say('deposit.receivedFrom'), say('deposit.receivedTo')]}
          from={f.from}
          to={f.to}
          onChange={set}
        />
      </div>
      <SearchForm label={say('deposit.payerNumberOrAmount')} text={f.text} onFind={(text) => set({ text })} />
      <Problems error={hand.error} />
      {hand.isSuccess && rows.length === 0 && (
        <div className="sheet empty">
          <p>{filtered ? say('deposit.noReceiptFits') : say('deposit.nothingIsInHandWhatYouReceive')}</p>
          {canReceive && !filtered && (
            <Link className="btn btn-outline-secondary" to="/receipts-in-hand/new">
              {say('deposit.receive')}
            </Link>
          )}
        </div>
      )}
      {rows.length > 0 && (
        <div className="sheet">
          <Rows rows={rows} ticked={ticked} onTick={setTicked} canTick={canReceive || canBank} />
          {hand.data?.more && <p className="quiet mt-2">{say('deposit.thereAreMoreNarrowIt')}</p>}
          <ExportLinks path={`/receipts-in-hand/file?${new URLSearchParams(filled(f))}`} />
        </div>
      )}
      {dialog === 'slip' && (
        <NewSlipDialog
          receipts={chosen.map((r) => r.id)}
          siteId={chosen[0]?.siteId ?? (f.site ? Number(f.site) : undefined)}
          onClose={() => setDialog(undefined)}
        />
      )}
      {dialog === 'out' && (
        <TakeOutDialog
          receipts={chosen}
          onClose={(done) => {
            setDialog(undefined);
            if (done) setTicked([]);
          }}
        />
      )}
      <p className="quiet">{say('deposit.amountsIn', { currency: company.currency })}</p>
    </div>
  );
}

/** What is in hand in all: each figure is the server's. */
function Sums({ hand }: { hand: HandView }) {
  const site = useSiteNames();
  return hand.groups.length === 0 ? null : (
    <table className="plain mb-3 in-hand-sums">
      <caption className="visually-hidden">{say('deposit.inHandBySiteAndTender')}</caption>
      <thead>
        <tr>
          <th scope="col">{say('deposit.site')}</th>
          <th scope="col">{say('deposit.tender')}</th>
          <th scope="col" className="num">
            {say('deposit.receipts')}
          </th>
          <th scope="col" className="num">
            {say('deposit.oldestDays')}
          </th>
          <th scope="col" className="num">
            {say('deposit.amount')}
          </th>
        </tr>
      </thead>
      <tbody>
        {hand.groups.map((g) => (
          <tr key={`${g.siteId} ${g.tender} ${g.tenderName}`}>
            <th scope="row">{site(g.siteId) || say('deposit.noSite')}</th>
            <td>{g.tenderName || TENDERS[g.tender][1]}</td>
            <td className="num">{g.count}</td>
            <td className="num">{g.oldestDays}</td>
            <td className="num">{report(g.total)}</td>
          </tr>
        ))}
        <tr className="sum">
          <th scope="row" colSpan={2}>
            {say('deposit.inHandInAll')}
          </th>
          <td className="num">{hand.count}</td>
          <td />
          <td className="num">{report(hand.total)}</td>
        </tr>
      </tbody>
    </table>
  );
}

function Rows({
  rows,
  ticked,
  onTick,
  canTick,
}: {
  rows: HandReceipt[];
  ticked: number[];
  onTick: (ids: number[]) => void;
  canTick: boolean;
}) {
  const site = useSiteNames();
  return (
    <table className="plain">
      <caption className="visually-hidden">{say('deposit.receiptsInHand')}</caption>
      <thead>
        <tr>
          {canTick && <th scope="col" aria-label={say('deposit.pick')} />}
          <th scope="col">{say('deposit.number')}</th>
          <th scope="col">{say('deposit.fromFor')}</th>
          <th scope="col">{say('deposit.tender')}</th>
          <th scope="col">{say('deposit.site')}</th>
          <th scope="col">{say('deposit.received')}</th>
          <th scope="col" className="num">
            {say('deposit.daysInHand')}
          </th>
          <th scope="col">{say('deposit.state')}</th>
          <th scope="col" className="num">
            {say('deposit.amount')}
          </th>
        </tr>
      </thead>
      <tbody>
        {rows.map((r) => (
          <tr key={r.id} className={r.state === 'VOID' ? 'undone' : ''}>
            {canTick && (
              <td>
                {r.state === 'IN_HAND' && (
                  <Form.Check
                    aria-label={say('deposit.pickReceipt', { number: r.number, payer: r.payer })}
                    checked={ticked.includes(r.id)}
                    onChange={(e) =>
                      onTick(e.target.checked ? [...ticked, r.id] : ticked.filter((id) => id !== r.id))
                    }
                  />
                )}
              </td>
            )}
            <th scope="row">
              {r.entryId ? <Link to={`/ledger/entries/${r.entryId}`}>{r.number}</Link> : r.number}
            </th>
            <td className="cut" title={`${r.payer} ${r.whatFor}`}>
              {r.partyId ? <Link to={`/parties/${r.partyId}`}>{r.payer}</Link> : r.payer}{' '}
              <span className="quiet">{r.whatFor}</span>
            </td>
            <td>{r.tenderName || TENDERS[r.tender][0]}</td>
            <td>{site(r.siteId)}</td>
            <td className="text-nowrap">{shortDate(r.receivedOn)}</td>
            <td className="num">{r.days}</td>
            <td>
              <State receipt={r} />
            </td>
            <td className="num">{report(r.amount)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function State({ receipt: r }: { receipt: HandReceipt }) {
  const { company, session, canReceive, canPrepare } = useCurrentCompany();
  const queries = useQueryClient();
  const change = useMutation({
    mutationFn: ([what, body]: [string, object]) =>
      send('POST', `/api/v1/companies/${company.id}/receipts-in-hand/${r.id}/${what}`, body),
    onSuccess: () => queries.invalidateQueries({ queryKey: keys.company(company.id) }),
  });
  const act = (words: string, what: string, body = {}) => (
    <button
      type="button"
      className="as-link"
      disabled={change.isPending}
      onClick={() => change.mutate([what, body])}
    >
      {words}
    </button>
  );
  return (
    <>
      {r.slipId ? (
        <Link to={`/slips/${r.slipId}`}>{RECEIPT_STATES[r.state]}</Link>
      ) : r.heldByEntryId ? (
        <Link to={`/ledger/entries/${r.heldByEntryId}`}>{RECEIPT_STATES[r.state]}</Link>
      ) : r.state === 'PROMISED' ? (
        <span className="waiting">{say('deposit.promisedFor', { date: fullDate(r.paperDate) })}</span>
      ) : (
        RECEIPT_STATES[r.state]
      )}{' '}
      {canPrepare && r.state === 'BANKED' && r.tender !== 'CASH' && (
        <Link to={`/returned-items/new?receipt=${r.id}`}>{say('returned.itCameBack')}</Link>
      )}
      {canReceive && r.state === 'ELSEWHERE' && act(say('deposit.putBackInHand'), 'putting-back')}
      {canReceive && r.state === 'PROMISED' && (
        <>
          {r.paperDate <= session.businessDate &&
            act(say('deposit.bookItNow'), 'taking-in', { day: session.businessDate })}{' '}
          {act(say('deposit.giveItUp'), 'giving-up')}
        </>
      )}
      <Problems error={change.error} />
    </>
  );
}
