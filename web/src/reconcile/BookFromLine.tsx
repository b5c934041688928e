import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { Button, Form, Modal } from 'react-bootstrap';
import { Link } from 'react-router';
import { always } from './always';
import { useKept } from '../draft/useKept';
import { isComplete, kindOf, LineBookingFields } from '../linebooking/LineBookingFields';
import { api, data } from '../shared/api';
import type { Booking, RowView } from './api';
import { DateField } from '../shared/DateField';
import { fullDate } from '../shared/dates';
import { grouped } from '../shared/money';
import { keys } from '../shared/keys';
import { Problems } from '../shared/Problems';
import { BookedPreview } from '../ledger/BookedPreview';
import type { Place } from './useMonth';
import { say } from '../words';

interface Props {
  place: Place;
  row: RowView;
  onClose: () => void;
  onBook: (booking: Booking) => Promise<void>;
}

/** Books what only the bank knew; what it will book stands beside the form, made by the code that books. */
export function BookFromLine({ place, row, onClose, onBook }: Props) {
  const {
    form: booking,
    set: setBooking,
    forget,
    notice,
  } = useKept<Booking>(`line.${row.lineId}`, () => {
    const kind = /interest/i.test(row.title)
      ? 'INTEREST'
      : /xfer|transfer/i.test(row.title)
        ? 'TRANSFER'
        : row.in
          ? 'ACCOUNT'
          : 'FEE';
    return {
      kind,
      details: kindOf(kind)?.start ?? {},
      date: row.date,
      party: row.counterparty,
      text: row.title,
    };
  });
  const [error, setError] = useState<unknown>(null);
  const [busy, setBusy] = useState(false);
  const details = booking.details ?? {};
  const complete = isComplete(booking.kind, details);
  const preview = useQuery({
    queryKey: [...keys.account(place.companyId, place.accountId), 'preview', row.lineId, booking],
    queryFn: () =>
      data(
        api.POST('/api/v1/companies/{companyId}/bank-accounts/{accountId}/lines/{lineId}/booking', {
          params: {
            path: { companyId: place.companyId, accountId: place.accountId, lineId: row.lineId },
            query: { preview: true },
          },
          body: booking,
        }),
      ),
    enabled: complete,
    placeholderData: (before) => before,
  });
  const set = (part: Partial<Booking>) => setBooking({ ...booking, ...part });
  useEffect(() => setError(null), [booking]);

  function submit() {
    if (busy || !complete) {
      return;
    }
    setBusy(true);
    onBook(booking)
      .then(forget)
      .catch(setError)
      .finally(() => setBusy(false));
  }

  return (
    <Modal show size="xl" onHide={onClose} animation={false} aria-labelledby="book-title">
      <Form
        onSubmit={(e) => {
          e.preventDefault();
          submit();
        }}
        onKeyDown={(e) => {
          if (e.key === 'Enter' && e.ctrlKey) {
            e.preventDefault();
            if (!e.repeat) {
              submit();
            }
          }
        }}
      >
        <Modal.Header closeButton>
          <Modal.Title as="h2" id="book-title">
            {say('reconcile.book', {
              title: row.title,
              date: fullDate(row.date),
              words: row.in
                ? say('reconcile.in', { in: grouped(row.in) })
                : say('reconcile.out', { out: grouped(row.out ?? '') }),
            })}
          </Modal.Title>
        </Modal.Header>
        <Modal.Body className="form-page">
          {notice}
          <div>
            <LineBookingFields
              autoFocus
              label={say('reconcile.whatItIs')}
              kind={booking.kind}
              details={details}
              line={{ accountId: place.accountId, in: row.in, out: row.out }}
              onKind={(kind, start) => set({ kind, details: start })}
              onDetails={(next, party) => set({ details: next, party: party ?? booking.party })}
            />
            <div className="mb-2" style={{ maxWidth: '16rem' }}>
              <DateField
                label={say('reconcile.date')}
                value={booking.date}
                today={row.date}
                onChange={(date) => set({ date })}
                hint={say('reconcile.theBanksDateUnlessYouChangeIt')}
              />
            </div>
            <Form.Group controlId="party" className="mb-2">
              <Form.Label>{say('reconcile.payerOrPayee')}</Form.Label>
              <Form.Control
                value={booking.party}
                maxLength={200}
                onChange={(e) => set({ party: e.target.value })}
              />
            </Form.Group>
            <Form.Group controlId="text" className="mb-2">
              <Form.Label>{say('reconcile.for')}</Form.Label>
              <Form.Control
                value={booking.text}
                maxLength={480}
                onChange={(e) => set({ text: e.target.value })}
              />
            </Form.Group>
            <Problems error={error} title={say('reconcile.notBooked')} />
          </div>
          <div className="beside">
            <BookedPreview booked={complete ? preview.data : undefined} error={preview.error} />
          </div>
        </Modal.Body>
        <Modal.Footer>
          {kindOf(booking.kind)?.byRule && (
            <Link className="me-auto" to="/rules" state={{ draft: always(place.accountId, row, booking) }}>
              {say('reconcile.alwaysDoThis')}
            </Link>
          )}
          <Button variant="outline-secondary" onClick={onClose}>
            {say('reconcile.leaveIt')}
          </Button>
          <Button type="submit" disabled={!complete || busy}>
            {say('reconcile.bookAndMatch')}
            <kbd>Enter</kbd>
          </Button>
        </Modal.Footer>
      </Form>
    </Modal>
  );
}
