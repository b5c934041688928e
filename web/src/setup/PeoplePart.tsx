import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { useCurrentCompany } from '../session/session';
import { api, data } from '../shared/api';
import type { PersonView as Person } from './api';
import { DateField } from '../shared/DateField';
import { fullDate, UNREADABLE } from '../shared/dates';
import { setupKeys } from './keys';
import { Problems } from '../shared/Problems';
import { useBankAccounts, useSetUp } from '../shared/useBooks';
import { say } from '../words';

type Role = Person['roles'][number];

const ROLES: [Role, string][] = [
  ['PREPARER', say('setup.prepares')],
  ['RECEIVER', say('setup.receives')],
  ['COUNTER', say('setup.counts')],
  ['BANKER', say('setup.takesToTheBank')],
  ['CERTIFIER', say('setup.certifies')],
  ['ADMINISTRATOR', say('setup.administers')],
  ['VIEWER', say('setup.onlyLooks')],
];

function days({ from, to }: Person) {
  const parts = [
    from && say('setup.from4', { from: fullDate(from) }),
    to && say('setup.to2', { to: fullDate(to) }),
  ].filter(Boolean);
  return parts.join(' ') || say('setup.always');
}

/** When and where somebody works: days, bank accounts and sites. */
function limits(p: Person, names: Map<number, string>) {
  const places = [...p.bankAccountIds, ...p.siteIds].map((id) => names.get(id) ?? '').filter(Boolean);
  return [days(p), places.length > 0 ? places.join(', ') : say('setup.everywhere')].join(', ');
}

