import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { useKept } from '../draft/useKept';
import { useCurrentCompany } from '../session/session';
import { api, data, Refusal, send } from '../shared/api';
import type { GuessView, MappingBody as Mapping, TriedView } from './api';
import { fullDate } from '../shared/dates';
import { ChoiceField, TextField } from '../shared/fields';
import { statementsKeys } from './keys';
import { report } from '../shared/money';
import { Problems } from '../shared/Problems';
import { useBankAccounts } from '../shared/useBooks';
import { useDebounced } from '../shared/useDebounced';
import type { IncomingFileView } from './useTaking';
import { say } from '../words';

const COLUMNS: [string, string][] = [
  ['BOOKING_DATE', say('statements.bookingDate')],
  ['VALUE_DATE', say('statements.valueDate')],
  ['AMOUNT', say('statements.amount')],
  ['MONEY_IN', say('statements.moneyIn')],
  ['MONEY_OUT', say('statements.moneyOut')],
  ['SIDE', say('statements.inOrOut')],
  ['BALANCE', say('statements.balance')],
  ['TEXT', say('statements.text')],
  ['COUNTERPARTY', say('statements.payerOrPayee')],
  ['REFERENCE', say('statements.reference')],
  ['BANK_REFERENCE', say('statements.bankReference')],
  ['CHECK_NUMBER', say('statements.checkNumber')],
  ['CURRENCY', say('statements.currency')],
  ['ACCOUNT', say('statements.account')],
  ['CODE', say('statements.code')],
];

/** Shows once what the columns of a bank's table hold; the first lines stand below as they would be read. */
export function MappingForm({ incoming, done }: { incoming: IncomingFileView; done: () => unknown }) {
  const { company, canPrepare } = useCurrentCompany();
  const guess = useQuery({
    queryKey: [...statementsKeys.incoming(company.id, incoming.id), 'guess'],
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/incoming-files/{incomingId}/guess', {
          params: { path: { companyId: company.id, incomingId: incoming.id } },
        }),
      ),
    enabled: canPrepare,
  });
  if (!canPrepare) {
    return <p className="quiet">{say('statements.somebodyWhoPreparesHasToShowWhat')}</p>;
  }
  return guess.data ? (
    <Mapping incoming={incoming} guess={guess.data} done={done} />
  ) : (
    <Problems error={guess.error} />
  );
}

function first(guess: GuessView): Mapping {
  return (
    guess.mapping ?? {
      name: '',
      charset: guess.charset,
      separator: guess.separator,
      skipRows: 0,
      header: guess.rows[0] ?? [],
      dates: 'YEAR_FIRST',
      decimalPoint: '.',
      turned: false,
      columns: {},
    }
  );
}

