import { Button } from 'react-bootstrap';
import type { CandidateView, OtherEndView, RowView } from './api';
import { shortDate } from '../shared/dates';
import { grouped } from '../shared/money';
import { useOtherEnds, type Place } from './useMonth';

interface Props {
  row: RowView;
  picked: number[];
  change: boolean;
  candidates: CandidateView[] | undefined;
  pending: boolean;
  place: Place;
  onTake: (index: number) => void;
  onDifference: (index: number) => void;
  onOtherEnd: (line: number, end: OtherEndView) => void;
  onBook: (line: number) => void;
  onBankError: (line: number) => void;
  onPick: (line: number) => void;
  onTwice: (line: number) => void;
}

const STRENGTH = { FIRM: 'firm', FAIR: 'fair', FAINT: 'faint' };

/** What may explain an open line, and what else can be done with it. */
export function OpenLine({
  row,
  picked,
  change,
  candidates,
  pending,
  place,
  onTake,
  onDifference,
  onOtherEnd,
  onBook,
  onBankError,
  onPick,
  onTwice,
}: Props) {
  const ends = useOtherEnds(place, row.lineId, !candidates?.some((c) => c.strength === 'FIRM'));
  return (
    <div className="ladder-open" role="row">
      <div role="cell">
        {candidates?.map((c, i) => (
          <div
            key={`${c.lineIds.join()}/${c.entryIds.join()}`}
            className={`candidate${i === 0 ? ' first' : ''}`}
          >
            <div className="candidate-words">
              <strong>{c.title}</strong>, {shortDate(c.date)}
              {c.entryIds.length > 0 && `, ${grouped(c.amount)}`}{' '}
              <span className="quiet">
                ({STRENGTH[c.strength]}
                {c.waits && ', waits for the bank'})
              </span>
              <ul className="facts">
                {c.evidence.map((e) => (
                  <li key={e.words} className={e.speaksFor ? '' : 'against'}>
                    {e.words}
                  </li>
                ))}
              </ul>
              {c.members.length > 0 && <Members of={c} />}
            </div>
            {change && (c.sameAmount || c.correctable) && (
              <Button
                variant={i === 0 ? 'primary' : 'outline-secondary'}
                size="sm"
                disabled={pending}
                onClick={() => onTake(i)}
              >
                {c.waits ? 'The bank has paid it' : c.sameAmount ? 'Match' : 'Correct the ledger'}{' '}
                <kbd>{i === 0 ? 'Enter' : c.place}</kbd>
              </Button>
            )}
            {change && c.withinTolerance && (
              <Button
                variant="outline-secondary"
                size="sm"
                disabled={pending}
                onClick={() => onDifference(i)}
              >
                Match, book {grouped(c.difference)} as a difference
                {i === 0 && (
                  <>
                    {' '}
                    <kbd>d</kbd>
                  </>
                )}
              </Button>
            )}
          </div>
        ))}
        {candidates?.length === 0 && (
          <p className="mb-1">
            Nothing in the ledger fits. Book it from here, or select what belongs together.
          </p>
        )}
        {row.twin && <p className="attention mb-1">{row.twin}</p>}
        {ends.data?.map((end) => (
          <div key={end.lineId} className="candidate">
            <div className="candidate-words">
              Also on the statement of <strong>{end.accountName}</strong>: {shortDate(end.date)}, {end.title},{' '}
              {end.amount}
            </div>
            {change && (
              <Button
                variant="outline-secondary"
                size="sm"
                disabled={pending}
                onClick={() => onOtherEnd(row.lineId, end)}
              >
                Book the transfer, match both
              </Button>
            )}
          </div>
        ))}
        {row.extra && <p className="quiet mb-1">The bank also tells: {row.extra}</p>}
        {row.ruleName && <p className="mb-1">The rule “{row.ruleName}” books it, with others of its kind.</p>}
        {change && (
          <div className="line-actions">
            <Button variant="outline-secondary" size="sm" onClick={() => onBook(row.lineId)}>
              Book a new entry <kbd>n</kbd>
            </Button>
            <Button variant="outline-secondary" size="sm" onClick={() => onPick(row.lineId)}>
              {picked.includes(row.lineId) ? 'Leave out' : 'Select'} <kbd>x</kbd>
            </Button>
            <Button variant="outline-secondary" size="sm" onClick={() => onBankError(row.lineId)}>
              Bank error <kbd>e</kbd>
            </Button>
            <Button variant="outline-secondary" size="sm" onClick={() => onTwice(row.lineId)}>
              Stands twice
            </Button>
          </div>
        )}
      </div>
    </div>
  );
}

/** The lines and entries of a candidate of several, as they stand on both sides. */
function Members({ of: candidate }: { of: CandidateView }) {
  const shown = candidate.members.slice(0, 12);
  return (
    <table className="members">
      <caption className="visually-hidden">What it ties</caption>
      <tbody>
        {shown.map((m, i) => (
          <tr key={i}>
            <td>{m.ofBank ? 'bank' : 'ledger'}</td>
            <td>{shortDate(m.date)}</td>
            <td>{m.title}</td>
            <td className="num">{m.amount}</td>
          </tr>
        ))}
      </tbody>
      {candidate.members.length > shown.length && (
        <tfoot>
          <tr>
            <td colSpan={4}>and {candidate.members.length - shown.length} more</td>
          </tr>
        </tfoot>
      )}
    </table>
  );
}
