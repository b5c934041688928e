import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Form, Modal } from 'react-bootstrap';
import { api, data } from '../shared/api';
import { Problems } from '../shared/Problems';

/** Changes one's own password. */
export function PasswordDialog({ onClose }: { onClose: () => void }) {
  const [old, setOld] = useState('');
  const [fresh, setFresh] = useState('');
  const change = useMutation({
    mutationFn: () => data(api.PUT('/api/session/password', { body: { old, fresh } })),
  });
  return (
    <Modal show onHide={onClose} animation={false} aria-labelledby="password-title">
      <Form
        onSubmit={(e) => {
          e.preventDefault();
          change.mutate();
        }}
      >
        <Modal.Header closeButton>
          <Modal.Title as="h2" id="password-title">
            Change your password
          </Modal.Title>
        </Modal.Header>
        <Modal.Body>
          <Form.Group controlId="old-password" className="mb-3">
            <Form.Label>Present password</Form.Label>
            <Form.Control
              type="password"
              autoComplete="current-password"
              value={old}
              autoFocus
              onChange={(e) => setOld(e.target.value)}
            />
          </Form.Group>
          <Form.Group controlId="new-password">
            <Form.Label>New password</Form.Label>
            <Form.Control
              type="password"
              autoComplete="new-password"
              value={fresh}
              onChange={(e) => setFresh(e.target.value)}
            />
            <div className="hint">At least 10 characters; a few words will do.</div>
          </Form.Group>
          <Problems error={change.error} title="Not changed." />
          {change.isSuccess && <p role="status">Changed. The new one holds from now on.</p>}
        </Modal.Body>
        <Modal.Footer>
          <Button variant="outline-secondary" onClick={onClose}>
            {change.isSuccess ? 'Close' : 'Leave it'}
          </Button>
          {!change.isSuccess && (
            <Button type="submit" disabled={change.isPending || !old || !fresh}>
              Change the password
            </Button>
          )}
        </Modal.Footer>
      </Form>
    </Modal>
  );
}
