import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { Link, useNavigate } from 'react-router';
import { BookedPreview } from '../ledger/BookedPreview';
import { Undoing } from '../ledger/Undoing';
import { useCurrentCompany } from '../session/session';
import { send } from '../shared/api';
import { fullDate, shortDate } from '../shared/dates';
import { keys } from '../shared/keys';
import { report } from '../shared/money';
import { Problems } from '../shared/Problems';
import { say } from '../words';
import type { SlipView, SplitView } from './api';
import { PrintSlip } from './PrintSlip';
import { TENDERS } from './words';

type Doing = 'apart' | 'day' | 'split';

/** A slip that was taken to the bank: what was on it, and what can be put right until the bank has credited it. */
export function BankedSlip({ view }: { view: SlipView }) {
  const { company, canBank, canPrepare } = useCurrentCompany();
  const [doing, setDoing] = useState<Doing>();
  const [moved, setMoved] = useState<number[]>([]);
  const s = view.slip;
  const base = `/deposit-slips/${s.id}`;
  const banked = s.state === 'BANKED' && canBank;
  const start = (what: Doing) => {
    setDoing(doing === what ? undefined : what);
    setMoved([]);
  };
  return (
    <>
      <p>
        {s.takenOn && say('deposit.takenToTheBankOnDay', { date: fullDate(s.takenOn) })}
        {view.bagNumber && say('deposit.inBag', { bag: view.bagNumber })}
        {view.note && `, ${view.note}`}
      </p>
      <div className="actions mb-2">
        {banked && (
          <>
            <Button variant="outline-secondary" onClick={() => start('day')}>
              {say('deposit.putTheDayRight')}
            </Button>
            {view.receipts.length > 1 && (
              <Button variant="outline-secondary" onClick={() => start('split')}>
                {say('deposit.splitIt')}
              </Button>
            )}
            <Button variant="outline-secondary" onClick={() => start('apart')}>
              {say('deposit.takeItApart')}
            </Button>
          </>
        )}
        <PrintSlip slip={s} />
        {view.entryId && (
          <Link className="btn btn-outline-secondary" to={`/ledger/entries/${view.entryId}`}>
            {say('deposit.whatWasBooked')}
          </Link>
        )}
      </div>
      {s.state === 'CREDITED' && <p className="told">{say('deposit.theBankHasCreditedIt')}</p>}
      {doing === 'apart' && (
        <Undoing
          path={`${base}/taking-apart`}
          from={s.takenOn ?? s.paperDate}
          label={say('deposit.takeThisSlipApart')}
          onDone={() => setDoing(undefined)}
        />
      )}
      {doing === 'day' && (
        <Undoing
          path={`${base}/day`}
          from={s.takenOn ?? s.paperDate}
          label={say('deposit.bookItOnThatDay')}
          onDone={() => setDoing(undefined)}
        />
      )}
      {doing === 'split' && <Split view={view} moved={moved} onDone={() => setDoing(undefined)} />}
      <div className="sheet">
        <table className="plain">
          <caption>
            {say('deposit.receiptsOnTheSlip', { number: s.number, currency: company.currency })}
          </caption>
          <thead>
            <tr>
              {doing === 'split' && <th scope="col">{say('deposit.goesToANewSlip')}</th>}
              <th scope="col">{say('deposit.number')}</th>
              <th scope="col">{say('deposit.fromFor')}</th>
              <th scope="col">{say('deposit.tender')}</th>
              <th scope="col">{say('deposit.received')}</th>
              <th scope="col" className="num">
                {say('deposit.amount')}
              </th>
            </tr>
          </thead>
          <tbody>
            {view.receipts.map((r) => (
              <tr key={r.id}>
                {doing === 'split' && (
                  <td>
                    <Form.Check
                      aria-label={say('deposit.moveReceipt', { number: r.number, payer: r.payer })}
                      checked={moved.includes(r.id)}
                      onChange={(e) =>
                        setMoved(e.target.checked ? [...moved, r.id] : moved.filter((m) => m !== r.id))
                      }
                    />
                  </td>
                )}
                <th scope="row">
                  {r.entryId ? <Link to={`/ledger/entries/${r.entryId}`}>{r.number}</Link> : r.number}
                </th>
                <td className="cut" title={`${r.payer} ${r.whatFor}`}>
                  {r.partyId ? <Link to={`/parties/${r.partyId}`}>{r.payer}</Link> : r.payer}{' '}
                  <span className="quiet">{r.whatFor}</span>
                  {view.cameBack.includes(r.id) ? (
                    <Link className="waiting" to={`/returned-items?receipt=${r.id}`}>
                      {' '}
                      {say('returned.cameBack')}
                    </Link>
                  ) : (
                    canPrepare &&
                    r.tender !== 'CASH' && (
                      <Link className="quiet" to={`/returned-items/new?receipt=${r.id}`}>
                        {' '}
                        {say('returned.itCameBack')}
                      </Link>
                    )
                  )}
                </td>
                <td>{TENDERS[r.tender][0]}</td>
                <td className="text-nowrap">{shortDate(r.receivedOn)}</td>
                <td className="num">{report(r.amount)}</td>
              </tr>
            ))}
            <tr className="sum">
              <th scope="row" colSpan={doing === 'split' ? 5 : 4}>
                {say('deposit.onTheSlipReceipts', { count: view.receipts.length })}
              </th>
              <td className="num">{report(view.total)}</td>
            </tr>
          </tbody>
        </table>
      </div>
    </>
  );
}

/** Some of the receipts go to a slip of their own, as the bank credited them apart. */
function Split({ view, moved, onDone }: { view: SlipView; moved: number[]; onDone: () => void }) {
  const { company } = useCurrentCompany();
  const navigate = useNavigate();
  const queries = useQueryClient();
  const path = `/api/v1/companies/${company.id}/deposit-slips/${view.slip.id}/split`;
  const ready = moved.length > 0 && moved.length < view.receipts.length;
  const preview = useQuery({
    queryKey: [...keys.company(company.id), 'split', view.slip.id, moved],
    queryFn: () => send<SplitView>('POST', `${path}?preview=true`, { receipts: moved }),
    enabled: ready,
    retry: false,
  });
  const split = useMutation({
    mutationFn: () => send<SplitView>('POST', path, { receipts: moved }),
    onSuccess: async (made) => {
      onDone();
      await queries.invalidateQueries({ queryKey: keys.company(company.id) });
      void navigate(`/slips/${made.slipId}`);
    },
  });
  return (
    <form
      className="sheet mt-2"
      style={{ maxWidth: '40rem' }}
      onSubmit={(e) => {
        e.preventDefault();
        if (ready && !split.isPending) split.mutate();
      }}
    >
      <p>{say('deposit.tickWhatTheBankCreditedApart')}</p>
      {ready && <BookedPreview booked={preview.data?.booked} error={preview.error} />}
      <Problems error={split.error} title={say('deposit.theSlipWasNotSplit')} />
      <div className="actions">
        <Button type="submit" disabled={!ready || split.isPending}>
          {say('deposit.splitThisSlip')}
        </Button>
        <Button variant="outline-secondary" onClick={onDone}>
          {say('deposit.leaveIt')}
        </Button>
      </div>
    </form>
  );
}
