import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { Link, useParams } from 'react-router';
import { BookedPreview } from '../ledger/BookedPreview';
import { Undoing } from '../ledger/Undoing';
import { useCurrentCompany } from '../session/session';
import { ActivityOf } from '../shared/ActivityOf';
import { send } from '../shared/api';
import type { BookedView, ItemView as Item, PartyCard, PartyView, SettlementView } from './api';
import { DateField } from '../shared/DateField';
import { fullDate } from '../shared/dates';
import { keys } from '../shared/keys';
import { grouped, report } from '../shared/money';
import { Problems } from '../shared/Problems';
import { ROLES, upper, useParty, type Control } from '../shared/useBooks';
import { BankDetailsOf } from './BankDetailsOf';
import { ItemPicker, type Part } from './ItemPicker';
import { AgingCells } from './PartiesPage';
import { PartyCardFields } from './PartyCardFields';
import { MandatesOf } from '../collection/MandatesOf';
import { ReturnedOf } from '../returned/ReturnedOf';
import { Roles } from './Roles';
import { SisterBooks } from './SisterBooks';
import { PATHS, takesInvoices } from './roles';
import { say } from '../words';

/** Somebody in one of their roles: what is open, what was paid by what, and the way to each entry. */
export default function PartyPage() {
  const { id = '' } = useParams();
  const { company, canPrepare, canReceive } = useCurrentCompany();
  const party = useParty(Number(id));
  const [settling, setSettling] = useState<Item | null>(null);
  const [editing, setEditing] = useState(false);
  const p = party.data;
  if (!p) {
    return <Problems error={party.error} />;
  }
  const control = p.party.control as Control;
  const customer = control === 'RECEIVABLES';
  // the side that pays: credits of a customer, debits of a supplier or an employee; between sister companies either
  const pays = (i: Item) =>
    control === 'SISTER_COMPANIES' ? i.kind === 'PAYMENT' : (customer ? i.credit : i.debit) !== undefined;
  const money = p.open.filter(pays);
  const owed = p.open.filter((i) => !pays(i));
  const against = (i: Item) => p.open.filter((o) => (o.debit === undefined) !== (i.debit === undefined));
  return (
    <div className="page">
      <p className="mb-1">
        <Link to={PATHS[control]}>{upper(ROLES[control][1])}</Link>
      </p>
      <h1>
        {p.party.name}{' '}
        <small>
          {ROLES[control][0]} {p.party.code}
          {takesInvoices(control) && say('party.dueAfterDays2', { dueDays: p.party.dueDays })}
          {Number(p.party.discountPercent) > 0 &&
            say('party.offWithinDays', {
              discountPercent: p.party.discountPercent,
              discountDays: p.party.discountDays,
            })}
          {!p.party.active && say('party.noLongerActive2')}
        </small>
      </h1>
      {(canPrepare || canReceive) && (
        <div className="actions mb-2">
          {canPrepare && takesInvoices(control) && (
            <Link className="btn btn-primary" to={`/invoices/new?party=${id}`}>
              {customer ? say('party.newInvoice') : say('party.enterAnInvoice')}
            </Link>
          )}
          {control !== 'PAYABLES' && (
            <Link className="btn btn-outline-secondary" to={`/receipts/new?party=${id}`}>
              {say('party.newReceipt')}
            </Link>
          )}
          {canPrepare && customer && (
            <Link className="btn btn-outline-secondary" to={`/returned-items/new?party=${id}`}>
              {say('returned.somethingCameBack')}
            </Link>
          )}
          {canPrepare && !customer && (
            <Link className="btn btn-outline-secondary" to={`/payments/new?party=${id}`}>
              {say('party.pay2')}
            </Link>
          )}
          {canPrepare && (
            <Button variant="outline-secondary" onClick={() => setEditing(!editing)}>
              {say('party.changeTheCard')}
            </Button>
          )}
        </div>
      )}
      {editing && <Card key={id} party={p.party} onClose={() => setEditing(false)} />}
      {customer && <ReturnedOf party={Number(id)} />}
      <div className="sheet">
        <h2>{say('party.open')}</h2>
        <table className="plain mb-3" style={{ maxWidth: '46rem' }}>
          <caption>{say('party.byDaysPastDueIn', { currency: company.currency })}</caption>
          <thead>
            <tr>
              {[
                say('party.notDue'),
                say('party.1To30'),
                say('party.31To60'),
                say('party.over60'),
                say('party.open'),
              ].map((t) => (
                <th key={t} scope="col" className="num">
                  {t}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            <tr>
              <AgingCells aging={p.aging} />
            </tr>
          </tbody>
        </table>
        {money.map((item) => (
          <p key={item.id} className="told d-flex gap-3 align-items-center">
            <span>
              {say('party.ofNotSettledYet', {
                title: item.title,
                date: fullDate(item.date),
                open: grouped(item.open),
              })}
            </span>
            {canPrepare && against(item).length > 0 && (
              <Button size="sm" variant="outline-secondary" onClick={() => setSettling(item)}>
                {say('party.settleWithAnItem')}
              </Button>
            )}
          </p>
        ))}
        {settling ? (
          <Settle
            partyId={Number(id)}
            money={settling}
            owed={against(settling)}
            onClose={() => setSettling(null)}
          />
        ) : (
          <Items items={owed} caption={say('party.whatIsOwed')} partyId={Number(id)} />
        )}
      </div>
      {customer && <MandatesOf party={Number(id)} />}
      {(control === 'PAYABLES' || control === 'EMPLOYEES') && <BankDetailsOf key={id} party={Number(id)} />}
      <Roles page={p} />
      {control === 'SISTER_COMPANIES' && <SisterBooks partyId={Number(id)} sister={p.sister} />}
      <div className="sheet">
        <h2>{say('party.allItems')}</h2>
        <Items
          items={p.all}
          caption={p.more ? say('party.theNewestHundredNewestFirst') : say('party.newestFirst')}
          partyId={Number(id)}
        />
      </div>
      <ActivityOf type="party" id={Number(id)} />
    </div>
  );
}

function Items({ items, caption, partyId }: { items: Item[]; caption: string; partyId: number }) {
  if (items.length === 0) {
    return <p className="quiet">{say('party.nothing')}</p>;
  }
  return (
    <table className="plain">
      <caption>{caption}</caption>
      <thead>
        <tr>
          <th scope="col">{say('party.item')}</th>
          <th scope="col">{say('party.date')}</th>
          <th scope="col">{say('party.due')}</th>
          <th scope="col" className="num">
            {say('party.debit')}
          </th>
          <th scope="col" className="num">
            {say('party.credit')}
          </th>
          <th scope="col" className="num">
            {say('party.open')}
          </th>
          <th scope="col">{say('party.settledBy')}</th>
        </tr>
      </thead>
      <tbody>
        {items.map((i) => (
          <tr key={i.id}>
            <th scope="row">
              <Link to={`/ledger/entries/${i.entryId}`}>{i.title}</Link>
              {i.promised && <div className="waiting">{i.promised}</div>}
            </th>
            <td className="text-nowrap">{fullDate(i.date)}</td>
            <td className="text-nowrap">{fullDate(i.dueDate)}</td>
            <td className="num">{i.debit && grouped(i.debit)}</td>
            <td className="num">{i.credit && grouped(i.credit)}</td>
            <td className="num">{Number(i.open) === 0 ? say('party.settled') : report(i.open)}</td>
            <td>
              {i.settlements.map((s) => (
                <SettlementLine key={s.id} settlement={s} partyId={partyId} />
              ))}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function SettlementLine({ settlement: s, partyId }: { settlement: SettlementView; partyId: number }) {
  const { canPrepare } = useCurrentCompany();
  const [asking, setAsking] = useState(false);
  return (
    <div data-party={partyId}>
      <span className={s.undoneFrom ? 'quiet undone' : ''}>
        {say('party.by', { amount: grouped(s.amount) })}
        <Link to={`/ledger/entries/${s.otherEntryId}`}>{s.other}</Link>, {fullDate(s.from)}
        {s.undoneFrom && say('party.undone', { undoneFrom: fullDate(s.undoneFrom) })}
      </span>{' '}
      {canPrepare && !s.undoneFrom && !asking && (
        <button type="button" className="as-link" onClick={() => setAsking(true)}>
          {say('party.undoThisSettlement')}
        </button>
      )}
      {asking && !s.undoneFrom && (
        <Undoing
          path={`/settlements/${s.id}/undo`}
          from={s.from}
          label={say('party.openBothAgain')}
          onDone={() => setAsking(false)}
        />
      )}
    </div>
  );
}

function Settle({
  partyId,
  money,
  owed,
  onClose,
}: {
  partyId: number;
  money: Item;
  owed: Item[];
  onClose: () => void;
}) {
  const { company, session } = useCurrentCompany();
  const queries = useQueryClient();
  const [parts, setParts] = useState<Part[]>([]);
  const [date, setDate] = useState(session.businessDate);
  const path = `/api/v1/companies/${company.id}/parties/${partyId}/settlements`;
  const body = { itemId: money.id, date, items: parts };
  const preview = useQuery({
    queryKey: [...keys.party(company.id, partyId), 'settle', body],
    queryFn: () => send<BookedView>('POST', `${path}?preview=true`, body),
    enabled: parts.length > 0,
    retry: false,
  });
  const settle = useMutation({
    mutationFn: () => send('POST', path, body),
    onSuccess: async () => {
      await queries.invalidateQueries({ queryKey: keys.company(company.id) });
      onClose();
    },
  });
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        settle.mutate();
      }}
    >
      <h3>{say('party.settleWithOf', { open: grouped(money.open), title: money.title })}</h3>
      <div style={{ maxWidth: '14rem' }}>
        <DateField label={say('party.from')} value={date} today={session.businessDate} onChange={setDate} />
      </div>
      <ItemPicker caption={say('party.whatItSettles')} items={owed} parts={parts} onChange={setParts} />
      <div className="mt-2" style={{ maxWidth: '46rem' }}>
        <BookedPreview
          booked={parts.length ? preview.data : undefined}
          error={parts.length ? preview.error : undefined}
        />
      </div>
      <Problems error={settle.error} title={say('party.nothingWasSettledWhatYouTypedIs')} />
      <div className="actions mt-2">
        <Button type="submit" disabled={parts.length === 0 || preview.isError || settle.isPending}>
          {say('party.settle')}
        </Button>
        <Button variant="outline-secondary" onClick={onClose}>
          {say('party.leaveIt')}
        </Button>
      </div>
    </form>
  );
}

function Card({ party, onClose }: { party: PartyView; onClose: () => void }) {
  const { company } = useCurrentCompany();
  const queries = useQueryClient();
  const [card, setCard] = useState<PartyCard>(party);
  const keep = useMutation({
    mutationFn: () => send('PUT', `/api/v1/companies/${company.id}/parties/${party.id}`, card),
    onSuccess: async () => {
      await queries.invalidateQueries({ queryKey: keys.company(company.id) });
      onClose();
    },
  });
  return (
    <form
      className="sheet"
      style={{ maxWidth: '52rem' }}
      onSubmit={(e) => {
        e.preventDefault();
        keep.mutate();
      }}
    >
      <PartyCardFields card={card} onChange={(part) => setCard({ ...card, ...part })} />
      <label className="mt-2">
        <input
          type="checkbox"
          className="form-check-input me-2"
          checked={card.active}
          onChange={(e) => setCard({ ...card, active: e.target.checked })}
        />
        {say('party.activeSomethingMayBeBookedOnThem')}
      </label>
      <Problems error={keep.error} title={say('party.notKeptWhatYouTypedIsStill')} />
      <div className="actions mt-2">
        <Button type="submit" disabled={keep.isPending}>
          {say('party.keepTheCard')}
        </Button>
        <Button variant="outline-secondary" onClick={onClose}>
          {say('party.leaveIt')}
        </Button>
      </div>
    </form>
  );
}
