import { useState } from 'react';
import { Button, Form, Modal } from 'react-bootstrap';
import { useKept } from '../draft/useKept';
import { Problems } from '../shared/Problems';
import { say } from '../words';

export type NoteOn = 'bank' | 'ledger' | 'twice';

const WORDS: Record<NoteOn, { title: string; means: string; asks: string; says: string }> = {
  bank: {
    title: say('reconcile.anErrorOfTheBank'),
    means: say('reconcile.theLineStaysInTheProofAs'),
    asks: say('reconcile.whatIsWrongAndWhatIsBeing'),
    says: say('reconcile.declareABankError'),
  },
  ledger: {
    title: say('reconcile.anErrorOfTheLedger'),
    means: say('reconcile.theEntryStaysInTheProofAs'),
    asks: say('reconcile.whatIsWrongAndWhatIsBeing'),
    says: say('reconcile.declareALedgerError'),
  },
  twice: {
    title: say('reconcile.aLineThatStandsTwice'),
    means: say('reconcile.theLineIsTakenOutOfIts'),
    asks: say('reconcile.howItIsKnownThatItIs'),
    says: say('reconcile.takeTheLineOut'),
  },
};

interface Props {
  on: NoteOn;
  /** Of the lines or entries that the note is about. */
  ids: number[];
  onClose: () => void;
  onSay: (note: string) => Promise<void>;
}

/** Asks for the note that an error, or taking a line out, needs. */
export function NoteDialog({ on, ids, onClose, onSay }: Props) {
  const { form, set, forget, notice } = useKept(`note.${on}.${ids.join('.')}`, { note: '' });
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
          {ids.length > 1 && <p>{say('reconcile.ofSeveral', { count: ids.length })}</p>}
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
            {say('reconcile.leaveIt')}
          </Button>
          <Button type="submit">{words.says}</Button>
        </Modal.Footer>
      </Form>
    </Modal>
  );
}
