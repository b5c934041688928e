import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { useHere } from '../session/session';
import { api, data, type Schemas } from '../shared/api';
import { DateField } from '../shared/DateField';
import { fullDate, UNREADABLE } from '../shared/dates';
import { keys } from '../shared/keys';
import { Problems } from '../shared/Problems';

type Role = Schemas['PersonView']['roles'][number];

const ROLES: [Role, string][] = [
  ['PREPARER', 'prepares'],
  ['CERTIFIER', 'certifies'],
  ['ADMINISTRATOR', 'administers'],
  ['VIEWER', 'only looks'],
];

function days({ from, to }: Schemas['PersonView']) {
  const parts = [from && `from ${fullDate(from)}`, to && `to ${fullDate(to)}`].filter(Boolean);
  return parts.join(' ') || 'always';
}

/** Who may do what in the company. */
export function PeoplePart() {
  const { company } = useHere();
  const queries = useQueryClient();
  const params = { path: { companyId: company.id } };
  const people = useQuery({
    queryKey: keys.people(company.id),
    queryFn: () => data(api.GET('/api/companies/{companyId}/people', { params })),
  });
  const refresh = () => queries.invalidateQueries({ queryKey: keys.people(company.id) });
  const change = useMutation({
    mutationFn: (p: Schemas['PersonView']) =>
      data(
        api.PUT('/api/companies/{companyId}/people/{personId}', {
          params: { path: { companyId: company.id, personId: p.id } },
          body: { name: p.name, active: p.active, from: p.from, to: p.to, roles: p.roles },
        }),
      ),
    onSettled: refresh,
  });
  const empty = { login: '', name: '', password: '', role: 'PREPARER' as Role };
  const [form, setForm] = useState(empty);
  const [dated, setDated] = useState<Schemas['PersonView'] | null>(null);
  const add = useMutation({
    mutationFn: () =>
      data(
        api.POST('/api/companies/{companyId}/people', {
          params,
          body: { login: form.login, name: form.name, password: form.password, roles: [form.role] },
        }),
      ),
    onSuccess: () => {
      setForm(empty);
      return refresh();
    },
  });
  return (
    <section className="sheet">
      <h2>People</h2>
      <table className="plain">
        <caption className="visually-hidden">People and what they may do</caption>
        <thead>
          <tr>
            <th scope="col">Name</th>
            {ROLES.map(([role, words]) => (
              <th scope="col" key={role}>
                {words}
              </th>
            ))}
            <th scope="col">may sign in</th>
            <th scope="col">on which days</th>
          </tr>
        </thead>
        <tbody>
          {people.data?.map((p) => (
            <tr key={p.id}>
              <th scope="row">
                {p.name} <span className="quiet">{p.login}</span>
              </th>
              {ROLES.map(([role, words]) => (
                <td key={role}>
                  <Form.Check
                    aria-label={`${p.name} ${words}`}
                    checked={p.roles.includes(role)}
                    disabled={change.isPending}
                    onChange={(e) =>
                      change.mutate({
                        ...p,
                        roles: e.target.checked ? [...p.roles, role] : p.roles.filter((r) => r !== role),
                      })
                    }
                  />
                </td>
              ))}
              <td>
                <Form.Check
                  aria-label={`${p.name} may sign in`}
                  checked={p.active}
                  disabled={change.isPending}
                  onChange={(e) => change.mutate({ ...p, active: e.target.checked })}
                />
              </td>
              <td>
                <Button
                  variant="link"
                  size="sm"
                  aria-label={`Days of ${p.name}: ${days(p)}`}
                  onClick={() => setDated(p)}
                >
                  {days(p)}
                </Button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {dated && (
        <Form
          className="row g-2 mt-2"
          aria-label={`Days of ${dated.name}`}
          onSubmit={(e) => {
            e.preventDefault();
            change.mutate(dated, { onSuccess: () => setDated(null) });
          }}
        >
          <div className="col-md-4">
            <DateField
              label={`${dated.name} from`}
              value={dated.from ?? ''}
              today={company.businessDate}
              optional
              onChange={(from) => setDated({ ...dated, from: from || undefined })}
            />
          </div>
          <div className="col-md-4">
            <DateField
              label="to, that day included"
              value={dated.to ?? ''}
              today={company.businessDate}
              optional
              onChange={(to) => setDated({ ...dated, to: to || undefined })}
            />
          </div>
          <div className="col-md-4 d-flex align-items-end gap-2">
            <Button
              type="submit"
              variant="outline-secondary"
              disabled={change.isPending || dated.from === UNREADABLE || dated.to === UNREADABLE}
            >
              Set the days
            </Button>
            <Button variant="link" onClick={() => setDated(null)}>
              Leave them
            </Button>
          </div>
        </Form>
      )}
      <Problems error={change.error} title="Not changed." />
      <h3 className="mt-3">Add a person</h3>
      <Form
        className="row g-2"
        onSubmit={(e) => {
          e.preventDefault();
          add.mutate();
        }}
      >
        <Form.Group className="col-md-6" controlId="person-name">
          <Form.Label>Name</Form.Label>
          <Form.Control value={form.name} onChange={(e) => setForm({ ...form, name: e.target.value })} />
        </Form.Group>
        <Form.Group className="col-md-6" controlId="person-login">
          <Form.Label>Sign-in name</Form.Label>
          <Form.Control value={form.login} onChange={(e) => setForm({ ...form, login: e.target.value })} />
        </Form.Group>
        <Form.Group className="col-md-6" controlId="person-password">
          <Form.Label>First password</Form.Label>
          <Form.Control
            type="password"
            autoComplete="new-password"
            value={form.password}
            onChange={(e) => setForm({ ...form, password: e.target.value })}
          />
          <div className="hint">At the first sign-in the person chooses another.</div>
        </Form.Group>
        <Form.Group className="col-md-6" controlId="person-role">
          <Form.Label>What the person does</Form.Label>
          <Form.Select value={form.role} onChange={(e) => setForm({ ...form, role: e.target.value as Role })}>
            {ROLES.map(([role, words]) => (
              <option key={role} value={role}>
                {words}
              </option>
            ))}
          </Form.Select>
        </Form.Group>
        <div>
          <Problems error={add.error} title="Not added; what you typed is still here." />
          <Button type="submit" variant="outline-secondary" disabled={add.isPending}>
            Add this person
          </Button>
        </div>
      </Form>
    </section>
  );
}
