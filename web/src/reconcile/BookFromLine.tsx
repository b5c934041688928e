import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { Button, Form, Modal } from 'react-bootstrap';
import { Link } from 'react-router';
import { always } from './always';
import { useKept } from '../draft/useKept';
import { useCurrentCompany } from '../session/session';
import { api, data } from '../shared/api';
import type { Booking, RowView } from './api';
import { DateField } from '../shared/DateField';
import { fullDate } from '../shared/dates';
import { ChoiceField } from '../shared/fields';
import { grouped } from '../shared/money';
import { keys } from '../shared/keys';
import { Problems } from '../shared/Problems';
import { useParties } from '../shared/useBooks';
import { useToday } from '../today/useToday';
import { BookedPreview } from '../ledger/BookedPreview';
import type { Place } from './useMonth';

interface Props {
  place: Place;
  row: RowView;
  onClose: () => void;
  onBook: (booking: Booking) => Promise<void>;
}

/** Books what only the bank knew; what it will book stands beside the form, made by the code that books. */
export function BookFromLine({ place, row, onClose, onBook }: Props) {
  const { company, session } = useCurrentCompany();
  const today = useToday();
  const others = today.data?.lanes.filter((l) => l.accountId !== place.accountId) ?? [];
  const {
    form: booking,
    set: setBooking,
    forget,
    notice,
  } = useKept<Booking>(`line.${row.lineId}`, {
    kind: /interest/i.test(row.title)
      ? 'INTEREST'
      : /xfer|transfer/i.test(row.title)
        ? 'TRANSFER'
        : row.in
          ? 'ACCOUNT'
          : 'FEE',
    account: '',
    otherBankAccountId: undefined,
    date: row.date,
    party: row.counterparty,
    text: row.title,
  });
  const [error, setError] = useState<unknown>(null);
  const [busy, setBusy] = useState(false);
  const chart = useQuery({
    queryKey: keys.chart(company.id),
    queryFn: () =>
      data(
        api.GET('/api/companies/{companyId}/ledger/accounts', {
          params: { path: { companyId: company.id } },
        }),
      ),
  });
  const other = booking.otherBankAccountId ?? others[0]?.accountId;
  const ofParty = booking.kind === 'CUSTOMER' || booking.kind === 'SUPPLIER';
  const parties = useParties(booking.kind === 'SUPPLIER' ? 'PAYABLES' : 'RECEIVABLES', session.businessDate);
  const uncleared = useQuery({
    queryKey: [...keys.account(place.companyId, place.accountId), 'uncleared'],
    queryFn: () =>
      data(
        api.GET('/api/companies/{companyId}/bank-accounts/{accountId}/uncleared-payments', {
          params: { path: { companyId: place.companyId, accountId: place.accountId } },
        }),
      ),
  });
  const waiting = (uncleared.data ?? []).filter((p) => p.amount === row.out);
  const payment = booking.paymentId ?? waiting[0]?.id;
  const wish: Booking = {
    ...booking,
    otherBankAccountId: booking.kind === 'TRANSFER' ? other : undefined,
    partyId: ofParty ? booking.partyId : undefined,
    paymentId: booking.kind === 'PAYMENT' ? payment : undefined,
  };
  const complete =
    (booking.kind !== 'ACCOUNT' || booking.account !== '') &&
    (!ofParty || booking.partyId !== undefined) &&
    (booking.kind !== 'PAYMENT' || payment !== undefined);
  const preview = useQuery({
    queryKey: [...keys.account(place.companyId, place.accountId), 'preview', row.lineId, wish],
    queryFn: () =>
      data(
        api.POST('/api/companies/{companyId}/bank-accounts/{accountId}/lines/{lineId}/booking', {
          params: {
            path: { companyId: place.companyId, accountId: place.accountId, lineId: row.lineId },
            query: { preview: true },
          },
          body: wish,
        }),
      ),
    enabled: complete && (booking.kind !== 'TRANSFER' || other !== undefined),
    placeholderData: (before) => before,
  });
  const set = (part: Partial<Booking>) => setBooking({ ...booking, ...part });
  useEffect(() => setError(null), [booking]);

  function submit() {
    if (busy || !complete) {
      return;
    }
    setBusy(true);
    onBook(wish)
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
            Book {row.title}, {fullDate(row.date)},{' '}
            {row.in ? `${grouped(row.in)} in` : `${grouped(row.out ?? '')} out`}
          </Modal.Title>
        </Modal.Header>
        <Modal.Body className="form-page">
          {notice}
          <div>
            <Form.Group controlId="kind" className="mb-2">
              <Form.Label>What it is</Form.Label>
              <Form.Select
                autoFocus
                value={booking.kind}
                onChange={(e) => set({ kind: e.target.value as Booking['kind'], partyId: undefined })}
              >
                <option value="FEE">A fee of the bank</option>
                <option value="INTEREST">Interest</option>
                <option value="TRANSFER">A transfer with another own account</option>
                <option value="CUSTOMER">A customer</option>
                <option value="SUPPLIER">A supplier</option>
                {waiting.length > 0 && <option value="PAYMENT">A payment that waits for the bank</option>}
                {row.in && <option value="UNIDENTIFIED">Money from somebody unknown</option>}
                <option value="ACCOUNT">Any ledger account</option>
              </Form.Select>
            </Form.Group>
            {ofParty && (
              <ChoiceField
                className="mb-2"
                label={booking.kind === 'CUSTOMER' ? 'Customer' : 'Supplier'}
                empty="Choose"
                value={booking.partyId ? String(booking.partyId) : ''}
                choices={(parties.data?.rows ?? []).map((r) => [String(r.party.id), r.party.name])}
                hint="It stays open on their account until it is applied."
                onChange={(v) =>
                  set({
                    partyId: v ? Number(v) : undefined,
                    party:
                      parties.data?.rows.find((r) => r.party.id === Number(v))?.party.name ?? booking.party,
                  })
                }
              />
            )}
            {booking.kind === 'PAYMENT' && (
              <ChoiceField
                className="mb-2"
                label="Payment"
                value={String(payment)}
                choices={waiting.map((p) => [String(p.id), `${p.number}, ${p.payee}, ${fullDate(p.date)}`])}
                onChange={(v) => set({ paymentId: Number(v) })}
              />
            )}
            {booking.kind === 'TRANSFER' && (
              <Form.Group controlId="other" className="mb-2">
                <Form.Label>The other account</Form.Label>
                <Form.Select
                  value={other ?? ''}
                  onChange={(e) => set({ otherBankAccountId: Number(e.target.value) })}
                >
                  {others.map((l) => (
                    <option key={l.accountId} value={l.accountId}>
                      {l.name} {l.shortNumber}
                    </option>
                  ))}
                </Form.Select>
              </Form.Group>
            )}
            {booking.kind === 'ACCOUNT' && (
              <Form.Group controlId="account" className="mb-2">
                <Form.Label>Ledger account</Form.Label>
                <Form.Select value={booking.account} onChange={(e) => set({ account: e.target.value })}>
                  <option value="">Choose what it was for</option>
                  {chart.data
                    ?.filter((a) => a.active && a.control === 'NONE' && a.bankAccountId !== place.accountId)
                    .map((a) => (
                      <option key={a.code} value={a.code}>
                        {a.code} {a.name}
                      </option>
                    ))}
                </Form.Select>
              </Form.Group>
            )}
            <div className="mb-2" style={{ maxWidth: '16rem' }}>
              <DateField
                label="Date"
                value={booking.date}
                today={row.date}
                onChange={(date) => set({ date })}
                hint="The bank's date, unless you change it."
              />
            </div>
            <Form.Group controlId="party" className="mb-2">
              <Form.Label>Payer or payee</Form.Label>
              <Form.Control
                value={booking.party}
                maxLength={200}
                onChange={(e) => set({ party: e.target.value })}
              />
            </Form.Group>
            <Form.Group controlId="text" className="mb-2">
              <Form.Label>For</Form.Label>
              <Form.Control
                value={booking.text}
                maxLength={480}
                onChange={(e) => set({ text: e.target.value })}
              />
            </Form.Group>
            <Problems error={error} title="Not booked." />
          </div>
          <div className="beside">
            <BookedPreview booked={complete ? preview.data : undefined} error={preview.error} />
          </div>
        </Modal.Body>
        <Modal.Footer>
          {booking.kind !== 'PAYMENT' && (
            <Link className="me-auto" to="/rules" state={{ draft: always(place.accountId, row, wish) }}>
              Always do this
            </Link>
          )}
          <Button variant="outline-secondary" onClick={onClose}>
            Leave it
          </Button>
          <Button type="submit" disabled={!complete || busy}>
            Book and match <kbd>Enter</kbd>
          </Button>
        </Modal.Footer>
      </Form>
    </Modal>
  );
}
