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

const TYPES: [Account['type'], string][] = [
  ['ASSET', 'Asset'],
  ['LIABILITY', 'Liability'],
  ['EQUITY', 'Equity'],
  ['INCOME', 'Income'],
  ['EXPENSE', 'Expense'],
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
            <caption>Chart of accounts</caption>
            <thead>
              <tr>
                <th scope="col">Code</th>
                <th scope="col">Name</th>
                <th scope="col">Type</th>
                <th scope="col">
                  <span className="visually-hidden">Change</span>
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
                      {a.control !== 'NONE' && 'kept item by item'}
                      {!a.active && ' no longer active'}
                    </span>
                  </th>
                  <td>{TYPES.find(([t]) => t === a.type)?.[1]}</td>
                  <td>
                    <button
                      type="button"
                      className="as-link"
                      aria-label={`Change ${a.code} ${a.name}`}
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
                      Change
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
          <h2>{form.id ? `Change ${form.code}` : 'Add a ledger account'}</h2>
          <div className="row g-2">
            {!form.id && (
              <TextField
                className="col-4"
                label="Code"
                max={20}
                value={form.code}
                onChange={(code) => setForm({ ...form, code })}
              />
            )}
            <TextField
              className="col-8"
              label="Name"
              max={120}
              value={form.name}
              onChange={(name) => setForm({ ...form, name })}
            />
            <ChoiceField
              className="col-6"
              label="Type"
              value={form.type}
              choices={TYPES}
              onChange={(type) => setForm({ ...form, type: type as Account['type'] })}
            />
            <ChoiceField
              className="col-6"
              label="Kept"
              value={form.control ?? 'NONE'}
              choices={[
                ['NONE', 'as a whole'],
                ...Object.entries(ROLES).map(([c, [one]]): [string, string] => [c, `by ${one} and item`]),
              ]}
              onChange={(control) => setForm({ ...form, control: control as Account['control'] })}
            />
          </div>
          <Form.Check
            className="my-2"
            id="account-active"
            label="Active: it may be booked on"
            checked={form.active ?? true}
            onChange={(e) => setForm({ ...form, active: e.target.checked })}
          />
          <Problems error={keep.error} title="Not kept; what you typed is still here." />
          {keep.isSuccess && <p role="status">In the chart.</p>}
          <div className="actions">
            <Button type="submit" disabled={keep.isPending}>
              {form.id ? 'Keep this account' : 'Add to the chart'}
            </Button>
            {form.id && (
              <Button variant="outline-secondary" onClick={() => setForm(empty)}>
                Leave it
              </Button>
            )}
          </div>
        </Form>
        <section className="sheet">
          <h2>As a file</h2>
          <p>
            CSV with <code>code</code>, <code>name</code>, <code>type</code>, and where wanted{' '}
            <code>active</code> (yes or no) and <code>control</code>. What is there is changed, the rest is
            added; all or nothing.
          </p>
          <div className="actions">
            <a className="btn btn-outline-secondary" href={`${base}/chart.csv`}>
              Take the chart away
            </a>
            <FileButton label="Read a chart" onFile={(f) => take.mutate(f)} />
          </div>
          {take.data && <p role="status">Read {take.data.count} accounts.</p>}
          <Problems error={take.error} title="Nothing of the file was taken." />
        </section>
      </div>
    </div>
  );
}
