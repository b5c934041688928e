import { Form } from 'react-bootstrap';
import { refuses } from '../shared/api';
import { say } from '../words';

/** The present password and the new one. */
export function PasswordFields({
  old,
  fresh,
  onOld,
  onFresh,
  error,
}: {
  old: string;
  fresh: string;
  onOld: (old: string) => void;
  onFresh: (fresh: string) => void;
  error: unknown;
}) {
  return (
    <>
      <Form.Group controlId="old-password" className="mb-3">
        <Form.Label>{say('session.presentPassword')}</Form.Label>
        <Form.Control
          type="password"
          autoComplete="current-password"
          value={old}
          isInvalid={refuses(error, 'old')}
          autoFocus
          onChange={(e) => onOld(e.target.value)}
          required
        />
      </Form.Group>
      <Form.Group controlId="new-password" className="mb-3">
        <Form.Label>{say('session.newPassword')}</Form.Label>
        <Form.Control
          type="password"
          autoComplete="new-password"
          value={fresh}
          isInvalid={refuses(error, 'fresh')}
          onChange={(e) => onFresh(e.target.value)}
          required
        />
        <div className="hint">{say('session.atLeast10CharactersAFewWords2')}</div>
      </Form.Group>
    </>
  );
}
