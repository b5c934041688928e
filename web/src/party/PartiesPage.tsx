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
                {customers ? 'New invoice' : 'Enter an invoice'}
              </Link>
            )}
            {customers ? (
              <Link className="btn btn-outline-secondary" to="/receipts/new">
                New receipt
              </Link>
            ) : (
              <Link className="btn btn-outline-secondary" to="/payments/new">
                Pay {someone(control)}
              </Link>
            )}
            {invoices && (
              <Link className="btn btn-outline-secondary" to={`/invoices/import?control=${control}`}>
                Read invoices from a file
              </Link>
            )}
            <Button variant="outline-secondary" onClick={() => setAdding(!adding)}>
              Add {someone(control)}
            </Button>
          </>
        )}
      </div>
      {adding && <AddParty key={control} control={control} onClose={() => setAdding(false)} />}
      <div className="d-flex gap-3 align-items-start flex-wrap">
        <div style={{ width: '14rem' }}>
          <DateField
            filter
            label="Open at the end of"
            value={date}
            today={session.businessDate}
            onChange={(d) => set({ date: d })}
          />
        </div>
        <Form.Check
          className="mt-4 pt-1"
          id="only-open"
          label="Only with something open"
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
              {customers
                ? 'What customers owe'
                : control === 'SISTER_COMPANIES'
                  ? 'What is open with sister companies'
                  : `What is owed to ${several}`}
              , in {company.currency}, by days past due; credits in parentheses
            </caption>
            <thead>
              <tr>
                <th scope="col">Name</th>
                <th scope="col" className="num">
                  Not due
                </th>
                <th scope="col" className="num">
                  1 to 30
                </th>
                <th scope="col" className="num">
                  31 to 60
                </th>
                <th scope="col" className="num">
                  Over 60
                </th>
                <th scope="col" className="num">
                  Open
                </th>
              </tr>
            </thead>
            <tbody>
              {rows?.map((r) => (
                <tr key={r.party.id}>
                  <th scope="row">
                    <Link to={`/parties/${r.party.id}`}>{r.party.name}</Link>{' '}
                    <span className="quiet">{r.party.active ? r.party.code : 'no longer active'}</span>
                  </th>
                  <AgingCells aging={r.aging} />
                </tr>
              ))}
              <tr className="sum">
                <th scope="row">All</th>
                <AgingCells aging={list.data.total} />
              </tr>
            </tbody>
          </table>
          {rows?.length === 0 && <p className="quiet">Nothing is open.</p>}
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
      <Problems error={add.error} title="Not added; what you typed is still here." />
      <div className="actions mt-2">
        <Button type="submit" disabled={add.isPending}>
          Add {card.name || 'them'}
        </Button>
        <Button variant="outline-secondary" onClick={onClose}>
          Leave it
        </Button>
      </div>
    </form>
  );
}
