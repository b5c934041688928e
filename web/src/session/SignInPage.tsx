import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState, type FormEvent } from 'react';
import { Button, Form } from 'react-bootstrap';
import { keepFor } from '../draft/unfinished';
import { api, data, Refusal } from '../shared/api';
import { Problems } from '../shared/Problems';
import { Gate } from './NewPasswordPage';
import { say } from '../words';

export function SignInPage() {
  const [login, setLogin] = useState('');
  const [password, setPassword] = useState('');
  const [code, setCode] = useState('');
  const [asked, setAsked] = useState(false);
  const queries = useQueryClient();
  const signIn = useMutation({
    mutationFn: () =>
      data(api.POST('/api/v1/session', { body: { login, password, code: asked ? code : undefined } })),
    onSuccess: () => {
      keepFor(login);
      return queries.resetQueries();
    },
    onError: (e) => {
      if (e instanceof Refusal && e.code === 'second-factor.code') {
        setAsked(true);
      }
    },
  });
  const onlyAsks = signIn.error instanceof Refusal && signIn.error.code === 'second-factor.code';
  function submit(e: FormEvent) {
    e.preventDefault();
    signIn.mutate();
  }
  return (
    <Gate>
      <p className="quiet">{say('session.signInToTheBooks')}</p>
      <Form onSubmit={submit}>
        <Form.Group controlId="login" className="mb-3">
          <Form.Label>{say('session.signInName')}</Form.Label>
          <Form.Control
            autoComplete="username"
            value={login}
            onChange={(e) => {
              setLogin(e.target.value);
              setAsked(false);
            }}
            required
          />
        </Form.Group>
        <Form.Group controlId="password" className="mb-3">
          <Form.Label>{say('session.password')}</Form.Label>
          <Form.Control
            type="password"
            autoComplete="current-password"
            value={password}
            onChange={(e) => setPassword(e.target.value)}
            required
          />
        </Form.Group>
        {asked && (
          <Form.Group controlId="code" className="mb-3">
            <Form.Label>{say('session.codeOfYourDevice')}</Form.Label>
            <Form.Control
              autoComplete="one-time-code"
              value={code}
              maxLength={20}
              autoFocus
              onChange={(e) => setCode(e.target.value)}
              required
            />
            <div className="hint">{say('session.sixDigitsOrOneOfTheCodes')}</div>
          </Form.Group>
        )}
        {!onlyAsks && <Problems error={signIn.error} />}
        <Button type="submit" disabled={signIn.isPending}>
          {say('session.signIn')}
        </Button>
      </Form>
    </Gate>
  );
}
