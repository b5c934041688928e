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

const COLUMNS: [string, string][] = [
  ['BOOKING_DATE', 'Booking date'],
  ['VALUE_DATE', 'Value date'],
  ['AMOUNT', 'Amount'],
  ['MONEY_IN', 'Money in'],
  ['MONEY_OUT', 'Money out'],
  ['SIDE', 'In or out'],
  ['BALANCE', 'Balance'],
  ['TEXT', 'Text'],
  ['COUNTERPARTY', 'Payer or payee'],
  ['REFERENCE', 'Reference'],
  ['BANK_REFERENCE', 'Bank reference'],
  ['CHECK_NUMBER', 'Check number'],
  ['CURRENCY', 'Currency'],
  ['ACCOUNT', 'Account'],
  ['CODE', 'Code'],
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
    return <p className="quiet">Somebody who prepares has to show what its columns hold.</p>;
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
        <h2>What do its columns hold?</h2>
        <p>
          Shown once, remembered for the account. The character set was found to be{' '}
          <strong>{guess.charset}</strong>.
        </p>
        <div className="row g-2">
          <ChoiceField
            className="col-md-3"
            label="Account"
            value={String(account || '')}
            empty="Choose"
            choices={(accounts.data ?? []).map((a) => [String(a.id), a.name])}
            onChange={(v) => setAccount(Number(v))}
          />
          <TextField
            className="col-md-3"
            label="Name of this table"
            max={80}
            value={form.name}
            onChange={(name) => setForm({ ...form, name })}
          />
          <ChoiceField
            className="col-md-2"
            label="Dates"
            value={form.dates}
            choices={[
              ['YEAR_FIRST', 'year first'],
              ['MONTH_FIRST', 'month first'],
              ['DAY_FIRST', 'day first'],
            ]}
            onChange={(dates) => setForm({ ...form, dates: dates as Mapping['dates'] })}
          />
          <ChoiceField
            className="col-md-2"
            label="Decimals"
            value={form.decimalPoint}
            choices={[
              ['.', 'point, 1,234.50'],
              [',', 'comma, 1.234,50'],
            ]}
            onChange={(decimalPoint) => setForm({ ...form, decimalPoint })}
          />
          <ChoiceField
            className="col-md-2"
            label="Plus means"
            value={form.turned ? 'out' : 'in'}
            choices={[
              ['in', 'money in'],
              ['out', 'money out'],
            ]}
            onChange={(v) => setForm({ ...form, turned: v === 'out' })}
          />
          <ChoiceField
            className="col-md-3"
            label="Fields are separated by"
            value={form.separator}
            choices={[
              [',', 'comma'],
              [';', 'semicolon'],
              ['\t', 'tab'],
              ['|', 'bar'],
            ]}
            onChange={(separator) => setForm({ ...form, separator })}
          />
          <ChoiceField
            className="col-md-3"
            label="Character set"
            value={form.charset}
            choices={[...new Set([form.charset, 'UTF-8', 'windows-1252', 'ISO-8859-1', 'UTF-16LE'])].map(
              (c): [string, string] => [c, c],
            )}
            onChange={(charset) => setForm({ ...form, charset })}
          />
          <ChoiceField
            className="col-md-3"
            label="Rows above the first line"
            value={String(form.skipRows)}
            choices={guess.rows.slice(0, 20).map((_, i): [string, string] => [String(i), `skip ${i}`])}
            onChange={(v) => header(Number(v), form.header.length > 0)}
          />
          <ChoiceField
            className="col-md-3"
            label="Then"
            value={form.header.length > 0 ? 'header' : 'line'}
            choices={[
              ['header', 'a header row'],
              ['line', 'the first line at once'],
            ]}
            onChange={(v) => header(form.skipRows, v === 'header')}
          />
        </div>
        <div className="wide-table mt-3">
          <table className="plain">
            <caption>The file&apos;s first rows, and what each column holds</caption>
            <thead>
              <tr>
                {Array.from({ length: width }, (_, place) => (
                  <th key={place} scope="col">
                    <Form.Select
                      size="sm"
                      aria-label={`What column ${place + 1} holds`}
                      value={columnAt(place)}
                      onChange={(e) => choose(place, e.target.value)}
                    >
                      <option value="">nothing needed</option>
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
          <caption>The first lines as they would be read</caption>
          <thead>
            <tr>
              <th scope="col">Row</th>
              <th scope="col">Date</th>
              <th scope="col">Line</th>
              <th scope="col" className="num">
                Amount
              </th>
              <th scope="col" className="num">
                Balance
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
        {account === 0 && <p className="quiet">Choose the account it belongs to.</p>}
        <Problems error={tried.error instanceof Refusal ? tried.error : undefined} title="Not readable so." />
        <Problems error={learn.error ?? leave.error} title="Not read; what you chose is still here." />
        <div className="actions mt-2">
          <Button type="submit" disabled={account === 0 || !form.name.trim() || learn.isPending}>
            Remember this and read the file
          </Button>
          <Button variant="outline-secondary" disabled={leave.isPending} onClick={() => leave.mutate()}>
            Leave it
          </Button>
        </div>
      </section>
    </Form>
  );
}
