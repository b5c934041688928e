import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { useHere } from '../session/session';
import { api, data, type Schemas } from '../shared/api';
import { fullDate } from '../shared/dates';
import { keys } from '../shared/keys';
import { Problems } from '../shared/Problems';
import { useToday } from '../today/useToday';
import { PeoplePart } from './PeoplePart';

/** Bank accounts, ledger accounts, people and the rule of two persons. */
export default function SetUpPage() {
  const { company, canAdminister } = useHere();
  if (!canAdminister) {
    return <p className="page">Set-up is for administrators of {company.name}.</p>;
  }
  return (
    <div className="page">
      <h1>
        Set-up <small>{company.name}</small>
      </h1>
      <div className="row">
        <div className="col-lg-6">
          <BankAccountsPart />
          <ChartPart />
        </div>
        <div className="col-lg-6">
          <PeoplePart />
          <TwoPersonsPart />
        </div>
      </div>
    </div>
  );
}

function useRefresh() {
  const queries = useQueryClient();
  const { company } = useHere();
  return () => queries.invalidateQueries({ queryKey: keys.company(company.id) });
}

function BankAccountsPart() {
  const { company, session } = useHere();
  const today = useToday();
  const refresh = useRefresh();
  const thisYear = session.businessDate.slice(0, 4);
  const empty = {
    name: '',
    bank: '',
    number: '',
    openingMonth: `${Number(thisYear) - 1}-12`,
    openingBalance: '0.00',
  };
  const [form, setForm] = useState(empty);
  const add = useMutation({
    mutationFn: () =>
      data(
        api.POST('/api/companies/{companyId}/bank-accounts', {
          params: { path: { companyId: company.id } },
          body: form,
        }),
      ),
    onSuccess: () => {
      setForm(empty);
      return refresh();
    },
  });
  function field(key: keyof typeof form, label: string, hint: string) {
    return (
      <Form.Group className="col-md-6 mb-2" controlId={`account-${key}`}>
        <Form.Label>{label}</Form.Label>
        <Form.Control value={form[key]} onChange={(e) => setForm({ ...form, [key]: e.target.value })} />
        <div className="hint">{hint}</div>
      </Form.Group>
    );
  }
  return (
    <section className="sheet">
      <h2>Bank accounts</h2>
      <table className="plain mb-3">
        <caption className="visually-hidden">Bank accounts</caption>
        <thead>
          <tr>
            <th scope="col">Account</th>
            <th scope="col">Bank</th>
            <th scope="col">Certified to</th>
          </tr>
        </thead>
        <tbody>
          {today.data?.lanes.map((l) => (
            <tr key={l.accountId}>
              <th scope="row">
                {l.name} {l.shortNumber}
              </th>
              <td>{l.bank}</td>
              <td>{l.mark > l.openingDate ? fullDate(l.mark) : 'not yet'}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <h3>Add a bank account</h3>
      <Form
        onSubmit={(e) => {
          e.preventDefault();
          add.mutate();
        }}
      >
        <div className="row">
          {field('name', 'Name', 'As people call it, such as Operating.')}
          {field('bank', 'Bank', '')}
          {field('number', 'Number', 'As it stands on its statements.')}
          {field('openingMonth', 'Opening balance at the end of', 'A month such as 2025-12.')}
          {field('openingBalance', `Opening balance, ${company.currency}`, 'At the bank and in the ledger.')}
        </div>
        <Problems error={add.error} title="Not added; what you typed is still here." />
        <Button type="submit" disabled={add.isPending}>
          Add this account
        </Button>
      </Form>
    </section>
  );
}

function ChartPart() {
  const { company } = useHere();
  const refresh = useRefresh();
  const empty: Schemas['NewAccount'] = { code: '', name: '', type: 'EXPENSE' };
  const [form, setForm] = useState(empty);
  const add = useMutation({
    mutationFn: () =>
      data(
        api.POST('/api/companies/{companyId}/ledger/accounts', {
          params: { path: { companyId: company.id } },
          body: form,
        }),
      ),
    onSuccess: () => {
      setForm(empty);
      return refresh();
    },
  });
  return (
    <section className="sheet">
      <h2>Add a ledger account</h2>
      <Form
        className="row g-2 align-items-end"
        onSubmit={(e) => {
          e.preventDefault();
          add.mutate();
        }}
      >
        <Form.Group className="col-3" controlId="code">
          <Form.Label>Code</Form.Label>
          <Form.Control value={form.code} onChange={(e) => setForm({ ...form, code: e.target.value })} />
        </Form.Group>
        <Form.Group className="col-5" controlId="account-title">
          <Form.Label>Name</Form.Label>
          <Form.Control value={form.name} onChange={(e) => setForm({ ...form, name: e.target.value })} />
        </Form.Group>
        <Form.Group className="col-4" controlId="type">
          <Form.Label>Type</Form.Label>
          <Form.Select
            value={form.type}
            onChange={(e) => setForm({ ...form, type: e.target.value as Schemas['NewAccount']['type'] })}
          >
            <option value="ASSET">Asset</option>
            <option value="LIABILITY">Liability</option>
            <option value="EQUITY">Equity</option>
            <option value="INCOME">Income</option>
            <option value="EXPENSE">Expense</option>
          </Form.Select>
        </Form.Group>
        <div>
          <Problems error={add.error} title="Not added." />
          {add.isSuccess && <p role="status">Added to the chart.</p>}
          <Button type="submit" variant="outline-secondary" disabled={add.isPending}>
            Add to the chart
          </Button>
        </div>
      </Form>
    </section>
  );
}

function TwoPersonsPart() {
  const { company } = useHere();
  const queries = useQueryClient();
  const change = useMutation({
    mutationFn: (allowed: boolean) =>
      data(
        api.PUT('/api/companies/{companyId}/one-person', {
          params: { path: { companyId: company.id } },
          body: { allowed },
        }),
      ),
    onSuccess: () => queries.invalidateQueries(),
  });
  return (
    <section className="sheet">
      <h2>Two persons</h2>
      <Form.Check
        id="one-person"
        label="One person may both prepare and certify; the certificate then says so"
        checked={company.onePerson}
        disabled={change.isPending}
        onChange={(e) => change.mutate(e.target.checked)}
      />
      <Problems error={change.error} />
    </section>
  );
}
