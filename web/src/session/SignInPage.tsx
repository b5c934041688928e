import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState, type FormEvent } from 'react';
import { Button, Form } from 'react-bootstrap';
import { api, data } from '../shared/api';
import { Problems } from '../shared/Problems';
import { WaveLine } from '../shared/Wave';

export function SignInPage() {
  const [login, setLogin] = useState('');
  const [password, setPassword] = useState('');
  const queries = useQueryClient();
  const signIn = useMutation({
    mutationFn: () => data(api.POST('/api/session', { body: { login, password } })),
    onSuccess: () => queries.resetQueries(),
  });
  function submit(e: FormEvent) {
    e.preventDefault();
    signIn.mutate();
  }
  return (
    <main className="gate">
      <div className="gate-sheet">
        <h1>Tide Mark</h1>
        <WaveLine />
        <p className="quiet">Sign in to the books.</p>
        <Form onSubmit={submit}>
          <Form.Group controlId="login" className="mb-3">
            <Form.Label>Sign-in name</Form.Label>
            <Form.Control
              autoComplete="username"
              value={login}
              onChange={(e) => setLogin(e.target.value)}
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
          <Problems error={signIn.error} />
          <Button type="submit" disabled={signIn.isPending}>
            Sign in
          </Button>
        </Form>
      </div>
    </main>
  );
}
