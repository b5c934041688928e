import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState, type FormEvent } from 'react';
import { Button, Form } from 'react-bootstrap';
import { api, data, refuses } from '../shared/api';
import { ownTimeZone } from '../shared/dates';
import { Problems } from '../shared/Problems';
import { Gate } from './NewPasswordPage';

/** The first page of an empty installation: the company and its administrator. */
export function FirstRunPage() {
  const [form, setForm] = useState({
    companyName: '',
    currency: 'USD',
    timeZone: ownTimeZone(),
    name: '',
    login: '',
    password: '',
    code: '',
  });
  const queries = useQueryClient();
  const create = useMutation({
    mutationFn: async () => {
      await data(api.POST('/api/v1/first-run', { body: form }));
      await data(api.POST('/api/v1/session', { body: { login: form.login, password: form.password } }));
    },
    onSuccess: () => queries.resetQueries(),
  });
  function submit(e: FormEvent) {
    e.preventDefault();
    create.mutate();
  }
  function field(key: keyof typeof form, label: string, hint: string, type = 'text') {
    return (
      <Form.Group controlId={key} className="mb-3">
        <Form.Label>{label}</Form.Label>
        <Form.Control
          type={type}
          value={form[key]}
          isInvalid={refuses(create.error, key)}
          autoComplete={type === 'password' ? 'new-password' : 'off'}
          onChange={(e) => setForm({ ...form, [key]: e.target.value })}
          required
        />
        <div className="hint">{hint}</div>
      </Form.Group>
    );
  }
  return (
    <Gate wide>
      <p>These books are empty. Name the company that keeps them and the person who looks after them.</p>
      <Form onSubmit={submit}>
        <div className="gate-fields">
          {field('companyName', 'Company', 'The legal entity, as it stands on its papers.')}
          {field('currency', 'Currency of the books', 'An ISO code such as USD or EUR.')}
          {field('timeZone', 'Time zone', 'Where the company is; it decides which day it is.')}
          {field('name', 'Your name', 'It stands on what you sign.')}
          {field('login', 'Sign-in name', 'Letters, digits, dots and dashes.')}
          {field('code', 'Code of the server', 'It stands on the console where the server was started.')}
          {field('password', 'Password', 'At least 10 characters; a few words will do.', 'password')}
        </div>
        <Problems error={create.error} />
        <Button type="submit" disabled={create.isPending}>
          Open the books
        </Button>
      </Form>
    </Gate>
  );
}
