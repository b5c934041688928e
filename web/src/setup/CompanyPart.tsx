import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { useKept } from '../draft/useKept';
import { useCurrentCompany } from '../session/session';
import { send } from '../shared/api';
import type { Created, SetUpView as SetUp } from './api';
import { DateField } from '../shared/DateField';
import { addDays, fullDate, monthTitle, ownTimeZone } from '../shared/dates';
import { ChooserField } from '../shared/Chooser';
import { ChoiceField, TextField } from '../shared/fields';
import { sessionKeys } from '../session/keys';
import { grouped, typed } from '../shared/money';
import { Problems } from '../shared/Problems';
import { useChart, useSetUp } from '../shared/useBooks';
import { say } from '../words';

/** The company itself: its name, the rule of two persons, its shared accounts, its open months, other companies. */
export function CompanyPart() {
  const setUp = useSetUp();
  if (!setUp.data) {
    return <Problems error={setUp.error} />;
  }
  return (
    <div className="row">
      <div className="col-lg-6">
        <CompanyForm setUp={setUp.data} />
        <Purposes setUp={setUp.data} />
      </div>
      <div className="col-lg-6">
        <Months setUp={setUp.data} />
        <AnotherCompany />
      </div>
    </div>
  );
}

const STYLES: [SetUp['amountStyle'], string][] = [
  ['POINT', '1,234.50'],
  ['COMMA', '1.234,50'],
  ['SPACE', '1 234,50'],
  ['APOSTROPHE', '1’234.50'],
];

function useKeep<B>(method: 'POST' | 'PUT', path: string) {
  const { company } = useCurrentCompany();
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (body: B) =>
      send('POST' === method ? 'POST' : 'PUT', `/api/v1/companies/${company.id}${path}`, body),
    onSuccess: () => queries.invalidateQueries(),
  });
}

function CompanyForm({ setUp }: { setUp: SetUp }) {
  const { company, session } = useCurrentCompany();
  const {
    form,
    set: setForm,
    forget,
    notice,
  } = useKept('company', {
    name: setUp.name,
    secondPersonAbove: typed(setUp.secondPersonAbove ?? ''),
    secondPersonFrom: session.businessDate,
    amountStyle: setUp.amountStyle,
    dateOrder: setUp.dateOrder,
    timeZone: setUp.timeZone,
  });
  const keep = useKeep<typeof form>('PUT', '/set-up/company');
  const secondFactor = useKeep<{ asked: boolean }>('PUT', '/second-factor');
  const onePerson = useKeep<{ allowed: boolean }>('PUT', '/one-person');
  return (
    <Form
      className="sheet"
      onSubmit={(e) => {
        e.preventDefault();
        keep.mutate(form, { onSuccess: forget });
      }}
    >
      <h2>{say('setup.company')}</h2>
      {notice}
      <div className="row g-2">
        <TextField
          className="col-md-5"
          label={say('setup.name')}
          max={120}
          value={form.name}
          onChange={(name) => setForm({ ...form, name })}
        />
        <TextField
          className="col-md-4"
          money
          label={say('setup.aSecondPersonAbove', { currency: setUp.currency })}
          hint={
            setUp.secondPersonChanges.length === 0
              ? say('setup.ofEachPaymentLeftEmptyOneIs')
              : setUp.secondPersonChanges
                  .map((l) =>
                    say('setup.from2', {
                      from: fullDate(l.from),
                      words: l.above ? grouped(l.above) : say('setup.oneIsEnough'),
                    }),
                  )
                  .join(' ')
          }
          value={form.secondPersonAbove}
          onChange={(secondPersonAbove) => setForm({ ...form, secondPersonAbove })}
        />
        <div className="col-md-3">
          <DateField
            label={say('setup.itHoldsFrom')}
            value={form.secondPersonFrom}
            today={session.businessDate}
            onChange={(secondPersonFrom) => setForm({ ...form, secondPersonFrom })}
          />
        </div>
        <ChoiceField
          className="col-md-4"
          label={say('setup.amountsAreWritten')}
          value={form.amountStyle}
          choices={STYLES}
          onChange={(v) => setForm({ ...form, amountStyle: v as SetUp['amountStyle'] })}
        />
        <ChoiceField
          className="col-md-4"
          label={say('setup.theFourthOfJuneIs')}
          value={form.dateOrder}
          choices={[
            ['MONTH_FIRST', '6/4'],
            ['DAY_FIRST', '4/6'],
          ]}
          onChange={(v) => setForm({ ...form, dateOrder: v as SetUp['dateOrder'] })}
        />
        <TextField
          className="col-md-4"
          label={say('setup.timeZone')}
          max={60}
          list={Intl.supportedValuesOf('timeZone')}
          hint={say('setup.whereItsDaysBeginAndEnd')}
          value={form.timeZone}
          onChange={(timeZone) => setForm({ ...form, timeZone })}
        />
      </div>
      <Problems error={keep.error} title={say('setup.notKeptWhatYouTypedIsStill')} />
      {keep.isSuccess && <p role="status">{say('setup.kept')}</p>}
      <Button type="submit" disabled={keep.isPending}>
        {say('setup.keepTheCompany')}
      </Button>
      <h3 className="mt-3">{say('setup.twoPersons')}</h3>
      <Form.Check
        id="one-person"
        label={say('setup.onePersonMayBothPrepareAndCertify')}
        checked={company.onePerson}
        disabled={onePerson.isPending}
        onChange={(e) => onePerson.mutate({ allowed: e.target.checked })}
      />
      <Problems error={onePerson.error} />
      <h3 className="mt-3">{say('setup.secondFactor')}</h3>
      <Form.Check
        id="second-factor"
        label={say('setup.everybodySignsInWithACodeOf')}
        checked={setUp.secondFactor}
        disabled={secondFactor.isPending}
        onChange={(e) => secondFactor.mutate({ asked: e.target.checked })}
      />
      <div className="hint">{say('setup.whoHasNoneYetSetsItUp')}</div>
      <Problems error={secondFactor.error} />
    </Form>
  );
}

