import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { SLIP_STATES } from '../deposit/words';
import { ExportLinks } from '../ledger/ExportLinks';
import { useCurrentCompany } from '../session/session';
import { api, data, send } from '../shared/api';
import { DateField } from '../shared/DateField';
import { addDays, shortDate, UNREADABLE } from '../shared/dates';
import { ChoiceField } from '../shared/fields';
import { keys } from '../shared/keys';
import { report } from '../shared/money';
import { Problems } from '../shared/Problems';
import { useSetUp } from '../shared/useBooks';
import { say } from '../words';
import type { Batch } from './api';
import { NewBatch } from './NewBatch';
import { ReportReader } from './ReportReader';
import { useProcessors } from './useProcessors';

/** The batches of a card processor, what of them is on which slip, and what was due against what the bank credited. */
export default function CardTakingsPage() {
  const { company, session, canReceive, canBank, canAdminister } = useCurrentCompany();
  const navigate = useNavigate();
  const queries = useQueryClient();
  const [search, setSearch] = useSearchParams();
  const processors = useProcessors();
  const from = search.get('from') ?? addDays(session.businessDate, -35);
  const to = search.get('to') ?? session.businessDate;
  const processor =
    processors.data?.find((p) => String(p.id) === search.get('processor')) ?? processors.data?.[0];
  const set = (part: Record<string, string>) =>
    setSearch({ ...Object.fromEntries(search), ...part }, { replace: true });
  const [ticked, setTicked] = useState<number[]>([]);
  const path = { companyId: company.id, processorId: processor?.id ?? 0 };
  const batches = useQuery({
    queryKey: [...keys.company(company.id), 'card batches', path.processorId, from, to],
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/card-processors/{processorId}/batches', {
          params: { path, query: { from, to } },
        }),
      ),
    enabled: processor !== undefined,
  });
  const rows = batches.data ?? [];
  const free = rows.filter((b) => b.slipId === undefined);
  const chosen = free.filter((b) => ticked.includes(b.id));
  const refresh = () => queries.invalidateQueries({ queryKey: keys.company(company.id) });
  const slip = useMutation({
    mutationFn: () =>
      data(
        api.POST('/api/v1/companies/{companyId}/card-batches/slip', {
          params: { path: { companyId: company.id } },
          body: { batches: chosen.map((b) => b.id) },
        }),
      ),
    onSuccess: async (made) => {
      await refresh();
      void navigate(`/slips/${made.id}`);
    },
  });
  const remove = useMutation({
    mutationFn: (id: number) => send('DELETE', `/api/v1/companies/${company.id}/card-batches/${id}`),
    onSuccess: refresh,
  });
  const [adding, setAdding] = useState(false);
  if (!processors.data) {
    return <Problems error={processors.error} />;
  }
  if (!processor) {
    return (
      <div className="page">
        <h1>{say('card.cardTakings')}</h1>
        <div className="sheet empty">
          <p>{say('card.noProcessorYetItPaysTheTakings')}</p>
          {canAdminister ? (
            <Link className="btn btn-outline-secondary" to="/set-up?part=moneyIn">
              {say('card.addAProcessor')}
            </Link>
          ) : (
            <p className="quiet">{say('card.whoeverAdministersAddsIt')}</p>
          )}
        </div>
      </div>
    );
  }
  return (
    <div className="page">
      <h1>
        {say('card.cardTakings')}
        <small>{processor.name}</small>
      </h1>
      <div className="actions mb-2">
        {canReceive && (
          <Button variant="outline-secondary" onClick={() => setAdding(!adding)} aria-expanded={adding}>
            {say('card.enterABatch')}
          </Button>
        )}
        {canReceive && <ReportReader key={processor.id} processorId={processor.id ?? 0} onRead={refresh} />}
        {canBank && (
          <Button disabled={chosen.length === 0 || slip.isPending} onClick={() => slip.mutate()}>
            {say('card.makeASlipOf', { count: chosen.length })}
          </Button>
        )}
      </div>
      {adding && (
        <NewBatch processorId={processor.id ?? 0} onDone={refresh} onClose={() => setAdding(false)} />
      )}
      <Problems error={slip.error} title={say('card.noSlipWasMade')} />
      <Problems error={remove.error} />
      <div className="d-flex gap-3 flex-wrap align-items-start">
        {processors.data.length > 1 && (
          <ChoiceField
            label={say('card.processor')}
            value={String(processor.id)}
            choices={processors.data.map((p) => [String(p.id), p.name])}
            onChange={(p) => set({ processor: p })}
          />
        )}
        <div style={{ width: '10rem' }}>
          <DateField
            filter
            label={say('card.from')}
            value={from}
            today={session.businessDate}
            onChange={(day) => day !== UNREADABLE && day && set({ from: day })}
          />
        </div>
        <div style={{ width: '10rem' }}>
          <DateField
            filter
            label={say('card.to')}
            value={to}
            today={session.businessDate}
            onChange={(day) => day !== UNREADABLE && day && set({ to: day })}
          />
        </div>
      </div>
      <Problems error={batches.error} />
      {batches.isSuccess && rows.length === 0 && (
        <p className="sheet empty">{say('card.noBatchOfTheseDays')}</p>
      )}
      {rows.length > 0 && (
        <div className="sheet">
          <Batches
            rows={rows}
            ticked={ticked}
            onTick={canBank ? setTicked : undefined}
            onRemove={canReceive ? (id) => remove.mutate(id) : undefined}
          />
          <ExportLinks
            path={`/card-processors/${processor.id}/batches/file?${new URLSearchParams({ from, to })}`}
          />
        </div>
      )}
      <Due processorId={processor.id ?? 0} from={from} to={to} />
      <p className="quiet">{say('card.amountsIn', { currency: company.currency })}</p>
    </div>
  );
}

