import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { Link, useParams } from 'react-router';
import { SecondPerson, useApproval } from '../approval/SecondPerson';
import { ExportLinks } from '../ledger/ExportLinks';
import { useCurrentCompany } from '../session/session';
import { ActivityOf } from '../shared/ActivityOf';
import { shortDate } from '../shared/dates';
import { Problems } from '../shared/Problems';
import { useDeciding } from '../shared/useDeciding';
import { useKey } from '../shared/useKey';
import { say } from '../words';
import type { PayeeRow, PaymentRun } from './api';
import { PayeeRows } from './PayeeRows';
import { PaymentRunHead } from './PaymentRunHead';
import { PaymentRunSide } from './PaymentRunSide';
import { usePaymentRun, type Paying, type PaymentRunWork } from './usePaymentRun';
import { RUN_STATES } from './words';

/** A payment run: what is due payee by payee, decided by keys, with what it comes to and its file beside it. */
export default function PaymentRunPage() {
  const { id = '' } = useParams();
  const work = usePaymentRun(Number(id));
  return work.run.data ? (
    <Run key={id} run={work.run.data} work={work} />
  ) : (
    <Problems error={work.run.error} />
  );
}

const undecided = (r: PayeeRow) => r.standing === 'READY';

/** What a second person is asked about it, with what it would book. */
function Asked({ run }: { run: PaymentRun }) {
  const asked = useApproval('PAYMENT_RUN', run.id);
  return asked ? (
    <div className="sheet">
      <SecondPerson key={asked.id} asked={asked} />
    </div>
  ) : null;
}

type Only = '' | 'undecided' | 'pay' | 'left';

function Run({ run, work }: { run: PaymentRun; work: PaymentRunWork }) {
  const { canPrepare } = useCurrentCompany();
  const [text, setText] = useState('');
  const [only, setOnly] = useState<Only>('');
  const [head, setHead] = useState(false);
  const open = run.state === 'OPEN' && canPrepare;
  const wanted = text.trim().toLowerCase();
  const rows = run.rows.filter(
    (r) =>
      (only === '' ||
        (only === 'undecided' && undecided(r)) ||
        (only === 'pay' && r.standing === 'PAY') ||
        (only === 'left' && (r.standing === 'CANNOT' || r.standing === 'SKIPPED'))) &&
      (r.party.toLowerCase().includes(wanted) ||
        r.items.some((i) => i.title.toLowerCase().includes(wanted)) ||
        r.payment?.number.toLowerCase().includes(wanted)),
  );
  const { current, doing, setDoing, go, decided } = useDeciding(rows, undecided);
  const decide = (d: Paying) => {
    if (!work.decide.isPending) {
      work.decide.mutate(d, { onSuccess: (row) => decided(row, 'undo' in d) });
    }
  };
  const may = open && current !== undefined;
  useKey('Enter', () => may && !doing && undecided(current) && decide({ pay: current }));
  useKey('e', () => may && current.standing !== 'SKIPPED' && setDoing('change'));
  useKey('s', () => may && current.standing !== 'SKIPPED' && setDoing('skip'));
  useKey('k', () => {
    if (may && current.mayByFile && current.mayByCheck && current.standing !== 'SKIPPED') {
      decide({ pay: current, byCheck: current.means === 'FILE' });
    }
  });
  useKey('u', () => {
    if (may && (current.standing === 'PAY' || current.standing === 'SKIPPED')) {
      decide({ undo: current });
    }
  });
  useKey('a', () => open && run.sums.ready > 0 && !work.all.isPending && work.all.mutate());
  return (
    <div className="run-page">
      <div className="page">
        <div className="slip-head">
          <h1>{run.title}</h1>
          <span className="quiet">
            {say('paymentrun.allThatIsDue', {
              upTo: shortDate(run.dueUpTo),
              rate: String(run.leastRate),
              day: shortDate(run.payOn),
              account: run.account,
            })}
            {run.note && `, ${run.note}`}
          </span>
          {run.state !== 'OPEN' && <strong>{RUN_STATES[run.state]}</strong>}
        </div>
        {run.dayProblems.map((p) => (
          <p key={p} className="told">
            {p}
          </p>
        ))}
        {run.declinedFor && <p className="told">{say('paymentrun.declinedFor', { why: run.declinedFor })}</p>}
        {run.state === 'WAITS' && <Asked run={run} />}
        {head && open && (
          <div className="sheet">
            <PaymentRunHead
              start={run}
              busy={work.change.isPending}
              label={say('paymentrun.keepTheDays')}
              onKeep={(h) => work.change.mutate(h, { onSuccess: () => setHead(false) })}
              onClose={() => setHead(false)}
            >
              <Problems error={work.change.error} title={say('paymentrun.nothingWasChanged')} />
            </PaymentRunHead>
          </div>
        )}
        <div className="slip-tools">
          <Form.Control
            aria-label={say('paymentrun.payeeOrBill')}
            placeholder={say('paymentrun.payeeOrBill')}
            value={text}
            onChange={(e) => setText(e.target.value)}
          />
          {run.state === 'OPEN' && (
            <Form.Select
              aria-label={say('paymentrun.which')}
              value={only}
              onChange={(e) => setOnly(e.target.value as Only)}
            >
              <option value="">{say('paymentrun.allPayees')}</option>
              <option value="undecided">
                {say('paymentrun.toBeDecidedCount', { count: run.sums.undecided })}
              </option>
              <option value="pay">{say('paymentrun.paidCount', { count: run.sums.payees })}</option>
              <option value="left">{say('paymentrun.skippedOrCannot')}</option>
            </Form.Select>
          )}
          {open && (
            <Button variant="outline-secondary" onClick={() => setHead(!head)}>
              {say('paymentrun.changeTheDays')}
            </Button>
          )}
          {open && run.sums.ready > 0 && (
            <Button
              className="ms-auto"
              variant="outline-secondary"
              disabled={work.all.isPending}
              onClick={() => work.all.mutate()}
            >
              <strong>{say('paymentrun.payAllReady', { count: run.sums.ready })}</strong> <kbd>a</kbd>
            </Button>
          )}
        </div>
        <Problems error={work.decide.error ?? work.all.error} title={say('paymentrun.nothingWasDecided')} />
        <PayeeRows
          run={run}
          rows={rows}
          here={current?.partyId}
          doing={open ? doing : undefined}
          open={open}
          busy={work.decide.isPending}
          onHere={go}
          onDoing={setDoing}
          onDecide={decide}
        />
        <ExportLinks path={`/payment-runs/${run.id}/file?`} />
        <p>
          <Link to="/payment-runs">{say('paymentrun.allRuns')}</Link>
        </p>
        <ActivityOf type="payment_run" id={run.id} />
      </div>
      <PaymentRunSide run={run} work={work} />
    </div>
  );
}