function Purposes({ setUp }: { setUp: SetUp }) {
  const chart = useChart();
  const keep = useKeep<{ purpose: string; ledgerAccountId: number }>('POST', '/set-up/purposes');
  return (
    <section className="sheet">
      <h2>{say('setup.whichLedgerAccountServesWhat')}</h2>
      <div className="row g-2">
        {setUp.purposes.map((p) => (
          <ChooserField
            key={p.purpose}
            className="col-md-6"
            label={p.words.charAt(0).toUpperCase() + p.words.slice(1)}
            empty={say('setup.none')}
            value={p.ledgerAccountId ? String(p.ledgerAccountId) : ''}
            choices={(chart.data ?? [])
              .filter((a) => a.active)
              .map((a) => [String(a.id), `${a.code} ${a.name}`])}
            onChange={(v) => v && keep.mutate({ purpose: p.purpose, ledgerAccountId: Number(v) })}
          />
        ))}
      </div>
      <Problems error={keep.error} title={say('setup.notChanged')} />
    </section>
  );
}

function Months({ setUp }: { setUp: SetUp }) {
  const { session } = useCurrentCompany();
  const close = useKeep<{ month: string; closed: boolean }>('POST', '/set-up/closed-months');
  const months: string[] = [];
  let day = `${session.businessDate.slice(0, 7)}-01`;
  for (let i = 0; i < 13; i++) {
    months.push(day.slice(0, 7));
    day = `${addDays(day, -1).slice(0, 7)}-01`;
  }
  return (
    <section className="sheet">
      <h2>{say('setup.months')}</h2>
      <p className="quiet">{say('setup.aClosedMonthTakesNoEntryWhatever')}</p>
      <Problems error={close.error} title={say('setup.notChanged')} />
      {months.map((m) => {
        const closed = setUp.closedMonths.includes(m);
        return (
          <Form.Check
            key={m}
            id={`month-${m}`}
            label={`${monthTitle(m)} ${closed ? say('setup.isClosed') : say('setup.isOpen')}`}
            checked={closed}
            disabled={close.isPending}
            onChange={(e) => close.mutate({ month: m, closed: e.target.checked })}
          />
        );
      })}
    </section>
  );
}

function AnotherCompany() {
  const { choose } = useCurrentCompany();
  const queries = useQueryClient();
  const [form, setForm] = useState({ name: '', currency: 'USD', timeZone: ownTimeZone() });
  const add = useMutation({
    mutationFn: () => send<Created>('POST', '/api/v1/companies', form),
    onSuccess: async (made) => {
      await queries.invalidateQueries({ queryKey: sessionKeys.session });
      choose(made.id);
    },
  });
  return (
    <Form
      className="sheet"
      onSubmit={(e) => {
        e.preventDefault();
        add.mutate();
      }}
    >
      <h2>{say('setup.anotherCompany')}</h2>
      <p className="quiet">{say('setup.withItsOwnBooksPeopleAndAccounts')}</p>
      <div className="row g-2">
        <TextField
          className="col-8"
          label={say('setup.itsName')}
          max={120}
          value={form.name}
          onChange={(name) => setForm({ ...form, name })}
        />
        <TextField
          className="col-4"
          label={say('setup.baseCurrency')}
          max={3}
          value={form.currency}
          onChange={(currency) => setForm({ ...form, currency: currency.toUpperCase() })}
        />
        <TextField
          className="col-8"
          label={say('setup.itsTimeZone')}
          max={60}
          list={Intl.supportedValuesOf('timeZone')}
          value={form.timeZone}
          onChange={(timeZone) => setForm({ ...form, timeZone })}
        />
      </div>
      <Problems error={add.error} title={say('setup.notAddedWhatYouTypedIsStill')} />
      <Button className="mt-2" type="submit" variant="outline-secondary" disabled={add.isPending}>
        {say('setup.addThisCompany')}
      </Button>
    </Form>
  );
}
