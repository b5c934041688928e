import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState, type FormEvent } from 'react';
import { Button, Form } from 'react-bootstrap';
import { keepFor } from '../draft/unfinished';
import { api, data, Refusal } from '../shared/api';
import { Problems } from '../shared/Problems';
import { Gate } from './NewPasswordPage';

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
      <p className="quiet">Sign in to the books.</p>
      <Form onSubmit={submit}>
        <Form.Group controlId="login" className="mb-3">
          <Form.Label>Sign-in name</Form.Label>
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
          <Form.Label>Password</Form.Label>
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
            <Form.Label>Code of your device</Form.Label>
            <Form.Control
              autoComplete="one-time-code"
              value={code}
              maxLength={20}
              autoFocus
              onChange={(e) => setCode(e.target.value)}
              required
            />
            <div className="hint">Six digits; or one of the codes kept for a lost device.</div>
          </Form.Group>
        )}
        {!onlyAsks && <Problems error={signIn.error} />}
        <Button type="submit" disabled={signIn.isPending}>
          Sign in
        </Button>
      </Form>
    </Gate>
  );
}
