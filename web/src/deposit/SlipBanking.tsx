import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { Link, useNavigate } from 'react-router';
import { EntryLines } from '../ledger/EntryLines';
import { useCurrentCompany } from '../session/session';
import { Refusal, send } from '../shared/api';
import { CellChooser } from '../shared/Chooser';
import { DateField } from '../shared/DateField';
import { fullDate, UNREADABLE } from '../shared/dates';
import { CellText } from '../shared/fields';
import { keys } from '../shared/keys';
import { typed as asTyped } from '../shared/money';
import { Problems } from '../shared/Problems';
import { accountChoices, useChart } from '../shared/useBooks';
import { say } from '../words';
import type { BookedView, SlipCharge, SlipKept, SlipView } from './api';
import { PrintSlip } from './PrintSlip';
import { keptBackOf, type SlipWork } from './useSlip';

/** When and in which bag it goes, what is kept back, what it will book, and the step itself. */
export function SlipBanking({ view, work }: { view: SlipView; work: SlipWork }) {
  const { company, session, canBank, canPrepare } = useCurrentCompany();
  const navigate = useNavigate();
  const queries = useQueryClient();
  const [day, setDay] = useState(view.takenOn ?? session.businessDate);
  const [bag, setBag] = useState(view.bagNumber);
  const [seen, setSeen] = useState([view.takenOn, view.bagNumber]);
  if (seen[0] !== view.takenOn || seen[1] !== view.bagNumber) {
    // somebody else, or the server, has written it since
    setSeen([view.takenOn, view.bagNumber]);
    setDay(view.takenOn ?? day);
    setBag(view.bagNumber);
  }
  const path = `/api/v1/companies/${company.id}/deposit-slips/${view.slip.id}`;
  const body = { day, ...keptBackOf(view) };
  const ready = view.receipts.length > 0 || view.charges.length > 0;
  const agreed = !view.counts || view.count?.agrees === true;
  const bank = useMutation({
    mutationFn: () => send<BookedView>('POST', `${path}/banking`, { version: view.slip.version, ...body }),
    onSettled: () => queries.invalidateQueries({ queryKey: keys.company(company.id) }),
  });
  const preview = useQuery({
    queryKey: [
      ...keys.company(company.id),
      'slip preview',
      view.slip.id,
      body,
      view.receipts.map((r) => r.id),
      agreed,
    ],
    queryFn: () => send<BookedView>('POST', `${path}/banking?preview=true`, body),
    enabled: canBank && ready && agreed && day !== UNREADABLE && !bank.isPending && !bank.isSuccess,
    retry: false,
  });
  const discard = useMutation({
    mutationFn: () => send('POST', `${path}/discard`, {}),
    onSuccess: async () => {
      await queries.invalidateQueries({ queryKey: keys.company(company.id) });
      void navigate('/slips');
    },
  });
  const leave = useMutation({
    mutationFn: () =>
      send('POST', `/api/v1/companies/${company.id}/drafts`, {
        kind: 'DEPOSIT_SLIP',
        version: 0,
        body: {
          slipId: view.slip.id,
          date: day,
          bankAccountId: view.slip.bankAccountId,
          amount: asTyped(view.total),
          ...(view.slip.siteId !== undefined && { siteId: view.slip.siteId }),
        },
      }),
    onSuccess: () => queries.invalidateQueries({ queryKey: keys.company(company.id) }),
  });
  const [asked, setAsked] = useState(false);
  const unread = day === UNREADABLE;
  const keep = () => {
    if (!unread && (day !== (view.takenOn ?? session.businessDate) || bag !== view.bagNumber)) {
      void work.prepare({ takenOn: day, bagNumber: bag });
    }
  };
  return (
    <Form
      className="slip-banking"
      onSubmit={(e) => {
        e.preventDefault();
        if (ready && agreed && !unread && !bank.isPending) bank.mutate();
      }}
    >
      <fieldset disabled={!canBank}>
        <div className="row g-2">
          <div className="col-6" onBlur={keep}>
            <DateField
              label={say('deposit.takenToTheBankOn')}
              value={day}
              today={session.businessDate}
              onChange={setDay}
            />
          </div>
          <Form.Group className="col-6">
            <Form.Label htmlFor="bag">{say('deposit.bagNumber')}</Form.Label>
            <Form.Control
              id="bag"
              value={bag}
              maxLength={40}
              autoComplete="off"
              onChange={(e) => setBag(e.target.value)}
              onBlur={keep}
            />
          </Form.Group>
        </div>
        {view.receipts.length === 0 && view.charges.length === 0 && <WithoutReceipts work={work} />}
        <KeptBack key={view.charges.length === 0 ? 'none' : 'some'} view={view} work={work} />
      </fieldset>
      {ready && agreed && preview.data?.entries[0] && (
        <div className="will-book">
          <EntryLines
            entry={preview.data.entries[0]}
            caption={say('deposit.whatItWillBook', { date: fullDate(day) })}
          />
        </div>
      )}
      {ready && agreed && preview.isError && preview.error instanceof Refusal && (
        <Problems error={preview.error} title={say('deposit.itCannotBeBankedYet')} />
      )}
      {ready && !agreed && <p className="quiet">{say('deposit.itIsBankedWhenTheCountAgrees')}</p>}
      <Problems error={bank.error} title={say('deposit.theSlipWasNotBanked')} />
      <Problems error={discard.error} />
      <Problems error={leave.error} title={say('deposit.notLeftToAPostingRun')} />
      {leave.isSuccess && (
        <p className="told" role="status">
          {say('deposit.leftToAPostingRun')} <Link to="/drafts">{say('deposit.drafts')}</Link>
        </p>
      )}
      <div className="actions mt-2">
        {canBank && (
          <Button type="submit" disabled={!ready || !agreed || unread || bank.isPending || work.waiting > 0}>
            {say('deposit.bankThisSlip')}
          </Button>
        )}
        {canPrepare && ready && agreed && (
          <Button
            variant="outline-secondary"
            disabled={unread || leave.isPending}
            onClick={() => leave.mutate()}
          >
            {say('deposit.leaveItToAPostingRun')}
          </Button>
        )}
        <PrintSlip slip={view.slip} />
        <Button variant="outline-secondary" onClick={() => void navigate('/slips')}>
          {say('deposit.leaveIt')}
        </Button>
        {canBank &&
          (asked ? (
            <Button variant="outline-danger" disabled={discard.isPending} onClick={() => discard.mutate()}>
              {say('deposit.giveItUpReceiptsStayInHand')}
            </Button>
          ) : (
            <Button variant="link" onClick={() => setAsked(true)}>
              {say('deposit.giveItUp')}
            </Button>
          ))}
      </div>
    </Form>
  );
}

