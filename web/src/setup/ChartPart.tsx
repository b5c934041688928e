import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { Link } from 'react-router';
import { useCurrentCompany } from '../session/session';
import { send, upload } from '../shared/api';
import type { ChartTaken, NewAccount as Account } from './api';
import { ChoiceField, TextField } from '../shared/fields';
import { FileButton } from '../shared/FileDrop';
import { keys } from '../shared/keys';
import { Problems } from '../shared/Problems';
import { ROLES, useChart } from '../shared/useBooks';
import { say } from '../words';

const TYPES: [Account['type'], string][] = [
  ['ASSET', say('setup.asset')],
  ['LIABILITY', say('setup.liability')],
  ['EQUITY', say('setup.equity')],
  ['INCOME', say('setup.income')],
  ['EXPENSE', say('setup.expense')],
];

/** The chart of accounts, typed or as a file. */
export function ChartPart() {
  const { company } = useCurrentCompany();
  const queries = useQueryClient();
  const chart = useChart();
  const base = `/api/v1/companies/${company.id}/ledger`;
  const empty: Account = { code: '', name: '', type: 'EXPENSE', control: 'NONE', active: true };
  const [form, setForm] = useState<Account & { id?: number }>(empty);
  const refresh = () => queries.invalidateQueries({ queryKey: keys.company(company.id) });
  const keep = useMutation({
    mutationFn: () => {
      const { id, ...body } = form;
      return send(id ? 'PUT' : 'POST', `${base}/accounts${id ? `/${id}` : ''}`, body);
    },
    onSuccess: () => {
      setForm(empty);
      return refresh();
    },
  });
  const take = useMutation({
    mutationFn: (file: File) => {
      const body = new FormData();
      body.append('file', file);
      return upload<ChartTaken>(`${base}/chart-files`, body);
    },
    onSuccess: refresh,
  });
  return (
    <div className="row">
      <section className="col-lg-7">
        <div className="sheet">
          <table className="plain">
            <caption>{say('setup.chartOfAccounts')}</caption>
            <thead>
              <tr>
                <th scope="col">{say('setup.code')}</th>
                <th scope="col">{say('setup.name')}</th>
                <th scope="col">{say('setup.type')}</th>
                <th scope="col">
                  <span className="visually-hidden">{say('setup.change')}</span>
                </th>
              </tr>
            </thead>
            <tbody>
              {chart.data?.map((a) => (
                <tr key={a.id}>
                  <td>{a.code}</td>
                  <th scope="row">
                    <Link to={`/ledger/accounts/${a.id}`}>{a.name}</Link>{' '}
                    <span className="quiet">
                      {a.control !== 'NONE' && say('setup.keptItemByItem')}
                      {!a.active && say('setup.noLongerActive')}
                    </span>
                  </th>
                  <td>{TYPES.find(([t]) => t === a.type)?.[1]}</td>
                  <td>
                    <button
                      type="button"
                      className="as-link"
                      aria-label={say('setup.change2', { code: a.code, name: a.name })}
                      onClick={() =>
                        setForm({
                          id: a.id,
                          code: a.code,
                          name: a.name,
                          type: a.type,
                          control: a.control,
                          active: a.active,
                        })
                      }
                    >
                      {say('setup.change')}
                    </button>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      </section>
      <div className="col-lg-5">
        <Form
          className="sheet"
          onSubmit={(e) => {
            e.preventDefault();
            keep.mutate();
          }}
        >
          <h2>{form.id ? say('setup.change3', { code: form.code }) : say('setup.addALedgerAccount')}</h2>
          <div className="row g-2">
            {!form.id && (
              <TextField
                className="col-4"
                label={say('setup.code')}
                max={20}
                value={form.code}
                onChange={(code) => setForm({ ...form, code })}
              />
            )}
            <TextField
              className="col-8"
              label={say('setup.name')}
              max={120}
              value={form.name}
              onChange={(name) => setForm({ ...form, name })}
            />
            <ChoiceField
              className="col-6"
              label={say('setup.type')}
              value={form.type}
              choices={TYPES}
              onChange={(type) => setForm({ ...form, type: type as Account['type'] })}
            />
            <ChoiceField
              className="col-6"
              label={say('setup.kept2')}
              value={form.control ?? 'NONE'}
              choices={[
                ['NONE', say('setup.asAWhole')],
                ...Object.entries(ROLES).map(([c, [one]]): [string, string] => [
                  c,
                  say('setup.byAndItem', { one }),
                ]),
              ]}
              onChange={(control) => setForm({ ...form, control: control as Account['control'] })}
            />
          </div>
          <Form.Check
            className="my-2"
            id="account-active"
            label={say('setup.activeItMayBeBookedOn')}
            checked={form.active ?? true}
            onChange={(e) => setForm({ ...form, active: e.target.checked })}
          />
          <Problems error={keep.error} title={say('setup.notKeptWhatYouTypedIsStill')} />
          {keep.isSuccess && <p role="status">{say('setup.inTheChart')}</p>}
          <div className="actions">
            <Button type="submit" disabled={keep.isPending}>
              {form.id ? say('setup.keepThisAccount') : say('setup.addToTheChart')}
            </Button>
            {form.id && (
              <Button variant="outline-secondary" onClick={() => setForm(empty)}>
                {say('setup.leaveIt')}
              </Button>
            )}
          </div>
        </Form>
        <section className="sheet">
          <h2>{say('setup.asAFile')}</h2>
          <p>
            {say('setup.csvWith')}
            <code>code</code>, <code>name</code>, <code>type</code>
            {say('setup.andWhereWanted')}
            <code>active</code>
            {say('setup.yesOrNoAnd')}
            <code>control</code>
            {say('setup.whatIsThereIsChangedTheRest')}
          </p>
          <div className="actions">
            <a className="btn btn-outline-secondary" href={`${base}/chart.csv`}>
              {say('setup.takeTheChartAway')}
            </a>
            <FileButton label={say('setup.readAChart')} onFile={(f) => take.mutate(f)} />
          </div>
          {take.data && <p role="status">{say('setup.readAccounts', { count: take.data.count })}</p>}
          <Problems error={take.error} title={say('setup.nothingOfTheFileWasTaken')} />
        </section>
      </div>
    </div>
  );
}