/** Zero says nothing in a column of small amounts. */
const small = (amount: string) => (/^-?[0.]+$/.test(amount) ? '' : report(amount));

function Batches({
  rows,
  ticked,
  onTick,
  onRemove,
}: {
  rows: Batch[];
  ticked: number[];
  onTick: ((ids: number[]) => void) | undefined;
  onRemove: ((id: number) => void) | undefined;
}) {
  const setUp = useSetUp();
  const names = new Map((setUp.data?.sites ?? []).map((s) => [s.id, s.name]));
  return (
    <table className="plain">
      <caption className="visually-hidden">{say('card.batches')}</caption>
      <thead>
        <tr>
          {onTick && <th scope="col" aria-label={say('card.pick')} />}
          <th scope="col">{say('card.batch')}</th>
          <th scope="col">{say('card.day')}</th>
          <th scope="col">{say('card.due')}</th>
          <th scope="col" className="num">
            {say('card.gross')}
          </th>
          <th scope="col" className="num">
            {say('card.backAndHeld')}
          </th>
          <th scope="col" className="num">
            {say('card.fee')}
          </th>
          <th scope="col" className="num">
            {say('card.feeApart')}
          </th>
          <th scope="col" className="num">
            {say('card.net')}
          </th>
          <th scope="col">{say('card.slip')}</th>
        </tr>
      </thead>
      <tbody>
        {rows.map((b) => (
          <tr key={b.id}>
            {onTick && (
              <td>
                {b.slipId === undefined && (
                  <Form.Check
                    aria-label={say('card.pickBatch', { number: b.number })}
                    checked={ticked.includes(b.id)}
                    onChange={(e) =>
                      onTick(e.target.checked ? [...ticked, b.id] : ticked.filter((id) => id !== b.id))
                    }
                  />
                )}
              </td>
            )}
            <th scope="row">
              {b.number} <span className="quiet">{b.siteId !== undefined && names.get(b.siteId)}</span>
            </th>
            <td className="text-nowrap">{shortDate(b.day)}</td>
            <td className="text-nowrap">{shortDate(b.due)}</td>
            <td className="num">{report(b.gross)}</td>
            <td className="num">
              {[b.refunds, b.chargebacks, b.reserve].map(small).filter(Boolean).join(' + ')}
            </td>
            <td className="num">{report(b.fee)}</td>
            <td className={`num${b.feeApart && small(b.feeApart) ? ' attention' : ''}`}>
              {b.feeApart ? small(b.feeApart) : ''}
            </td>
            <td className="num">{report(b.net)}</td>
            <td>
              {b.slipId !== undefined ? (
                <>
                  <Link to={`/slips/${b.slipId}`}>{b.slip}</Link>{' '}
                  <span className="quiet">{b.slipState && SLIP_STATES[b.slipState]}</span>
                </>
              ) : (
                onRemove && (
                  <button type="button" className="as-link" onClick={() => onRemove(b.id)}>
                    {say('card.takeAway')}
                  </button>
                )
              )}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** What was due on each day and what the bank credited. */
function Due({ processorId, from, to }: { processorId: number; from: string; to: string }) {
  const { company } = useCurrentCompany();
  const due = useQuery({
    queryKey: [...keys.company(company.id), 'card due', processorId, from, to],
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/card-processors/{processorId}/due', {
          params: { path: { companyId: company.id, processorId }, query: { from, to } },
        }),
      ),
  });
  return (
    <section className="sheet">
      <h2>{say('card.dueAndCredited')}</h2>
      <Problems error={due.error} />
      {due.data?.length === 0 && <p className="quiet">{say('card.nothingWasDueAsFarAsTheBankHasTold')}</p>}
      {due.data && due.data.length > 0 && (
        <table className="plain card-due">
          <caption className="visually-hidden">{say('card.dueAndCredited')}</caption>
          <thead>
            <tr>
              <th scope="col">{say('card.day')}</th>
              <th scope="col" className="num">
                {say('card.wasDue')}
              </th>
              <th scope="col" className="num">
                {say('card.credited')}
              </th>
              <th scope="col" className="num">
                {say('card.apart')}
              </th>
              <th scope="col" />
            </tr>
          </thead>
          <tbody>
            {due.data.map((d) => (
              <tr key={d.day}>
                <th scope="row" className="text-nowrap">
                  {shortDate(d.day)}
                </th>
                <td className="num">{report(d.due)}</td>
                <td className="num">{report(d.credited)}</td>
                <td className={`num${small(d.apart) ? ' attention' : ''}`}>{small(d.apart)}</td>
                <td>{d.missing && <span className="attention">{say('card.nothingCame')}</span>}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}