/** Who may do what in the company. */
export function PeoplePart() {
  const { company } = useCurrentCompany();
  const queries = useQueryClient();
  const params = { path: { companyId: company.id } };
  const people = useQuery({
    queryKey: setupKeys.people(company.id),
    queryFn: () => data(api.GET('/api/v1/companies/{companyId}/people', { params })),
  });
  const accounts = useBankAccounts();
  const setUp = useSetUp();
  const places: [number, string][] = [
    ...(accounts.data ?? []).map((a): [number, string] => [a.id, a.name]),
    ...(setUp.data?.sites ?? []).map((s): [number, string] => [s.id, s.name]),
  ];
  const names = new Map(places);
  const refresh = () => queries.invalidateQueries({ queryKey: setupKeys.people(company.id) });
  const change = useMutation({
    mutationFn: (p: Person) =>
      data(
        api.PUT('/api/v1/companies/{companyId}/people/{personId}', {
          params: { path: { companyId: company.id, personId: p.id } },
          body: {
            name: p.name,
            active: p.active,
            from: p.from,
            to: p.to,
            bankAccountIds: p.bankAccountIds,
            siteIds: p.siteIds,
            roles: p.roles,
          },
        }),
      ),
    onSettled: refresh,
  });
  const help = useMutation({
    mutationFn: (id: number) =>
      data(
        api.DELETE('/api/v1/companies/{companyId}/people/{personId}/second-factor', {
          params: { path: { companyId: company.id, personId: id } },
        }),
      ),
    onSettled: refresh,
  });
  const empty = { login: '', name: '', password: '', role: 'PREPARER' as Role };
  const [form, setForm] = useState(empty);
  const [dated, setDated] = useState<Person | null>(null);
  const add = useMutation({
    mutationFn: () =>
      data(
        api.POST('/api/v1/companies/{companyId}/people', {
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
      <h2>{say('setup.people')}</h2>
      <table className="plain">
        <caption className="visually-hidden">{say('setup.peopleAndWhatTheyMayDo')}</caption>
        <thead>
          <tr>
            <th scope="col">{say('setup.name')}</th>
            {ROLES.map(([role, words]) => (
              <th scope="col" key={role}>
                {words}
              </th>
            ))}
            <th scope="col">{say('setup.maySignIn')}</th>
            <th scope="col">{say('setup.whenAndWhere')}</th>
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
                  aria-label={say('setup.maySignIn2', { name: p.name })}
                  checked={p.active}
                  disabled={change.isPending}
                  onChange={(e) => change.mutate({ ...p, active: e.target.checked })}
                />
              </td>
              <td>
                <Button
                  variant="link"
                  size="sm"
                  aria-label={say('setup.limitsOf', { name: p.name, limits: limits(p, names) })}
                  onClick={() => setDated(p)}
                >
                  {limits(p, names)}
                </Button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {dated && (
        <Form
          className="row g-2 mt-2"
          aria-labelledby="limits-title"
          onSubmit={(e) => {
            e.preventDefault();
            change.mutate(dated, { onSuccess: () => setDated(null) });
          }}
        >
          <h3 id="limits-title" className="mt-3 mb-0">
            {say('setup.whenAndWhereWorks', { name: dated.name })}
          </h3>
          <div className="col-md-4">
            <DateField
              label={say('setup.from3')}
              value={dated.from ?? ''}
              today={company.businessDate}
              optional
              onChange={(from) => setDated({ ...dated, from: from || undefined })}
            />
          </div>
          <div className="col-md-4">
            <DateField
              label={say('setup.toThatDayIncluded')}
              value={dated.to ?? ''}
              today={company.businessDate}
              optional
              onChange={(to) => setDated({ ...dated, to: to || undefined })}
            />
          </div>
          <PlaceChoice
            legend={say('setup.preparesAndCertifiesOnTheseBankAccounts')}
            places={(accounts.data ?? []).filter((a) => a.active)}
            chosen={dated.bankAccountIds}
            onChange={(bankAccountIds) => setDated({ ...dated, bankAccountIds })}
          />
          <PlaceChoice
            legend={say('setup.booksForTheseSitesOnlyNoneTicked')}
            places={(setUp.data?.sites ?? []).filter((s) => s.active)}
            chosen={dated.siteIds}
            onChange={(siteIds) => setDated({ ...dated, siteIds })}
          />
          <div className="d-flex gap-2">
            <Button
              type="submit"
              variant="outline-secondary"
              disabled={change.isPending || dated.from === UNREADABLE || dated.to === UNREADABLE}
            >
              {say('setup.setTheLimits')}
            </Button>
            <Button variant="link" onClick={() => setDated(null)}>
              {say('setup.leaveThem')}
            </Button>
            {dated.secondFactor && (
              <Button
                variant="link"
                disabled={help.isPending}
                title={say('setup.forWhoeverLostTheDeviceAndThe')}
                onClick={() => help.mutate(dated.id, { onSuccess: () => setDated(null) })}
              >
                {say('setup.takeTheSecondFactorAway')}
              </Button>
            )}
          </div>
        </Form>
      )}
      <Problems error={change.error} title={say('setup.notChanged')} />
      <Problems error={help.error} title={say('setup.notTakenAway')} />
      <h3 className="mt-3">{say('setup.addAPerson')}</h3>
      <Form
        className="row g-2"
        onSubmit={(e) => {
          e.preventDefault();
          add.mutate();
        }}
      >
        <Form.Group className="col-md-6" controlId="person-name">
          <Form.Label>{say('setup.name')}</Form.Label>
          <Form.Control value={form.name} onChange={(e) => setForm({ ...form, name: e.target.value })} />
        </Form.Group>
        <Form.Group className="col-md-6" controlId="person-login">
          <Form.Label>{say('setup.signInName')}</Form.Label>
          <Form.Control value={form.login} onChange={(e) => setForm({ ...form, login: e.target.value })} />
        </Form.Group>
        <Form.Group className="col-md-6" controlId="person-password">
          <Form.Label>{say('setup.firstPassword')}</Form.Label>
          <Form.Control
            type="password"
            autoComplete="new-password"
            value={form.password}
            onChange={(e) => setForm({ ...form, password: e.target.value })}
          />
          <div className="hint">{say('setup.atTheFirstSignInThePerson')}</div>
        </Form.Group>
        <Form.Group className="col-md-6" controlId="person-role">
          <Form.Label>{say('setup.whatThePersonDoes')}</Form.Label>
          <Form.Select value={form.role} onChange={(e) => setForm({ ...form, role: e.target.value as Role })}>
            {ROLES.map(([role, words]) => (
              <option key={role} value={role}>
                {words}
              </option>
            ))}
          </Form.Select>
        </Form.Group>
        <div>
          <Problems error={add.error} title={say('setup.notAddedWhatYouTypedIsStill')} />
          <Button type="submit" variant="outline-secondary" disabled={add.isPending}>
            {say('setup.addThisPerson')}
          </Button>
        </div>
      </Form>
    </section>
  );
}

function PlaceChoice({
  legend,
  places,
  chosen,
  onChange,
}: {
  legend: string;
  places: { id: number; name: string }[];
  chosen: number[];
  onChange: (ids: number[]) => void;
}) {
  if (places.length === 0) {
    return null;
  }
  return (
    <fieldset>
      <legend className="form-label">{legend}</legend>
      <div className="d-flex flex-wrap gap-3">
        {places.map((place) => (
          <Form.Check
            key={place.id}
            id={`place-${place.id}`}
            label={place.name}
            checked={chosen.includes(place.id)}
            onChange={(e) =>
              onChange(e.target.checked ? [...chosen, place.id] : chosen.filter((id) => id !== place.id))
            }
          />
        ))}
      </div>
    </fieldset>
  );
}
