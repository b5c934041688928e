import { useQuery } from '@tanstack/react-query';
import { useState, type KeyboardEvent } from 'react';
import { Button, Form, Modal } from 'react-bootstrap';
import { Leaves } from '../ledger/BookedPreview';
import { useKept } from '../draft/useKept';
import { isComplete, kindOf } from '../linebooking/LineBookingFields';
import { api, data } from '../shared/api';
import { keys } from '../shared/keys';
import { grouped } from '../shared/money';
import { pasteRows } from '../shared/pasteRows';
import { Problems } from '../shared/Problems';
import { useDebounced } from '../shared/useDebounced';
import { say } from '../words';
import type { Booking, ProposedBooking, SheetRow } from './api';
import { aboutOf, type SheetTyped, sheetKey } from './sheet';
import { LineSheetRow } from './LineSheetRow';
import type { Place } from './useMonth';

interface Props {
  place: Place;
  lines: number[];
  onClose: () => void;
  onBook: (rows: SheetRow[]) => Promise<unknown>;
}

/** Books several lines in one step. Begins when it is known what each is likely to be. */
export function LineSheet(props: Props) {
  const { place, lines } = props;
  const proposed = useQuery({
    queryKey: [...keys.account(place.companyId, place.accountId), 'proposals', lines],
    queryFn: () =>
      data(
        api.POST('/api/v1/companies/{companyId}/bank-accounts/{accountId}/line-bookings/proposals', {
          params: { path: { companyId: place.companyId, accountId: place.accountId } },
          body: { lineIds: lines },
        }),
      ),
    staleTime: Infinity,
    gcTime: 0,
  });
  if (proposed.data) {
    return <Sheet {...props} proposed={proposed.data} />;
  }
  return (
    <Modal show onHide={props.onClose} animation={false} aria-label={say('reconcile.bookSeveralLines')}>
      <Modal.Body>
        {proposed.error ? <Problems error={proposed.error} /> : <p>{say('reconcile.lookingWhatTheyAre')}</p>}
      </Modal.Body>
    </Modal>
  );
}

/** What a line begins with. */
function begun(line: ProposedBooking): Booking {
  return {
    kind: line.kind,
    details: line.details ?? kindOf(line.kind)?.start ?? {},
    date: line.date,
    party: line.party,
    text: line.text,
  };
}

