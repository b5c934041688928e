import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState, type FormEvent } from 'react';
import { Button, Form } from 'react-bootstrap';
import { api, data, refuses } from '../shared/api';
import { ownTimeZone } from '../shared/dates';
import { Problems } from '../shared/Problems';
import { Gate } from './NewPasswordPage';
import { say } from '../words';

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
      <p>{say('session.theseBooksAreEmptyNameTheCompany')}</p>
      <Form onSubmit={submit}>
        <div className="gate-fields">
          {field('companyName', say('session.company'), say('session.theLegalEntityAsItStandsOn'))}
          {field('currency', say('session.currencyOfTheBooks'), say('session.anIsoCodeSuchAsUsdOr'))}
          {field('timeZone', say('session.timeZone'), say('session.whereTheCompanyIsItDecidesWhich'))}
          {field('name', say('session.yourName'), say('session.itStandsOnWhatYouSign'))}
          {field('login', say('session.signInName'), say('session.lettersDigitsDotsAndDashes'))}
          {field('code', say('session.codeOfTheServer'), say('session.itStandsOnTheConsoleWhereThe'))}
          {field(
            'password',
            say('session.password'),
            say('session.atLeast10CharactersAFewWords'),
            'password',
          )}
        </div>
        <Problems error={create.error} />
        <Button type="submit" disabled={create.isPending}>
          {say('session.openTheBooks')}
        </Button>
      </Form>
    </Gate>
  );
}
