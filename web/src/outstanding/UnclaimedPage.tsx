import { useQuery } from '@tanstack/react-query';
import { Form } from 'react-bootstrap';
import { Link } from 'react-router';
import { ExportLinks } from '../ledger/ExportLinks';
import { useCurrentCompany } from '../session/session';
import { api, data } from '../shared/api';
import { fullDate } from '../shared/dates';
import { ChoiceField } from '../shared/fields';
import { keys } from '../shared/keys';
import { report } from '../shared/money';
import { Problems } from '../shared/Problems';
import { SearchForm } from '../shared/SearchForm';
import { useChosen } from '../shared/useChosen';
import { filled, useFilters } from '../shared/useFilters';
import { say } from '../words';
import type { UnclaimedList, UnclaimedView } from './api';
import { UnclaimedSteps } from './UnclaimedSteps';
import { UNCLAIMED } from './words';

/** What is owed of checks that were never cashed, when it is whose, and what becomes of it. */
export default function UnclaimedPage() {
  const { company, canPrepare } = useCurrentCompany();
  const [f, set] = useFilters(['state', 'text']);
  const list = useQuery({
    queryKey: [...keys.company(company.id), 'unclaimed money', f],
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/unclaimed-money', {
          params: {
            path: { companyId: company.id },
            query: { ...(f.state && { state: f.state as UnclaimedView['state'] }), text: f.text },
          },
        }),
      ),
    placeholderData: (before) => before,
  });
  const rows = list.data?.rows ?? [];
  const { chosen, toggle, all } = useChosen(rows.map((r) => r.id));
  return (
    <div className={chosen.length > 0 ? 'page form-page in-hand' : 'page form-page'}>
      <div>
        <h1>{say('outstanding.unclaimedMoney')}</h1>
        <div className="d-flex gap-3 flex-wrap align-items-end mb-2">
          <ChoiceField
            label={say('outstanding.state')}
            empty={say('outstanding.any')}
            value={f.state}
            choices={Object.entries(UNCLAIMED)}
            onChange={(state) => set({ state })}
          />
          <SearchForm
            label={say('outstanding.findAPayeeNumberOrState')}
            text={f.text}
            onFind={(text) => set({ text })}
          />
        </div>
        <Problems error={list.error} />
        {list.data && (
          <div className="sheet">
            <Held list={list.data} />
            {rows.length > 0 ? (
              <Rows rows={rows} chosen={chosen} toggle={canPrepare ? toggle : undefined} />
            ) : (
              <p className="quiet mb-0">
                {f.state || f.text ? say('outstanding.nothingFits') : say('outstanding.nothingIsUnclaimed')}
              </p>
            )}
            {list.data.more && <p className="quiet mt-2">{say('outstanding.thereAreMoreNarrowIt')}</p>}
            {rows.length > 0 && (
              <ExportLinks path={`/unclaimed-money/file?${new URLSearchParams(filled(f))}`} />
            )}
          </div>
        )}
      </div>
      {canPrepare && rows.length > 0 && (
        <div className="beside">
          <UnclaimedSteps
            key={chosen.join()}
            rows={rows.filter((r) => chosen.includes(r.id))}
            onDone={() => all(false)}
          />
        </div>
      )}
    </div>
  );
}

function Held({ list }: { list: UnclaimedList }) {
  const { company } = useCurrentCompany();
  const apart = list.apart !== undefined && !/^-?0(\.0+)?$/.test(list.apart);
  return (
    <p className="mb-2">
      <strong>
        {say('outstanding.heldInAll', { amount: report(list.held), currency: company.currency })}
      </strong>{' '}
      {list.ledger === undefined ? (
        <span className="attention">{say('outstanding.noAccountIsNamed')}</span>
      ) : apart ? (
        <span className="attention">
          {say('outstanding.theLedgerOwes', { ledger: report(list.ledger), apart: report(list.apart ?? '') })}
        </span>
      ) : (
        <span className="quiet">{say('outstanding.asTheLedgerHasIt')}</span>
      )}
    </p>
  );
}

function Rows({
  rows,
  chosen,
  toggle,
}: {
  rows: UnclaimedView[];
  chosen: number[];
  toggle: ((id: number, range: boolean) => void) | undefined;
}) {
  return (
    <table className="plain">
      <caption className="visually-hidden">{say('outstanding.unclaimedMoney')}</caption>
      <thead>
        <tr>
          {toggle && (
            <th scope="col">
              <span className="visually-hidden">{say('outstanding.ticked')}</span>
            </th>
          )}
          <th scope="col">{say('outstanding.payee')}</th>
          <th scope="col">{say('outstanding.check')}</th>
          <th scope="col">{say('outstanding.letter')}</th>
          <th scope="col">{say('outstanding.theStatesFrom')}</th>
          <th scope="col">{say('outstanding.state')}</th>
          <th scope="col" className="num">
            {say('outstanding.amount')}
          </th>
        </tr>
      </thead>
      <tbody>
        {rows.map((r) => (
          <tr key={r.id} className={r.state === 'TAKEN_BACK' ? 'undone' : ''}>
            {toggle && (
              <td>
                <Form.Check
                  aria-label={say('outstanding.choose', { number: r.checkNumber, payee: r.payee })}
                  checked={chosen.includes(r.id)}
                  onChange={(e) => toggle(r.id, (e.nativeEvent as MouseEvent).shiftKey)}
                  onKeyDown={(e) => e.key === 'x' && toggle(r.id, e.shiftKey)}
                />
              </td>
            )}
            <th scope="row">
              {r.partyId ? <Link to={`/parties/${r.partyId}`}>{r.payee}</Link> : r.payee}
              <div className="quiet fw-normal">{[r.address, r.region].filter(Boolean).join(', ')}</div>
            </th>
            <td>
              {r.paymentId ? <Link to={`/payments/${r.paymentId}`}>{r.checkNumber}</Link> : r.checkNumber}
              <div className="quiet">{fullDate(r.writtenOn)}</div>
            </td>
            <td className={r.due ? 'attention' : ''}>
              {r.noticeSentOn
                ? say('outstanding.sentOn', { day: fullDate(r.noticeSentOn) })
                : say('outstanding.by', { day: fullDate(r.noticeBy) })}
            </td>
            <td className={r.dormant ? 'text-nowrap attention' : 'text-nowrap'}>{fullDate(r.dormantOn)}</td>
            <td>
              {r.outPaymentId ? (
                <Link to={`/payments/${r.outPaymentId}`}>{UNCLAIMED[r.state]}</Link>
              ) : (
                UNCLAIMED[r.state]
              )}
              {r.outWaits && <div className="waiting">{say('outstanding.itsPaymentWaits')}</div>}
            </td>
            <td className="num">{report(r.amount)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
