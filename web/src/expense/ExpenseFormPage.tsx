import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { useLocation, useParams, useSearchParams } from 'react-router';
import { HandIn, TakesPapers } from '../attachment/HandIn';
import { PaperPages } from '../attachment/PaperViewer';
import type { Listed } from '../attachment/api';
import { useHandedIn } from '../attachment/useHandedIn';
import { BookingForm } from '../draft/BookingForm';
import { EMPTY_LINE, GrossLines } from '../draft/GrossLines';
import { useDraft } from '../draft/useDraft';
import { PartyField } from '../party/PartyChooser';
import { useFunds } from '../pettycash/useDrawers';
import { useCurrentCompany } from '../session/session';
import { api, data } from '../shared/api';
import { CellChooser } from '../shared/Chooser';
import { DateField } from '../shared/DateField';
import { ChoiceField, TextField } from '../shared/fields';
import { Problems } from '../shared/Problems';
import { SiteField } from '../shared/SiteField';
import { accountChoices, useBankAccounts, useChart } from '../shared/useBooks';
import { useDebounced } from '../shared/useDebounced';
import { say } from '../words';
import type { ExpenseMade, NewExpense } from './api';
import { carried } from './dropped';
import { likeLast, lineOf, saysEnough, typedLine } from './expenseOf';
import { expenseKeys } from './keys';

type Draft = ReturnType<typeof useDraft>['draft'];

export function useExpense(id: number) {
  const { company } = useCurrentCompany();
  return useQuery({
    queryKey: expenseKeys.one(company.id, id),
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/expenses/{expenseId}', {
          params: { path: { companyId: company.id, expenseId: id } },
        }),
      ),
    enabled: id > 0,
  });
}

/** An expense or a movement typed by hand: new, gone on with, or put right. */
export default function ExpenseFormPage() {
  const { session } = useCurrentCompany();
  const { id } = useParams();
  const { pathname } = useLocation();
  const [search] = useSearchParams();
  const movement = pathname.startsWith('/bank-movements');
  const draft = useDraft(movement ? 'BANK_MOVEMENT' : 'EXPENSE');
  const accounts = useBankAccounts();
  const before = useExpense(Number(id ?? 0));
  if (draft.waiting || draft.error || !accounts.data || (id && !before.data)) {
    return <Problems error={draft.error ?? accounts.error ?? before.error} />;
  }
  const account = Number(search.get('account') ?? 0) || accounts.data.find((a) => a.active)?.id;
  const initial: NewExpense = {
    kind: movement ? 'MOVEMENT' : 'EXPENSE',
    paidBy: 'BANK',
    ...(account && { bankAccountId: account }),
    date: session.businessDate,
    in: false,
    who: '',
    reference: '',
    text: '',
    lines: [],
    tags: '',
    ...(before.data ? before.data.form : draft.form),
    ...(before.data && { version: before.data.version }),
  };
  return (
    <ExpenseForm
      key={`${id ?? ''} ${draft.draft?.id ?? ''}`}
      initial={initial}
      draft={draft.draft}
      papers={before.data?.papers ?? draft.papers}
      id={Number(id ?? 0)}
    />
  );
}

