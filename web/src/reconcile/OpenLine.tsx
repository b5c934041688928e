import { Button } from 'react-bootstrap';
import { Link } from 'react-router';
import type { CandidateView, OtherEndView, RowView } from './api';
import { shortDate } from '../shared/dates';
import { grouped } from '../shared/money';
import { useOtherEnds, type Place } from './useMonth';
import { LineDeposit } from '../deposit/LineDeposit';
import { SlipParts } from '../deposit/SlipParts';
import { NoteButton } from '../review/NoteButton';
import { LineReturned } from '../returned/LineReturned';
import { say } from '../words';

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

const STRENGTH = { FIRM: say('reconcile.firm'), FAIR: say('reconcile.fair'), FAINT: say('reconcile.faint') };

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
  const note = <NoteButton accountId={place.accountId} about={{ lineId: row.lineId }} />;
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
                {c.waits && say('reconcile.waitsForTheBank')})
              </span>
              <ul className="facts">
                {c.evidence.map((e) => (
                  <li key={e.words} className={e.speaksFor ? '' : 'against'}>
                    {e.words}
                  </li>
                ))}
              </ul>
              {c.members.length > 0 && <Members of={c} />}
              {c.lineIds.length > 1 && c.entryIds.length === 1 && (
                <SlipParts entry={c.entryIds[0] ?? 0} lines={c.lineIds} change={change} />
              )}
            </div>
            {change && (c.sameAmount || c.correctable) && (
              <Button
                variant={i === 0 ? 'primary' : 'outline-secondary'}
                size="sm"
                disabled={pending}
                onClick={() => onTake(i)}
              >
                {c.waits
                  ? say('reconcile.theBankHasPaidIt')
                  : c.sameAmount
                    ? say('reconcile.match')
                    : say('reconcile.correctTheLedger')}{' '}
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
                {say('reconcile.matchBookAsADifference', { difference: grouped(c.difference) })}
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
        {row.in && candidates && !candidates.some((c) => c.strength === 'FIRM' && c.sameAmount) && (
          <LineDeposit
            line={row.lineId}
            entries={candidates
              .filter((c) => !c.sameAmount && c.lineIds.length === 1)
              .flatMap((c) => c.entryIds)}
            change={change}
          />
        )}
        {!row.in && candidates && !candidates.some((c) => c.strength === 'FIRM') && (
          <LineReturned line={row.lineId} change={change} />
        )}
        {candidates?.length === 0 && <p className="mb-1">{say('reconcile.nothingInTheLedgerFitsBookIt')}</p>}
        {row.voidCheck && <p className="attention mb-1">{row.voidCheck}</p>}
        {row.twin && <p className="attention mb-1">{row.twin}</p>}
        {ends.data?.map((end) => (
          <div key={end.lineId} className="candidate">
            <div className="candidate-words">
              {say('reconcile.alsoOnTheStatementOf')}
              <strong>{end.accountName}</strong>: {shortDate(end.date)}, {end.title}, {end.amount}
            </div>
            {change && (
              <Button
                variant="outline-secondary"
                size="sm"
                disabled={pending}
                onClick={() => onOtherEnd(row.lineId, end)}
              >
                {say('reconcile.bookTheTransferMatchBoth')}
              </Button>
            )}
          </div>
        ))}
        {row.bankCode && (
          <p className="quiet mb-1">{say('reconcile.theBanksCode', { code: row.bankCode })}</p>
        )}
        {row.extra && <p className="quiet mb-1">{say('reconcile.theBankAlsoTells', { extra: row.extra })}</p>}
        {row.ruleName && (
          <p className="mb-1">{say('reconcile.theRuleBooksItWithOthersOf', { ruleName: row.ruleName })}</p>
        )}
        {change && (
          <div className="line-actions">
            <Button variant="outline-secondary" size="sm" onClick={() => onBook(row.lineId)}>
              {say('reconcile.bookANewEntry')}
              <kbd>n</kbd>
            </Button>
            <Button variant="outline-secondary" size="sm" onClick={() => onPick(row.lineId)}>
              {picked.includes(row.lineId) ? say('reconcile.leaveOut') : say('reconcile.select')} <kbd>x</kbd>
            </Button>
            <Button variant="outline-secondary" size="sm" onClick={() => onBankError(row.lineId)}>
              {say('reconcile.bankError')}
              <kbd>e</kbd>
            </Button>
            {!row.in && (
              <Link
                className="btn btn-outline-secondary btn-sm"
                to={`/returned-items/new?line=${row.lineId}`}
              >
                {say('returned.somethingCameBack')}
              </Link>
            )}
            <Button variant="outline-secondary" size="sm" onClick={() => onTwice(row.lineId)}>
              {say('reconcile.standsTwice')}
            </Button>
            {note}
          </div>
        )}
        {!change && note}
      </div>
    </div>
  );
}

/** The lines and entries of a candidate of several, as they stand on both sides. */
function Members({ of: candidate }: { of: CandidateView }) {
  const shown = candidate.members.slice(0, 12);
  return (
    <table className="members">
      <caption className="visually-hidden">{say('reconcile.whatItTies')}</caption>
      <tbody>
        {shown.map((m, i) => (
          <tr key={i}>
            <td>{m.ofBank ? say('reconcile.bank') : say('reconcile.ledger')}</td>
            <td>{shortDate(m.date)}</td>
            <td>{m.title}</td>
            <td className="num">{m.amount}</td>
          </tr>
        ))}
      </tbody>
      {candidate.members.length > shown.length && (
        <tfoot>
          <tr>
            <td colSpan={4}>
              {say('reconcile.andMore', { value: candidate.members.length - shown.length })}
            </td>
          </tr>
        </tfoot>
      )}
    </table>
  );
}
