import { Button, Form, Modal } from 'react-bootstrap';
import { useKept } from '../draft/useKept';
import { Problems } from '../shared/Problems';
import { say } from '../words';
import { useNoteSteps, type About } from './useNotes';

interface Props {
  accountId: number;
  about: About;
  onClose: () => void;
}

/** Says something of a line or an entry for whoever reviews. */
export function NewNote({ accountId, about, onClose }: Props) {
  const steps = useNoteSteps(accountId);
  const key = 'lineId' in about ? `line.${about.lineId}` : `entry.${about.entryId}`;
  const { form, set, forget, notice } = useKept(`review.${key}`, { text: '' });
  return (
    <Modal show onHide={onClose} animation={false} aria-labelledby="new-note">
      <Form
        onSubmit={(e) => {
          e.preventDefault();
          if (!steps.isPending) {
            steps.mutate(
              { do: 'write', about, text: form.text },
              {
                onSuccess: () => {
                  forget();
                  onClose();
                },
              },
            );
          }
        }}
      >
        <Modal.Header closeButton>
          <Modal.Title as="h2" id="new-note">
            {say('review.aNote')}
          </Modal.Title>
        </Modal.Header>
        <Modal.Body>
          <p>{say('review.itChangesNothing')}</p>
          {notice}
          <Form.Group controlId="review-text">
            <Form.Label>{say('review.whatIsSaid')}</Form.Label>
            <Form.Control
              as="textarea"
              rows={3}
              autoFocus
              value={form.text}
              maxLength={1000}
              onChange={(e) => set({ text: e.target.value })}
            />
          </Form.Group>
          <Problems error={steps.error} />
        </Modal.Body>
        <Modal.Footer>
          <Button variant="outline-secondary" onClick={onClose}>
            {say('reconcile.leaveIt')}
          </Button>
          <Button type="submit" disabled={!form.text.trim() || steps.isPending}>
            {say('review.writeIt')}
          </Button>
        </Modal.Footer>
      </Form>
    </Modal>
  );
}