/** Money of a lockbox, or of the time before the books: one amount on an account, without receipts. */
function WithoutReceipts({ work }: { work: SlipWork }) {
  const chart = useChart();
  const [open, setOpen] = useState(false);
  const [account, setAccount] = useState('');
  const [amount, setAmount] = useState('');
  if (!open) {
    return (
      <p className="mt-2 mb-0">
        <button type="button" className="as-link" onClick={() => setOpen(true)}>
          {say('deposit.withoutReceipts')}
        </button>{' '}
        <span className="quiet">{say('deposit.fromALockboxOrTheStart')}</span>
      </p>
    );
  }
  return (
    <div className="kept-row mt-2">
      <CellChooser
        label={say('deposit.accountOfTheMoney')}
        empty={say('deposit.chooseAnAccount')}
        value={account}
        choices={accountChoices(chart.data, (a) => a.control === 'NONE')}
        onChange={setAccount}
      />
      <CellText money label={say('deposit.amountWithoutReceipts')} value={amount} onChange={setAmount} />
      <Button
        size="sm"
        variant="outline-secondary"
        disabled={account === '' || amount.trim() === '' || work.waiting > 0}
        onClick={() =>
          void work.prepare({
            charges: [{ ...NO_CHARGE, account, gross: `-${amount.trim()}` }],
          })
        }
      >
        {say('deposit.putItOnTheSlip')}
      </Button>
    </div>
  );
}

