import { useState } from 'react';
import { Button, Form, Modal } from 'react-bootstrap';
import { Problems } from '../shared/Problems';

interface Props {
  ofBank: boolean;
  onClose: () => void;
  onSay: (note: string) => Promise<void>;
}

/** Asks for the note that an error of the bank or of the ledger needs. */
export function NoteDialog({ ofBank, onClose, onSay }: Props) {
  const [note, setNote] = useState('');
  const [error, setError] = useState<unknown>(null);
  return (
    <Modal show onHide={onClose} animation={false} aria-labelledby="note-title">
      <Form
        onSubmit={(e) => {
          e.preventDefault();
          onSay(note).catch(setError);
        }}
      >
        <Modal.Header closeButton>
          <Modal.Title as="h2" id="note-title">
            {ofBank ? 'An error of the bank' : 'An error of the ledger'}
          </Modal.Title>
        </Modal.Header>
        <Modal.Body>
          <p>
            {ofBank
              ? 'The line stays in the proof as an error to be put right, until the bank corrects it.'
              : 'The entry stays in the proof as an error to be put right, until the ledger is corrected.'}
          </p>
          <Form.Group controlId="note">
            <Form.Label>What is wrong, and what is being done about it</Form.Label>
            {}
            <Form.Control
              as="textarea"
              rows={3}
              value={note}
              autoFocus
              onChange={(e) => setNote(e.target.value)}
            />
          </Form.Group>
          <Problems error={error} />
        </Modal.Body>
        <Modal.Footer>
          <Button variant="outline-secondary" onClick={onClose}>
            Leave it
          </Button>
          <Button type="submit">{ofBank ? 'Declare a bank error' : 'Declare a ledger error'}</Button>
        </Modal.Footer>
      </Form>
    </Modal>
  );
}
