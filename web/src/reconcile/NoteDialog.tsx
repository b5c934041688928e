import { useState } from 'react';
import { Button, Form, Modal } from 'react-bootstrap';
import { useKept } from '../draft/useKept';
import { Problems } from '../shared/Problems';

export type NoteOn = 'bank' | 'ledger' | 'twice';

const WORDS: Record<NoteOn, { title: string; means: string; asks: string; says: string }> = {
  bank: {
    title: 'An error of the bank',
    means: 'The line stays in the proof as an error to be put right, until the bank corrects it.',
    asks: 'What is wrong, and what is being done about it',
    says: 'Declare a bank error',
  },
  ledger: {
    title: 'An error of the ledger',
    means: 'The entry stays in the proof as an error to be put right, until the ledger is corrected.',
    asks: 'What is wrong, and what is being done about it',
    says: 'Declare a ledger error',
  },
  twice: {
    title: 'A line that stands twice',
    means:
      'The line is taken out of its statement. Do this when one movement was read two times, not when the bank charged twice.',
    asks: 'How it is known that it is the same movement',
    says: 'Take the line out',
  },
};

interface Props {
  on: NoteOn;
  /** Of the line or entry that the note is about. */
  id: number;
  onClose: () => void;
  onSay: (note: string) => Promise<void>;
}

/** Asks for the note that an error, or taking a line out, needs. */
export function NoteDialog({ on, id, onClose, onSay }: Props) {
  const { form, set, forget, notice } = useKept(`note.${on}.${id}`, { note: '' });
  const { note } = form;
  const [error, setError] = useState<unknown>(null);
  const words = WORDS[on];
  return (
    <Modal show onHide={onClose} animation={false} aria-labelledby="note-title">
      <Form
        onSubmit={(e) => {
          e.preventDefault();
          onSay(note).then(forget).catch(setError);
        }}
      >
        <Modal.Header closeButton>
          <Modal.Title as="h2" id="note-title">
            {words.title}
          </Modal.Title>
        </Modal.Header>
        <Modal.Body>
          <p>{words.means}</p>
          {notice}
          <Form.Group controlId="note">
            <Form.Label>{words.asks}</Form.Label>
            <Form.Control
              as="textarea"
              rows={3}
              value={note}
              autoFocus
              onChange={(e) => set({ note: e.target.value })}
            />
          </Form.Group>
          <Problems error={error} />
        </Modal.Body>
        <Modal.Footer>
          <Button variant="outline-secondary" onClick={onClose}>
            Leave it
          </Button>
          <Button type="submit">{words.says}</Button>
        </Modal.Footer>
      </Form>
    </Modal>
  );
}
