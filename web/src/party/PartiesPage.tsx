import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { Link, useLocation, useNavigate, useSearchParams } from 'react-router';
import { ExportLinks } from '../ledger/ExportLinks';
import { useKept } from '../draft/useKept';
import { useCurrentCompany } from '../session/session';
import { send } from '../shared/api';
import type { AgingView, PartyCard as Card, PartyView } from './api';
import { DateField } from '../shared/DateField';
import { PartyCardFields } from './PartyCardFields';
import { keys } from '../shared/keys';
import { report } from '../shared/money';
import { Problems } from '../shared/Problems';
import { CONTROLS, newCard, PATHS, someone, takesInvoices } from './roles';
import { ROLES, upper, useParties, type Control } from '../shared/useBooks';
import { say } from '../words';

/** Whoever has a role, with what was open at a date, by how long it has been due. */
export default function PartiesPage() {
  const { company, session, canPrepare } = useCurrentCompany();
  const [search, setSearch] = useSearchParams();
  const { pathname } = useLocation();
  const control = CONTROLS.find((c) => PATHS[c] === pathname) ?? 'RECEIVABLES';
  const date = search.get('date') ?? session.businessDate;
  const onlyOpen = search.get('all') !== 'yes';
  const set = (part: Record<string, string>) =>
    setSearch({ date, ...(!onlyOpen && { all: 'yes' }), ...part }, { replace: true });
  const list = useParties(control, date);
  const [adding, setAdding] = useState(false);
  const customers = control === 'RECEIVABLES';
  const invoices = takesInvoices(control);
  const several = ROLES[control][1];
  const rows = list.data?.rows.filter((r) => !onlyOpen || Number(r.aging.total) !== 0);
  return (
    <div className="page">
      <h1>{upper(several)}</h1>
      <div className="actions mb-2">
        {canPrepare && (
          <>
            {invoices && (
              <Link className="btn btn-primary" to={`/invoices/new?control=${control}`}>
                {customers ? say('party.newInvoice') : say('party.enterAnInvoice')}
              </Link>
            )}
            {customers ? (
              <Link className="btn btn-outline-secondary" to="/receipts/new">
                {say('party.newReceipt')}
              </Link>
            ) : (
              <Link className="btn btn-outline-secondary" to="/payments/new">
                {say('party.pay', { control: someone(control) })}
              </Link>
            )}
            {invoices && (
              <Link className="btn btn-outline-secondary" to={`/invoices/import?control=${control}`}>
                {say('party.readInvoicesFromAFile')}
              </Link>
            )}
            <Button variant="outline-secondary" onClick={() => setAdding(!adding)}>
              {say('party.add', { control: someone(control) })}
            </Button>
          </>
        )}
      </div>
      {adding && <AddParty key={control} control={control} onClose={() => setAdding(false)} />}
      <div className="d-flex gap-3 align-items-start flex-wrap">
        <div style={{ width: '14rem' }}>
          <DateField
            filter
            label={say('party.openAtTheEndOf')}
            value={date}
            today={session.businessDate}
            onChange={(d) => set({ date: d })}
          />
        </div>
        <Form.Check
          className="mt-4 pt-1"
          id="only-open"
          label={say('party.onlyWithSomethingOpen')}
          checked={onlyOpen}
          onChange={(e) => setSearch({ date, ...(!e.target.checked && { all: 'yes' }) })}
        />
        <div className="mt-4">
          <ExportLinks path={`/open-items/export?control=${control}&date=${date}`} />
        </div>
      </div>
      <Problems error={list.error} />
      {list.data && (
        <div className="sheet">
          <table className="plain">
            <caption>
              {say('party.inByDaysPastDueCreditsIn', {
                words: customers
                  ? say('party.whatCustomersOwe')
                  : control === 'SISTER_COMPANIES'
                    ? say('party.whatIsOpenWithSisterCompanies')
                    : say('party.whatIsOwedTo', { several }),
                currency: company.currency,
              })}
            </caption>
            <thead>
              <tr>
                <th scope="col">{say('party.name')}</th>
                <th scope="col" className="num">
                  {say('party.notDue')}
                </th>
                <th scope="col" className="num">
                  {say('party.1To30')}
                </th>
                <th scope="col" className="num">
                  {say('party.31To60')}
                </th>
                <th scope="col" className="num">
                  {say('party.over60')}
                </th>
                <th scope="col" className="num">
                  {say('party.open')}
                </th>
              </tr>
            </thead>
            <tbody>
              {rows?.map((r) => (
                <tr key={r.party.id}>
                  <th scope="row">
                    <Link to={`/parties/${r.party.id}`}>{r.party.name}</Link>{' '}
                    <span className="quiet">
                      {r.party.active ? r.party.code : say('party.noLongerActive')}
                    </span>
                  </th>
                  <AgingCells aging={r.aging} />
                </tr>
              ))}
              <tr className="sum">
                <th scope="row">{say('party.all')}</th>
                <AgingCells aging={list.data.total} />
              </tr>
            </tbody>
          </table>
          {rows?.length === 0 && <p className="quiet">{say('party.nothingIsOpen')}</p>}
        </div>
      )}
    </div>
  );
}

export function AgingCells({ aging }: { aging: AgingView }) {
  return (
    <>
      {[aging.notDue, aging.to30, aging.to60, aging.over60, aging.total].map((a, i) => (
        <td key={i} className="num">
          {Number(a) === 0 && i < 4 ? '' : report(a)}
        </td>
      ))}
    </>
  );
}

function AddParty({ control, onClose }: { control: Control; onClose: () => void }) {
  const { company } = useCurrentCompany();
  const queries = useQueryClient();
  const navigate = useNavigate();
  const { form: card, set: setCard, forget, notice } = useKept<Card>(`party.${control}`, newCard(control));
  const add = useMutation({
    mutationFn: () => send<PartyView>('POST', `/api/v1/companies/${company.id}/parties`, card),
    onSuccess: async (made) => {
      forget();
      await queries.invalidateQueries({ queryKey: keys.company(company.id) });
      void navigate(`/parties/${made.id}`);
    },
  });
  return (
    <form
      className="sheet"
      style={{ maxWidth: '52rem' }}
      onSubmit={(e) => {
        e.preventDefault();
        add.mutate();
      }}
    >
      {notice}
      <PartyCardFields card={card} onChange={(part) => setCard({ ...card, ...part })} />
      <Problems error={add.error} title={say('party.notAddedWhatYouTypedIsStill')} />
      <div className="actions mt-2">
        <Button type="submit" disabled={add.isPending}>
          {say('party.add2', { name: card.name || say('party.them') })}
        </Button>
        <Button variant="outline-secondary" onClick={onClose}>
          {say('party.leaveIt')}
        </Button>
      </div>
    </form>
  );
}
