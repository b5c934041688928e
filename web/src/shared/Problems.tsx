import { Link } from 'react-router';
import { Refusal } from './api';
import { Unanswered } from './sending';
import { say } from '../words';

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
        <p>{say('shared.theConnectionWasLostBeforeAnAnswer')}</p>
      ) : (
        problems.length === 0 && <p>{say('shared.theServerDoesNotAnswerLookAgain')}</p>
      )}
      {problems.slice(0, 12).map((p) => (
        <p key={p.code + p.where + p.found}>
          {p.message}
          {p.values?.entryId && (
            <>
              {' '}
              <Link to={`/ledger/entries/${p.values.entryId}`}>{say('shared.lookAtThatEntry')}</Link>
            </>
          )}
          {p.values?.partyId && (
            <>
              {' '}
              <Link to={`/parties/${p.values.partyId}`}>{say('shared.lookAtTheOneThatIsThere')}</Link>
            </>
          )}
        </p>
      ))}
      {problems.length > 12 && <p>{say('shared.andMoreOfTheKind', { value: problems.length - 12 })}</p>}
    </div>
  );
}