function Sheet({ place, lines, proposed, onClose, onBook }: Props & { proposed: ProposedBooking[] }) {
  const { form, set, forget, notice } = useKept<SheetTyped>(sheetKey(place.accountId, lines), { typed: {} });
  const [out, setOut] = useState<number[]>([]);
  const [open, setOpen] = useState<number>();
  const [error, setError] = useState<unknown>(null);
  const [busy, setBusy] = useState(false);
  const shown = proposed.filter((p) => !out.includes(p.lineId));
  const bookingOf = (line: ProposedBooking) => form.typed[line.lineId] ?? begun(line);
  const complete = (line: ProposedBooking) => {
    const b = bookingOf(line);
    return isComplete(b.kind, b.details ?? {});
  };
  const ready = shown.filter(complete);
  const rows: SheetRow[] = ready.map((line) => ({ lineId: line.lineId, booking: bookingOf(line) }));
  const looked = useDebounced(rows, 250);
  const trial = useQuery({
    queryKey: [...keys.account(place.companyId, place.accountId), 'sheet', looked],
    queryFn: () =>
      data(
        api.POST('/api/v1/companies/{companyId}/bank-accounts/{accountId}/line-bookings', {
          params: {
            path: { companyId: place.companyId, accountId: place.accountId },
            query: { preview: true },
          },
          body: { bookings: looked },
        }),
      ),
    enabled: looked.length > 0,
    placeholderData: (before) => before,
    retry: false,
  });
  const current = JSON.stringify(looked) === JSON.stringify(rows) && !trial.isPlaceholderData;
  const refused = trial.data?.refused ?? 0;
  const missing = shown.length - ready.length;
  const may = current && missing === 0 && refused === 0 && shown.length > 0 && !trial.error && !busy;

  function change(changed: Record<number, Booking>) {
    setError(null);
    set({ typed: { ...form.typed, ...changed } });
  }
  const edit = (line: ProposedBooking, part: Partial<Booking>) =>
    change({ [line.lineId]: { ...bookingOf(line), ...part } });

  /** All rows below that can be what this one is are booked as it is; whom and what for stays theirs. */
  function fillDown(from: number) {
    const model = shown[from];
    if (model) {
      const { kind, details } = bookingOf(model);
      const fits = kindOf(kind)?.fits;
      const rest = shown.slice(from + 1).filter((line) => fits?.(aboutOf(place.accountId, line)) ?? true);
      change(
        Object.fromEntries(
          rest.map((line) => [line.lineId, { ...bookingOf(line), kind, details: details ?? {} }]),
        ),
      );
    }
  }

  function submit() {
    if (!may) {
      return;
    }
    setBusy(true);
    onBook(rows)
      .then(forget)
      .catch(setError)
      .finally(() => setBusy(false));
  }

  return (
    <Modal
      show
      fullscreen
      onHide={onClose}
      animation={false}
      className="line-sheet"
      aria-labelledby="sheet-title"
    >
      <Form
        onKeyDown={upAndDown}
        onSubmit={(e) => {
          e.preventDefault();
          submit();
        }}
      >
        <Modal.Header closeButton>
          <Modal.Title as="h2" id="sheet-title">
            {say('reconcile.bookLines', { count: shown.length })}
          </Modal.Title>
        </Modal.Header>
        <Modal.Body>
          {notice}
          <div className="table-scroll">
            <table className="plain">
              <caption className="visually-hidden">{say('reconcile.whatEachLineBecomes')}</caption>
              <thead>
                <tr>
                  <th scope="col">{say('reconcile.bankLine')}</th>
                  <th scope="col" className="num">
                    {say('reconcile.amount')}
                  </th>
                  <th scope="col">{say('reconcile.whatItIs')}</th>
                  <th scope="col">{say('reconcile.goesTo')}</th>
                  <th scope="col">{say('reconcile.payerOrPayee')}</th>
                  <th scope="col">{say('reconcile.for')}</th>
                  <th scope="col">{say('reconcile.becomes')}</th>
                  <th scope="col">
                    <span className="visually-hidden">{say('reconcile.steps')}</span>
                  </th>
                </tr>
              </thead>
              <tbody
                onPaste={(e) =>
                  pasteRows(e, COLUMNS, (first, cells) =>
                    change(
                      Object.fromEntries(
                        cells.flatMap((cell, i) => {
                          const line = shown[bodyRow(first, open, shown) + i];
                          return line
                            ? [
                                [
                                  line.lineId,
                                  {
                                    ...bookingOf(line),
                                    ...(cell.party !== undefined && { party: cell.party }),
                                    ...(cell.text !== undefined && { text: cell.text }),
                                  },
                                ],
                              ]
                            : [];
                        }),
                      ),
                    ),
                  )
                }
              >
                {shown.map((line, i) => (
                  <LineSheetRow
                    key={line.lineId}
                    accountId={place.accountId}
                    line={line}
                    booking={bookingOf(line)}
                    complete={complete(line)}
                    outcome={current ? trial.data?.rows.find((r) => r.lineId === line.lineId) : undefined}
                    open={open === line.lineId}
                    onOpen={() => setOpen(open === line.lineId ? undefined : line.lineId)}
                    onEdit={(part) => edit(line, part)}
                    onLeaveOut={() => setOut([...out, line.lineId])}
                    {...(i < shown.length - 1 && { onFillDown: () => fillDown(i) })}
                  />
                ))}
              </tbody>
            </table>
          </div>
          {trial.data && current && trial.data.booked.leaves.length > 0 && (
            <Leaves booked={trial.data.booked} className="plain mt-3 sheet-leaves" />
          )}
          {trial.data?.booked.warnings.map((w) => (
            <p key={w} className="attention">
              {w}
            </p>
          ))}
          <Problems error={error ?? trial.error} title={say('reconcile.notBookedNoneOfThem')} />
        </Modal.Body>
        <Modal.Footer>
          <span className="me-auto" aria-live="polite">
            {missing > 0
              ? say('reconcile.areNotChosenYet', { missing })
              : refused > 0
                ? say('reconcile.cannotBeBooked', { refused })
                : trial.data && current
                  ? say('reconcile.inAndOut', { in: grouped(trial.data.in), out: grouped(trial.data.out) })
                  : ''}
          </span>
          <Button variant="outline-secondary" onClick={onClose}>
            {say('reconcile.leaveIt')}
          </Button>
          <Button type="submit" disabled={!may}>
            {say('reconcile.bookAndMatchAll', { count: shown.length })}
          </Button>
        </Modal.Footer>
      </Form>
    </Modal>
  );
}

const COLUMNS = ['line', 'amount', 'kind', 'goesTo', 'party', 'text'] as const;

/** The place of a row among the lines; an opened row has one more below it. */
function bodyRow(row: number, open: number | undefined, shown: ProposedBooking[]): number {
  const opened = shown.findIndex((l) => l.lineId === open);
  return opened >= 0 && row > opened ? row - 1 : row;
}

/** Arrow keys and Enter go to the same column of the row above or below, as in a sheet. */
function upAndDown(e: KeyboardEvent<HTMLElement>) {
  const target = e.target as HTMLElement;
  const step = e.key === 'ArrowUp' ? -1 : e.key === 'ArrowDown' || e.key === 'Enter' ? 1 : 0;
  const cell = target.closest('td');
  if (
    step === 0 ||
    !cell ||
    !(target instanceof HTMLInputElement) ||
    target.getAttribute('role') === 'combobox'
  ) {
    return;
  }
  e.preventDefault();
  let row = cell.parentElement;
  do {
    row = (step > 0 ? row?.nextElementSibling : row?.previousElementSibling) as HTMLElement | null;
  } while (row && row.children.length <= 1);
  row?.children[cell.cellIndex]?.querySelector<HTMLElement>('input, select')?.focus();
}
