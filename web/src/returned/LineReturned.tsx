import { Link } from 'react-router';
import { grouped } from '../shared/money';
import { say } from '../words';
import { useProposal } from './useReturned';

/** What a debit of the bank may take back: the likely receipt with its evidence, and the way to book it in one step. */
export function LineReturned({ line, change }: { line: number; change: boolean }) {
  const found = useProposal(line, false);
  const p = found.data;
  const first = p?.explanations[0];
  if (!p?.likely) {
    return null;
  }
  return (
    <div className="candidate">
      <div className="candidate-words">
        <strong>
          {first ? say('returned.itMayTakeBack') : say('returned.itLooksLikeSomethingThatCameBack')}
        </strong>
        {first?.originals.map((o) => (
          <span key={o.key}>
            {' '}
            {say('returned.numberOfPayer', { number: o.number, payer: o.payer })}, {grouped(o.amount)}
          </span>
        ))}
        {first && p.explanations.length > 1 && !p.clear && (
          <span className="quiet"> {say('returned.othersFitToo')}</span>
        )}
        {first && (
          <ul className="facts">
            {first.evidence.map((e, i) => (
              <li key={i}>{e}</li>
            ))}
            {p.beside && (
              <li>
                {say('returned.theFeeBeside', { text: p.beside.text, amount: grouped(p.beside.amount) })}
              </li>
            )}
          </ul>
        )}
      </div>
      {change && (
        <Link className="btn btn-outline-secondary btn-sm" to={`/returned-items/new?line=${line}`}>
          {say('returned.itCameBack')}
        </Link>
      )}
    </div>
  );
}
