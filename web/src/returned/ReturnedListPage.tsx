import { Link, useNavigate } from 'react-router';
import { ExportLinks } from '../ledger/ExportLinks';
import { PartyField } from '../party/PartyChooser';
import { useCurrentCompany } from '../session/session';
import { shortDate } from '../shared/dates';
import { ChoiceField } from '../shared/fields';
import { report } from '../shared/money';
import { Problems } from '../shared/Problems';
import { useKey } from '../shared/useKey';
import { DaySpan } from '../shared/DaySpan';
import { filled, useFilters } from '../shared/useFilters';
import { say } from '../words';
import type { ReturnedList, ReturnedRow } from './api';
import { useReturnedList } from './useReturned';
import { STATES } from './words';

/** What came back, with its age, what is owed of it, and how often by whom. */
export default function ReturnedListPage() {
  const { company, canPrepare } = useCurrentCompany();
  const navigate = useNavigate();
  const [f, set] = useFilters(['state', 'party', 'receipt', 'from', 'to']);
  const list = useReturnedList({
    ...(f.state && { state: [f.state as ReturnedRow['state']] }),
    ...(f.party && { party: Number(f.party) }),
    ...(f.receipt && { receipt: Number(f.receipt) }),
    ...(f.from && { from: f.from }),
    ...(f.to && { to: f.to }),
  });
  useKey('n', () => canPrepare && void navigate('/returned-items/new'));
  const rows = list.data?.items ?? [];
  const filtered = Object.values(f).some((v) => v !== '');
  return (
    <div className="page">
      <h1>{say('returned.returnedItems')}</h1>
      {canPrepare && (
        <div className="actions mb-2">
          <Link className="btn btn-primary" to="/returned-items/new">
            {say('returned.somethingCameBack')} <kbd>n</kbd>
          </Link>
        </div>
      )}
      <div className="d-flex gap-3 align-items-start flex-wrap">
        <ChoiceField
          label={say('returned.state')}
          empty={say('returned.allThatStand')}
          value={f.state}
          choices={Object.entries(STATES)}
          onChange={(state) => set({ state })}
        />
        <div style={{ width: '15rem' }}>
          <PartyField
            label={say('returned.payer')}
            empty={say('returned.anybody')}
            partyId={f.party ? Number(f.party) : undefined}
            onChange={(p) => set({ party: p ? String(p.id) : '' })}
          />
        </div>
        <DaySpan labels={[say('returned.from'), say('returned.to')]} from={f.from} to={f.to} onChange={set} />
      </div>
      <Problems error={list.error} />
      {list.isSuccess && rows.length === 0 && (
        <div className="sheet empty">
          <p>{filtered ? say('returned.nothingFits') : say('returned.nothingCameBackYet')}</p>
        </div>
      )}
      {list.data && rows.length > 0 && (
        <>
          <div className="sheet">
            <Rows rows={rows} owed={list.data.owed} />
            {list.data.more && <p className="quiet mt-2">{say('returned.thereAreMoreNarrowIt')}</p>}
            <ExportLinks path={`/returned-items/file?${new URLSearchParams(filled(f))}`} />
          </div>
          <ByPayer payers={list.data.payers} />
        </>
      )}
      <p className="quiet">{say('returned.owedIn', { currency: company.currency })}</p>
    </div>
  );
}

function Rows({ rows, owed }: { rows: ReturnedRow[]; owed: string }) {
  const { company } = useCurrentCompany();
  return (
    <table className="plain">
      <caption className="visually-hidden">{say('returned.returnedItems')}</caption>
      <thead>
        <tr>
          <th scope="col">{say('returned.cameBackOn')}</th>
          <th scope="col" className="num">
            {say('returned.days')}
          </th>
          <th scope="col">{say('returned.what')}</th>
          <th scope="col">{say('returned.reason')}</th>
          <th scope="col">{say('returned.state')}</th>
          <th scope="col" className="num">
            {say('returned.amount')}
          </th>
          <th scope="col" className="num">
            {say('returned.bankFee')}
          </th>
          <th scope="col" className="num">
            {say('returned.ourFee')}
          </th>
          <th scope="col" className="num">
            {say('returned.owedNow')}
          </th>
        </tr>
      </thead>
      <tbody>
        {rows.map((r) => (
          <tr key={r.id} className={r.state === 'UNDONE' ? 'undone' : ''}>
            <td className="text-nowrap">{shortDate(r.returnedOn)}</td>
            <td className="num">{r.days}</td>
            <th scope="row">
              <Link to={`/returned-items/${r.id}`}>
                {say('returned.numberOfPayer', { number: r.number, payer: r.payer })}
              </Link>
              {!r.atBank && r.state !== 'UNDONE' && (
                <div className="waiting">{say('returned.notOnAStatementYet')}</div>
              )}
            </th>
            <td>{r.reasonWords}</td>
            <td>
              {STATES[r.state]}
              {r.waitsForSecond && <div className="waiting">{say('returned.waitsForASecondPerson')}</div>}
            </td>
            <td className="num">
              {report(r.amount)}
              {r.currency !== company.currency && ` ${r.currency}`}
            </td>
            <td className="num">{r.bankFee && report(r.bankFee)}</td>
            <td className="num">{r.ourFee && report(r.ourFee)}</td>
            <td className="num">{report(r.owed)}</td>
          </tr>
        ))}
        <tr className="sum">
          <th scope="row" colSpan={8}>
            {say('returned.owedInAll')}
          </th>
          <td className="num">{report(owed)}</td>
        </tr>
      </tbody>
    </table>
  );
}

function ByPayer({ payers }: { payers: ReturnedList['payers'] }) {
  return (
    <div className="sheet" style={{ maxWidth: '40rem' }}>
      <h2>{say('returned.byPayer')}</h2>
      <table className="plain">
        <caption className="visually-hidden">{say('returned.byPayer')}</caption>
        <thead>
          <tr>
            <th scope="col">{say('returned.payer')}</th>
            <th scope="col" className="num">
              {say('returned.times')}
            </th>
            <th scope="col" className="num">
              {say('returned.owedNow')}
            </th>
          </tr>
        </thead>
        <tbody>
          {payers.map((p) => (
            <tr key={p.payer}>
              <th scope="row">{p.partyId ? <Link to={`/parties/${p.partyId}`}>{p.payer}</Link> : p.payer}</th>
              <td className="num">{p.count}</td>
              <td className="num">{report(p.owed)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