function ExpenseForm({
  initial,
  draft,
  papers,
  id,
}: {
  initial: NewExpense;
  draft: Draft;
  papers?: Listed[];
  id: number;
}) {
  const { company, session } = useCurrentCompany();
  const [form, setForm] = useState(initial);
  const [lines, setLines] = useState(initial.lines.length > 0 ? initial.lines.map(typedLine) : [EMPTY_LINE]);
  const [turned, setTurned] = useState<Listed>();
  // pictures of one that is put right stay with it
  const pictures = useHandedIn(id > 0 ? undefined : papers);
  const accounts = useBankAccounts();
  const funds = useFunds();
  const chart = useChart();
  const set = (part: Partial<NewExpense>) => setForm((f) => ({ ...f, ...part }));
  const without = (name: keyof NewExpense) =>
    setForm((f) => {
      const other = { ...f };
      delete other[name];
      return other;
    });
  const { add } = pictures;
  useEffect(() => {
    const file = carried();
    if (file) {
      add(file);
    }
  }, [add]);
  const asked = useDebounced(form.who.trim());
  const remembered = useQuery({
    queryKey: expenseKeys.remembered(company.id, form.kind, asked),
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/expenses/remembered', {
          params: { path: { companyId: company.id }, query: { kind: form.kind, who: asked } },
        }),
      ),
    enabled: asked.length > 1 && id === 0,
  });
  const last = remembered.data?.find((r) => r.who.toLowerCase() === asked.toLowerCase())?.form;
  const filled = lines.filter((l) => l.account || l.amount).map(lineOf);
  const body: NewExpense = {
    ...form,
    lines: filled,
    // those that are seen, never what an unfinished form or a draft had before
    paperIds: pictures.ids,
  };
  const movement = form.kind === 'MOVEMENT';
  const beside = turned ?? pictures.papers[0] ?? papers?.[0];
  const account = accounts.data?.find((a) => a.id === form.bankAccountId);
  const bank = form.paidBy === 'BANK' || form.paidBy === 'CARD';
  const ways: [string, string][] = [
    ['BANK', say('expense.bankAccount')],
    ['CARD', say('expense.cardAccount')],
    ...(movement
      ? []
      : ([
          ['DRAWER', say('expense.pettyCash')],
          ['EMPLOYEE', say('expense.outOfPocket')],
        ] as [string, string][])),
  ];
  return (
    <TakesPapers of={pictures}>
      <BookingForm<NewExpense, ExpenseMade>
        title={
          id > 0
            ? say('expense.putRight')
            : movement
              ? say('expense.newBankMovement')
              : say('expense.newExpense')
        }
        back={
          id > 0
            ? [`/expenses/${id}`, say('expense.theExpense')]
            : [`/expenses${movement ? '?kind=MOVEMENT' : ''}`, say('expense.expenses')]
        }
        kind={movement ? 'BANK_MOVEMENT' : 'EXPENSE'}
        path={id > 0 ? `/expenses/${id}` : '/expenses'}
        change={id > 0}
        body={body}
        ready={saysEnough(body) && !pictures.busy}
        button={
          id > 0
            ? say('expense.reverseAndBookAnew')
            : movement
              ? say('expense.bookThisMovement')
              : say('expense.bookThisExpense')
        }
        draft={draft}
        papers={pictures.papers}
        booked={(r) => r.booked}
        done={(r) => `/expenses/${r.expenseId}`}
        askAgain="expense.double"
        above={
          beside && (
            <section className="paper-beside" aria-label={say('expense.thePicture')}>
              <PaperPages key={beside.id} paper={beside} onTurned={setTurned} />
            </section>
          )
        }
        beside={(r) => r.told && <p className="told">{r.told}</p>}
      >
        <HandIn of={pictures} hint={say('expense.dropThePictureOfTheReceipt')} />
        <div className="row g-3 mb-2">
          <TextField
            className="col-md-6"
            label={form.in ? say('expense.cameFrom') : say('expense.paidTo')}
            value={form.who}
            list={remembered.data?.map((r) => r.who)}
            onChange={(who) => set({ who })}
          />
          <div className="col-md-3">
            <DateField
              label={say('expense.day')}
              value={form.date}
              today={session.businessDate}
              onChange={(date) => set({ date })}
            />
          </div>
          <div className="col-md-3">
            <DateField
              label={say('expense.dayOnThePaper')}
              value={form.paperDate ?? ''}
              today={session.businessDate}
              hint={say('expense.leftEmptyTheSame')}
              onChange={(paperDate) => (paperDate === '' ? without('paperDate') : set({ paperDate }))}
            />
          </div>
          {last && (
            <p className="mb-0">
              <button
                type="button"
                className="as-link"
                onClick={() => {
                  setForm(likeLast(form, last));
                  setLines(last.lines.map(typedLine));
                }}
              >
                {say('expense.asTheLastOfThem')}
              </button>
            </p>
          )}
          <TextField
            className="col-md-6"
            label={say('expense.whatFor')}
            max={400}
            value={form.text}
            onChange={(text) => set({ text })}
          />
          <TextField
            className="col-md-3"
            label={say('expense.reference')}
            max={60}
            value={form.reference}
            onChange={(reference) => set({ reference })}
          />
          <ChoiceField
            className="col-md-3"
            label={say('expense.direction')}
            value={form.in ? 'in' : 'out'}
            choices={[
              ['out', say('expense.moneyWent')],
              ['in', say('expense.moneyCame')],
            ]}
            onChange={(way) => set({ in: way === 'in' })}
          />
          <ChoiceField
            className="col-md-3"
            label={say('expense.paidBy')}
            value={form.paidBy}
            choices={ways}
            onChange={(way) => set({ paidBy: way as NewExpense['paidBy'] })}
          />
          {bank && (
            <ChoiceField
              className="col-md-6"
              label={say('expense.account')}
              value={String(form.bankAccountId ?? '')}
              empty={say('expense.choose')}
              choices={(accounts.data ?? [])
                .filter((a) => a.active)
                .map((a) => [String(a.id), `${a.name}, ${a.bank}`])}
              onChange={(v) => (v === '' ? without('bankAccountId') : set({ bankAccountId: Number(v) }))}
            />
          )}
          {form.paidBy === 'DRAWER' && (
            <ChoiceField
              className="col-md-6"
              label={say('expense.drawer')}
              value={String(form.fundId ?? '')}
              empty={say('expense.choose')}
              choices={(funds.data ?? []).filter((f) => f.active).map((f) => [String(f.id), f.name])}
              onChange={(v) => (v === '' ? without('fundId') : set({ fundId: Number(v) }))}
            />
          )}
          {form.paidBy === 'EMPLOYEE' && (
            <PartyField
              className="col-md-6"
              label={say('expense.employee')}
              empty={say('expense.typeAName')}
              roles={['EMPLOYEES']}
              partyId={form.employeeId ?? undefined}
              onChange={(p) => (p ? set({ employeeId: p.id }) : without('employeeId'))}
            />
          )}
          <SiteField
            className="col-md-3"
            value={form.siteId}
            onChange={(siteId) => (siteId === undefined ? without('siteId') : set({ siteId }))}
          />
        </div>
        <GrossLines
          caption={say('expense.linesGrossIn', {
            currency: bank ? (account?.currency ?? company.currency) : company.currency,
          })}
          lines={lines}
          button={say('expense.addALine')}
          onChange={setLines}
        />
        <TextField
          label={say('expense.tags')}
          hint={say('expense.wordsWithCommas')}
          max={400}
          value={form.tags}
          onChange={(tags) => set({ tags })}
        />
        {!movement && (
          <details className="mt-3" open={form.passOn !== undefined}>
            <summary>{say('expense.aCustomerPaysForIt')}</summary>
            <div className="row g-3 mt-1">
              <PartyField
                className="col-md-5"
                label={say('expense.customer')}
                empty={say('expense.nobody')}
                roles={['RECEIVABLES']}
                partyId={form.passOn?.partyId}
                onChange={(p) =>
                  p
                    ? set({
                        passOn: {
                          partyId: p.id,
                          account: form.passOn?.account ?? filled[0]?.account ?? '',
                          amount: form.passOn?.amount ?? '',
                        },
                      })
                    : without('passOn')
                }
              />
              {form.passOn && (
                <>
                  <div className="col-md-4">
                    <div className="form-label">{say('expense.bookedOn')}</div>
                    <CellChooser
                      label={say('expense.bookedOn')}
                      empty={say('expense.choose')}
                      value={form.passOn.account}
                      choices={accountChoices(chart.data, (a) => a.control === 'NONE')}
                      onChange={(to) => form.passOn && set({ passOn: { ...form.passOn, account: to } })}
                    />
                  </div>
                  <TextField
                    className="col-md-3"
                    money
                    label={say('expense.amount')}
                    hint={say('expense.leftEmptyAllOfIt')}
                    value={form.passOn.amount}
                    onChange={(amount) => form.passOn && set({ passOn: { ...form.passOn, amount } })}
                  />
                </>
              )}
            </div>
          </details>
        )}
      </BookingForm>
    </TakesPapers>
  );
}
