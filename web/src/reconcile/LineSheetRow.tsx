import { lineBookings } from '../capabilities';
import type { LineDetails } from '../linebooking/api';
import { kindOf } from '../linebooking/LineBookingFields';
import { fullDate } from '../shared/dates';
import { CellChoice, CellText } from '../shared/fields';
import { grouped } from '../shared/money';
import { upper } from '../shared/useBooks';
import { say } from '../words';
import type { Booking, ProposedBooking, SheetOutcome } from './api';
import { aboutOf } from './sheet';

interface Props {
  accountId: number;
  line: ProposedBooking;
  booking: Booking;
  /** Whether all has been chosen that must be. */
  complete: boolean;
  /** What becomes of it; not known while the trial of what was last typed is under way. */
  outcome: SheetOutcome | undefined;
  /** Whether all that can be chosen for it is shown below it. */
  open: boolean;
  onOpen: () => void;
  onEdit: (part: Partial<Booking>) => void;
  onLeaveOut: () => void;
  onFillDown?: () => void;
}

/** One of several lines that are booked in one step. */
export function LineSheetRow(props: Props) {
  const { accountId, line, booking, outcome, open, onEdit } = props;
  const about = aboutOf(accountId, line);
  const kind = kindOf(booking.kind);
  const details = booking.details ?? {};
  const onDetails = (next: LineDetails, party?: string) =>
    onEdit({ details: next, party: party ?? booking.party });
  const name = { line: line.title };
  const offered = lineBookings.filter((k) => k.fits?.(about) ?? true);
  return (
    <>
      <tr className={outcome && outcome.problems.length > 0 ? 'refused' : undefined}>
        <th scope="row">
          {line.title}
          <div className="quiet">
            {[fullDate(line.date), line.bankCode, line.like].filter(Boolean).join(' · ')}
          </div>
          {line.found && <div className="attention">{line.found}</div>}
        </th>
        <td className="num">
          {line.in
            ? say('reconcile.in', { in: grouped(line.in) })
            : say('reconcile.out', { out: grouped(line.out ?? '') })}
        </td>
        <td>
          <CellChoice
            label={say('reconcile.whatIs', name)}
            empty={say('reconcile.choose')}
            value={booking.kind}
            choices={offered.map((k) => [k.kind, upper(k.words)])}
            onChange={(next) => onEdit({ kind: next, details: kindOf(next)?.start ?? {} })}
          />
        </td>
        <td>
          {kind?.Cell && (
            <kind.Cell
              key={booking.kind}
              label={say('reconcile.goesToOf', name)}
              details={details}
              onDetails={onDetails}
              line={about}
            />
          )}
          {kind?.Fields && (
            <button type="button" className="as-link" aria-expanded={open} onClick={props.onOpen}>
              {open ? say('reconcile.less') : say('reconcile.more2')}
              <span className="visually-hidden"> {say('reconcile.of', name)}</span>
            </button>
          )}
        </td>
        <td>
          <CellText
            label={say('reconcile.payerOf', name)}
            value={booking.party}
            onChange={(party) => onEdit({ party })}
          />
        </td>
        <td>
          <CellText
            label={say('reconcile.forOf', name)}
            value={booking.text}
            onChange={(text) => onEdit({ text })}
          />
        </td>
        <td className="becomes" aria-live="polite">
          {!props.complete && <span className="attention">{say('reconcile.chooseIt')}</span>}
          {outcome?.becomes}
          {outcome?.problems.map((p) => (
            <span key={p.code} className="attention">
              {p.message}
            </span>
          ))}
        </td>
        <td className="steps">
          {props.onFillDown && (
            <button
              type="button"
              className="as-link"
              aria-label={say('reconcile.allBelowAs', name)}
              title={say('reconcile.allBelowAs', name)}
              onClick={props.onFillDown}
            >
              ↓
            </button>
          )}
          <button
            type="button"
            className="as-link"
            aria-label={say('reconcile.leaveLineOut', name)}
            title={say('reconcile.leaveLineOut', name)}
            onClick={props.onLeaveOut}
          >
            ×
          </button>
        </td>
      </tr>
      {open && kind?.Fields && (
        <tr>
          <td colSpan={8}>
            <kind.Fields details={details} onDetails={onDetails} line={about} />
          </td>
        </tr>
      )}
    </>
  );
}
