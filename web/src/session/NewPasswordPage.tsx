import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { api, data } from '../shared/api';
import { Problems } from '../shared/Problems';
import { WaveLine } from '../shared/Wave';

/** The first page of somebody whose password an administrator chose. */
export function NewPasswordPage() {
  const [old, setOld] = useState('');
  const [fresh, setFresh] = useState('');
  const queries = useQueryClient();
  const change = useMutation({
    mutationFn: () => data(api.PUT('/api/session/password', { body: { old, fresh } })),
    onSuccess: () => queries.resetQueries(),
  });
  return (
    <main className="gate">
      <div className="gate-sheet">
        <h1>Tide Mark</h1>
        <WaveLine />
        <p>Your password was chosen by somebody else. Choose one that only you know, then go on.</p>
        <Form
          onSubmit={(e) => {
            e.preventDefault();
            change.mutate();
          }}
        >
          <Form.Group controlId="old" className="mb-3">
            <Form.Label>Present password</Form.Label>
            <Form.Control
              type="password"
              autoComplete="current-password"
              value={old}
              onChange={(e) => setOld(e.target.value)}
              required
            />
          </Form.Group>
          <Form.Group controlId="fresh" className="mb-3">
            <Form.Label>New password</Form.Label>
            <Form.Control
              type="password"
              autoComplete="new-password"
              value={fresh}
              onChange={(e) => setFresh(e.target.value)}
              required
            />
            <div className="hint">At least 10 characters; a few words that do not belong together.</div>
          </Form.Group>
          <Problems error={change.error} />
          <Button type="submit" disabled={change.isPending}>
            Change the password
          </Button>
        </Form>
      </div>
    </main>
  );
}