const NO_CHARGE: SlipCharge = { account: '', gross: '', taxCode: '', costCentre: '', text: '' };

/** Charges the bank keeps back, and cash that goes into a drawer; kept with the slip when they are whole. */
function KeptBack({ view, work }: { view: SlipView; work: SlipWork }) {
  const chart = useChart();
  const [charges, setCharges] = useState<SlipCharge[]>(keptBackOf(view).charges);
  const [kept, setKept] = useState<SlipKept[]>(keptBackOf(view).keptBack);
  const [open, setOpen] = useState(view.charges.length + view.keptBack.length > 0);
  const whole = (rows: { account: string }[], amount: (i: number) => string) =>
    rows.every((r, i) => (r.account !== '' && amount(i) !== '') || (r.account === '' && amount(i) === ''));
  const save = (nextCharges = charges, nextKept = kept) => {
    if (
      whole(nextCharges, (i) => nextCharges[i]?.gross ?? '') &&
      whole(nextKept, (i) => nextKept[i]?.amount ?? '')
    ) {
      void work.prepare({
        charges: nextCharges.filter((c) => c.account !== ''),
        keptBack: nextKept.filter((k) => k.account !== ''),
      });
    }
  };
  if (!open) {
    return (
      <p className="mt-2 mb-2">
        <button type="button" className="as-link" onClick={() => setOpen(true)}>
          {say('deposit.chargesOrCashKeptBack')}
        </button>{' '}
        <span className="quiet">{say('deposit.noneOfIt')}</span>
      </p>
    );
  }
  const change = (i: number, part: Partial<SlipCharge>, now = false) => {
    const next = charges.map((c, n) => (n === i ? { ...c, ...part } : c));
    setCharges(next);
    if (now) save(next);
  };
  const changeKept = (i: number, part: Partial<SlipKept>, now = false) => {
    const next = kept.map((c, n) => (n === i ? { ...c, ...part } : c));
    setKept(next);
    if (now) save(charges, next);
  };
  return (
    <div className="kept-back" onBlur={(e) => e.target instanceof HTMLInputElement && save()}>
      {charges.map((c, i) => (
        <div key={i} className="kept-row">
          <CellChooser
            label={say('deposit.accountOfCharge', { number: i + 1 })}
            empty={say('deposit.chargeOnAccount')}
            value={c.account}
            choices={accountChoices(chart.data, (a) => a.control === 'NONE')}
            onChange={(account) => change(i, { account }, true)}
          />
          <CellText
            money
            label={say('deposit.amountOfCharge', { number: i + 1 })}
            value={c.gross}
            onChange={(gross) => change(i, { gross })}
          />
        </div>
      ))}
      {kept.map((k, i) => (
        <div key={i} className="kept-row">
          <CellChooser
            label={say('deposit.drawerOfCash', { number: i + 1 })}
            empty={say('deposit.cashIntoTheDrawer')}
            value={k.account}
            choices={accountChoices(chart.data, (a) => a.type === 'ASSET' && a.control === 'NONE')}
            onChange={(account) => changeKept(i, { account }, true)}
          />
          <CellText
            money
            label={say('deposit.amountOfCash', { number: i + 1 })}
            value={k.amount}
            onChange={(amount) => changeKept(i, { amount })}
          />
        </div>
      ))}
      <div className="actions mb-2">
        <Button size="sm" variant="outline-secondary" onClick={() => setCharges([...charges, NO_CHARGE])}>
          {say('deposit.addACharge')}
        </Button>
        <Button
          size="sm"
          variant="outline-secondary"
          onClick={() => setKept([...kept, { account: '', amount: '' }])}
        >
          {say('deposit.keepCashBack')}
        </Button>
      </div>
    </div>
  );
}
