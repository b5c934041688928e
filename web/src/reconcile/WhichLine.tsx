import { useQuery } from '@tanstack/react-query';
import { Button, Modal } from 'react-bootstrap';
import { api, data } from '../shared/api';
import { grouped } from '../shared/money';
import { Problems } from '../shared/Problems';
import { keys } from '../shared/keys';
import type { Place } from './useMonth';
import { say } from '../words';

/** Asks which line of an entry its correction belongs to, where there are several. */
export function WhichLine({
  place,
  entryId,
  onChoose,
  onClose,
}: {
  place: Place;
  entryId: number;
  onChoose: (line: number) => void;
  onClose: () => void;
}) {
  const lines = useQuery({
    queryKey: [...keys.account(place.companyId, place.accountId), 'other lines', entryId],
    queryFn: () =>
      data(
        api.GET(
          '/api/v1/companies/{companyId}/bank-accounts/{accountId}/cash-entries/{cashEntryId}/other-lines',
          {
            params: {
              path: { companyId: place.companyId, accountId: place.accountId, cashEntryId: entryId },
            },
          },
        ),
      ),
  });
  return (
    <Modal show onHide={onClose} animation={false} aria-labelledby="which-line">
      <Modal.Header>
        <Modal.Title as="h2" id="which-line">
          {say('reconcile.whichLineWasWrong')}
        </Modal.Title>
      </Modal.Header>
      <Modal.Body>
        <p>{say('reconcile.theEntryHasSeveralLinesBesidesThe')}</p>
        <Problems error={lines.error} />
        <ul className="list-unstyled">
          {lines.data?.map((l) => (
            <li key={l.lineNumber} className="mb-1">
              <Button variant="outline-secondary" size="sm" onClick={() => onChoose(l.lineNumber)}>
                {l.account},{' '}
                {l.debit
                  ? say('reconcile.debit', { debit: grouped(l.debit) })
                  : say('reconcile.credit', { credit: grouped(l.credit) })}
                {l.text && `, ${l.text}`}
              </Button>
            </li>
          ))}
        </ul>
      </Modal.Body>
      <Modal.Footer>
        <Button variant="outline-secondary" onClick={onClose}>
          {say('reconcile.leaveIt')}
        </Button>
      </Modal.Footer>
    </Modal>
  );
}