function Mapping({
  incoming,
  guess,
  done,
}: {
  incoming: IncomingFileView;
  guess: GuessView;
  done: () => unknown;
}) {
  const { company } = useCurrentCompany();
  const accounts = useBankAccounts();
  const {
    form,
    set: setForm,
    forget,
    notice,
  } = useKept(`mapping.${incoming.id}`, () => ({
    ...first(guess),
    name: incoming.name.replace(/\.\w+$/, ''),
  }));
  const [account, setAccount] = useState(incoming.accountId ?? 0);
  const base = `/api/v1/companies/${company.id}/incoming-files/${incoming.id}`;
  const typed = useDebounced(form);
  const tried = useQuery({
    queryKey: [...statementsKeys.incoming(company.id, incoming.id), 'try', account, typed],
    queryFn: () => send<TriedView[]>('POST', `${base}/try?accountId=${account}`, typed),
    enabled: account > 0,
    placeholderData: (before) => before,
    retry: false,
  });
  const learn = useMutation({
    mutationFn: () => send('POST', `${base}/mapping?accountId=${account}`, form),
    onSuccess: () => {
      forget();
      return done();
    },
  });
  const leave = useMutation({ mutationFn: () => send('POST', `${base}/leave`), onSuccess: done });
  const width = Math.max(0, ...guess.rows.map((r) => r.length));

  function columnAt(place: number): string {
    return Object.entries(form.columns).find(([, places]) => places?.includes(place))?.[0] ?? '';
  }

  function choose(place: number, column: string) {
    const columns: Record<string, number[]> = {};
    for (const [key, places] of Object.entries(form.columns)) {
      const rest = (places ?? []).filter((p) => p !== place && (key !== column || key === 'TEXT'));
      if (rest.length > 0) {
        columns[key] = rest;
      }
    }
    if (column) {
      columns[column] = [...(columns[column] ?? []), place].sort((a, b) => a - b);
    }
    setForm({ ...form, columns });
  }

  function header(skip: number, headed: boolean) {
    setForm({ ...form, skipRows: skip, header: headed ? (guess.rows[skip] ?? []) : [] });
  }

  return (
    <Form
      onSubmit={(e) => {
        e.preventDefault();
        learn.mutate();
      }}
    >
      {notice}
      <section className="sheet">
        <h2>{say('statements.whatDoItsColumnsHold')}</h2>
        <p>
          {say('statements.shownOnceRememberedForTheAccountThe')}
          <strong>{guess.charset}</strong>.
        </p>
        <div className="row g-2">
          <ChoiceField
            className="col-md-3"
            label={say('statements.account')}
            value={String(account || '')}
            empty={say('statements.choose')}
            choices={(accounts.data ?? []).map((a) => [String(a.id), a.name])}
            onChange={(v) => setAccount(Number(v))}
          />
          <TextField
            className="col-md-3"
            label={say('statements.nameOfThisTable')}
            max={80}
            value={form.name}
            onChange={(name) => setForm({ ...form, name })}
          />
          <ChoiceField
            className="col-md-2"
            label={say('statements.dates')}
            value={form.dates}
            choices={[
              ['YEAR_FIRST', say('statements.yearFirst')],
              ['MONTH_FIRST', say('statements.monthFirst')],
              ['DAY_FIRST', say('statements.dayFirst')],
            ]}
            onChange={(dates) => setForm({ ...form, dates: dates as Mapping['dates'] })}
          />
          <ChoiceField
            className="col-md-2"
            label={say('statements.decimals')}
            value={form.decimalPoint}
            choices={[
              ['.', say('statements.point123450')],
              [',', say('statements.comma123450')],
            ]}
            onChange={(decimalPoint) => setForm({ ...form, decimalPoint })}
          />
          <ChoiceField
            className="col-md-2"
            label={say('statements.plusMeans')}
            value={form.turned ? 'out' : 'in'}
            choices={[
              ['in', say('statements.moneyIn2')],
              ['out', say('statements.moneyOut2')],
            ]}
            onChange={(v) => setForm({ ...form, turned: v === 'out' })}
          />
          <ChoiceField
            className="col-md-3"
            label={say('statements.fieldsAreSeparatedBy')}
            value={form.separator}
            choices={[
              [',', say('statements.comma')],
              [';', say('statements.semicolon')],
              ['\t', say('statements.tab')],
              ['|', say('statements.bar')],
            ]}
            onChange={(separator) => setForm({ ...form, separator })}
          />
          <ChoiceField
            className="col-md-3"
            label={say('statements.characterSet')}
            value={form.charset}
            choices={[...new Set([form.charset, 'UTF-8', 'windows-1252', 'ISO-8859-1', 'UTF-16LE'])].map(
              (c): [string, string] => [c, c],
            )}
            onChange={(charset) => setForm({ ...form, charset })}
          />
          <ChoiceField
            className="col-md-3"
            label={say('statements.rowsAboveTheFirstLine')}
            value={String(form.skipRows)}
            choices={guess.rows
              .slice(0, 20)
              .map((_, i): [string, string] => [String(i), say('statements.skip', { place: i })])}
            onChange={(v) => header(Number(v), form.header.length > 0)}
          />
          <ChoiceField
            className="col-md-3"
            label={say('statements.then')}
            value={form.header.length > 0 ? 'header' : 'line'}
            choices={[
              ['header', say('statements.aHeaderRow')],
              ['line', say('statements.theFirstLineAtOnce')],
            ]}
            onChange={(v) => header(form.skipRows, v === 'header')}
          />
        </div>
        <div className="wide-table mt-3">
          <table className="plain">
            <caption>{say('statements.theFilesFirstRowsAndWhatEach')}</caption>
            <thead>
              <tr>
                {Array.from({ length: width }, (_, place) => (
                  <th key={place} scope="col">
                    <Form.Select
                      size="sm"
                      aria-label={say('statements.whatColumnHolds', { value: place + 1 })}
                      value={columnAt(place)}
                      onChange={(e) => choose(place, e.target.value)}
                    >
                      <option value="">{say('statements.nothingNeeded')}</option>
                      {COLUMNS.map(([key, words]) => (
                        <option key={key} value={key}>
                          {words}
                        </option>
                      ))}
                    </Form.Select>
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {guess.rows.slice(0, 8).map((row, i) => (
                <tr key={i} className={i < form.skipRows ? 'quiet' : undefined}>
                  {Array.from({ length: width }, (_, place) => (
                    <td key={place}>{row[place] ?? ''}</td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      </section>
      <section className="sheet">
        <table className="plain">
          <caption>{say('statements.theFirstLinesAsTheyWouldBe')}</caption>
          <thead>
            <tr>
              <th scope="col">{say('statements.row')}</th>
              <th scope="col">{say('statements.date')}</th>
              <th scope="col">{say('statements.line')}</th>
              <th scope="col" className="num">
                {say('statements.amount')}
              </th>
              <th scope="col" className="num">
                {say('statements.balance')}
              </th>
            </tr>
          </thead>
          <tbody>
            {!tried.isError &&
              tried.data?.map((t) => (
                <tr key={t.row}>
                  <td>{t.row}</td>
                  {t.problems.length > 0 ? (
                    <td colSpan={4} className="field-error">
                      {t.problems[0]?.message}
                    </td>
                  ) : (
                    <>
                      <td>{t.date && fullDate(t.date)}</td>
                      <th scope="row">{t.title}</th>
                      <td className="num">{t.amount && report(t.amount)}</td>
                      <td className="num">{t.balance && report(t.balance)}</td>
                    </>
                  )}
                </tr>
              ))}
          </tbody>
        </table>
        {account === 0 && <p className="quiet">{say('statements.chooseTheAccountItBelongsTo')}</p>}
        <Problems
          error={tried.error instanceof Refusal ? tried.error : undefined}
          title={say('statements.notReadableSo')}
        />
        <Problems error={learn.error ?? leave.error} title={say('statements.notReadWhatYouChoseIsStill')} />
        <div className="actions mt-2">
          <Button type="submit" disabled={account === 0 || !form.name.trim() || learn.isPending}>
            {say('statements.rememberThisAndReadTheFile')}
          </Button>
          <Button variant="outline-secondary" disabled={leave.isPending} onClick={() => leave.mutate()}>
            {say('statements.leaveIt')}
          </Button>
        </div>
      </section>
    </Form>
  );
}
