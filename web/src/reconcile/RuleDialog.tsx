import { useMutation, useQuery } from '@tanstack/react-query';
import { Button, Modal } from 'react-bootstrap';
import { BookedPreview } from '../ledger/BookedPreview';
import { send } from '../shared/api';
import type { BookedView, RuleAtWork } from './api';
import { reconcileKeys } from './keys';
import { Problems } from '../shared/Problems';
import type { Place } from './useMonth';
import { say } from '../words';

interface Props {
  place: Place;
  rule: RuleAtWork;
  onClose: () => void;
  onDone: () => void;
}

/** Shows what a rule books of the month, and books it in one step. */
export function RuleDialog({ place, rule, onClose, onDone }: Props) {
  const path = `/api/v1/companies/${place.companyId}/bank-accounts/${place.accountId}/months/${place.month}/rules/${rule.ruleId}/bookings`;
  const preview = useQuery({
    queryKey: [...reconcileKeys.month(place.companyId, place.accountId, place.month), 'rule', rule.ruleId],
    queryFn: () => send<BookedView>('POST', `${path}?preview=true`),
    retry: false,
  });
  const book = useMutation({
    mutationFn: () => send<BookedView>('POST', path),
    onSuccess: onDone,
  });
  return (
    <Modal show size="lg" onHide={onClose} animation={false} aria-labelledby="rule-title">
      <Modal.Header closeButton>
        <Modal.Title as="h2" id="rule-title">
          {rule.name}: {rule.lines} {rule.lines === 1 ? say('reconcile.line') : say('reconcile.lines')}
        </Modal.Title>
      </Modal.Header>
      <Modal.Body>
        <BookedPreview booked={preview.data} error={preview.error} />
        <Problems error={book.error} title={say('reconcile.nothingWasBooked')} />
      </Modal.Body>
      <Modal.Footer>
        <Button variant="outline-secondary" onClick={onClose}>
          {say('reconcile.leaveIt')}
        </Button>
        <Button disabled={!preview.data || book.isPending} onClick={() => book.mutate()} autoFocus>
          {say('reconcile.bookAndMatch2', {
            words: rule.lines === 1 ? say('reconcile.theLine') : say('reconcile.all', { lines: rule.lines }),
          })}
        </Button>
      </Modal.Footer>
    </Modal>
  );
}
