import { Link } from 'react-router';
import { Refusal } from './api';
import { Unanswered } from './sending';

/** What was refused and why; takes the focus of a screen reader when it appears. */
export function Problems({ error, title }: { error: unknown; title?: string }) {
  if (!error) {
    return null;
  }
  const problems = error instanceof Refusal ? error.problems : [];
  return (
    <div className="problems" role="alert">
      {title && !(error instanceof Unanswered) && <strong>{title}</strong>}
      {error instanceof Unanswered ? (
        <p>
          The connection was lost before an answer came. It is not known whether this was done. Once the
          server answers again, look before you repeat it.
        </p>
      ) : (
        problems.length === 0 && <p>The server does not answer. Look again in a moment.</p>
      )}
      {problems.slice(0, 12).map((p) => (
        <p key={p.code + p.where + p.found}>
          {p.message}
          {p.values?.entryId && (
            <>
              {' '}
              <Link to={`/ledger/entries/${p.values.entryId}`}>Look at that entry</Link>
            </>
          )}
          {p.values?.partyId && (
            <>
              {' '}
              <Link to={`/parties/${p.values.partyId}`}>Look at the one that is there</Link>
            </>
          )}
        </p>
      ))}
      {problems.length > 12 && <p>And {problems.length - 12} more of the kind.</p>}
    </div>
  );
}
