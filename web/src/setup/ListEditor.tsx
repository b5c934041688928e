import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { useCurrentCompany } from '../session/session';
import { send } from '../shared/api';
import { CellChoice, CellText } from '../shared/fields';
import { keys } from '../shared/keys';
import { Problems } from '../shared/Problems';
import { CellChooser } from '../shared/Chooser';
import { say } from '../words';

type Value = string | number | boolean;
type Row = Record<string, Value>;

interface Column {
  key: string;
  label: string;
  choices?: [string, string][];
  /** Chosen by typing, where what there is to choose from grows. */
  byTyping?: boolean;
  /** What it says where there is nothing; then nothing is a choice, too. */
  none?: string;
  check?: boolean;
  /** A key of the row that cannot be changed once it is there. */
  fixed?: boolean;
}

/** A list of the set-up: each row changed in its place, a new one added below. */
export function ListEditor({
  title,
  about,
  rows,
  columns,
  path,
  empty,
  add,
  example,
}: {
  title: string;
  about?: string;
  rows: Row[];
  columns: Column[];
  /** Below the company's set-up. */
  path: string;
  /** A new row; none can be added without it. */
  empty?: Row;
  add?: string;
  /** A first one, told while there is none. */
  example?: string;
}) {
  const { company } = useCurrentCompany();
  const queries = useQueryClient();
  const [editing, setEditing] = useState<Row | null>(null);
  const keep = useMutation({
    mutationFn: (row: Row) =>
      send('POST', `/api/v1/companies/${company.id}/set-up/${path}`, {
        ...row,
        ...Object.fromEntries(
          columns.filter((c) => c.none !== undefined && row[c.key] === '').map((c) => [c.key, undefined]),
        ),
      }),
    onSuccess: async () => {
      setEditing(null);
      await queries.invalidateQueries({ queryKey: keys.company(company.id) });
    },
  });
  const fresh = editing !== null && editing.id === undefined;
  function cells(row: Row) {
    return columns.map((c) => {
      const value = row[c.key] ?? '';
      const change = (v: Value) => setEditing({ ...row, [c.key]: v });
      return (
        <td key={c.key}>
          {c.check ? (
            <Form.Check
              aria-label={c.label}
              checked={value === true}
              onChange={(e) => change(e.target.checked)}
            />
          ) : c.fixed && !fresh ? (
            said(value, c)
          ) : c.choices && c.byTyping ? (
            <CellChooser
              label={c.label}
              empty={c.none ?? say('setup.choose')}
              value={String(value)}
              choices={c.choices}
              onChange={change}
            />
          ) : c.choices ? (
            <CellChoice
              label={c.label}
              empty={c.none ?? say('setup.choose')}
              value={String(value)}
              choices={c.choices}
              onChange={change}
            />
          ) : (
            <CellText label={c.label} value={String(value)} onChange={change} />
          )}
        </td>
      );
    });
  }
  const buttons = (
    <td className="text-nowrap">
      <Button size="sm" type="submit" disabled={keep.isPending}>
        {say('setup.keep')}
      </Button>{' '}
      <Button size="sm" variant="outline-secondary" onClick={() => setEditing(null)}>
        {say('setup.leaveIt')}
      </Button>
    </td>
  );
  return (
    <section className="sheet">
      <h2>{title}</h2>
      {about && <p className="quiet">{about}</p>}
      <Form
        onSubmit={(e) => {
          e.preventDefault();
          if (editing) {
            keep.mutate(editing);
          }
        }}
      >
        <table className="plain">
          <caption className="visually-hidden">{title}</caption>
          <thead>
            <tr>
              {columns.map((c) => (
                <th key={c.key} scope="col">
                  {c.label}
                </th>
              ))}
              <th scope="col">
                <span className="visually-hidden">{say('setup.change')}</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {rows.map((row, i) =>
              editing && !fresh && editing.id === row.id ? (
                <tr key={String(row.id)}>
                  {cells(editing)}
                  {buttons}
                </tr>
              ) : (
                <tr key={row.id === undefined ? i : String(row.id)}>
                  {columns.map((c) => (
                    <td key={c.key}>{said(row[c.key], c)}</td>
                  ))}
                  <td>
                    {!editing && (
                      <button
                        type="button"
                        className="as-link"
                        aria-label={say('setup.change4', {
                          words: columns[0] ? said(row[columns[0].key], columns[0]) : '',
                        })}
                        onClick={() => setEditing(row)}
                      >
                        {say('setup.change')}
                      </button>
                    )}
                  </td>
                </tr>
              ),
            )}
            {fresh && (
              <tr>
                {cells(editing)}
                {buttons}
              </tr>
            )}
          </tbody>
        </table>
        {example && rows.length === 0 && !editing && (
          <p className="quiet">{say('setup.forExampleThe', { example })}</p>
        )}
        <Problems error={keep.error} title={say('setup.notKeptWhatYouTypedIsStill')} />
      </Form>
      {empty && !editing && (
        <Button size="sm" className="mt-2" variant="outline-secondary" onClick={() => setEditing(empty)}>
          {add}
        </Button>
      )}
    </section>
  );
}

function said(value: Value | undefined, column: Column): string {
  if (column.check) {
    return value === true ? say('setup.yes') : say('setup.no');
  }
  if (column.choices) {
    return column.choices.find(([key]) => key === String(value))?.[1] ?? column.none ?? '';
  }
  return String(value ?? '');
}
