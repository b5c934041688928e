import type { TrialView, TriedLine } from './api';
import { fullDate } from '../shared/dates';
import { Problems } from '../shared/Problems';
import { say } from '../words';

const VERDICTS: Record<TriedLine['verdict'], string> = {
  AGAINST: say('rule.decidedOtherwise'),
  AS_DECIDED: say('rule.asDecided'),
  NEW: say('rule.notDecidedYet'),
};

/** What a rule would have done over the past, those that go against a decision first. */
export function Trial({ trial, error }: { trial?: TrialView; error?: unknown }) {
  return (
    <section aria-label={say('rule.triedOverThePast')} aria-live="polite">
      <h2>{say('rule.triedOverThePast')}</h2>
      {error ? <Problems error={error} title={say('rule.itCannotBeTriedYet')} /> : null}
      {!error && !trial && <p className="quiet">{say('rule.sayWhichLinesItIsForThe')}</p>}
      {!error && trial && (
        <>
          <p className={trial.against > 0 ? 'told' : ''}>
            {trial.fitting === 0
              ? say('rule.noLineOfThePastFits')
              : say('rule.asDecidedAgainstWhatPeopleDecidedNot', {
                  fitting: trial.fitting,
                  words: trial.fitting === 1 ? say('rule.lineFits') : say('rule.linesFit'),
                  asDecided: trial.asDecided,
                  against: trial.against,
                  fresh: trial.fresh,
                })}
          </p>
          {trial.lines.length > 0 && (
            <table className="plain trial">
              <caption className="visually-hidden">{say('rule.linesThatFit')}</caption>
              <thead>
                <tr>
                  <th scope="col">{say('rule.date')}</th>
                  <th scope="col">{say('rule.line')}</th>
                  <th scope="col" className="num">
                    {say('rule.amount')}
                  </th>
                  <th scope="col">{say('rule.whatTheRuleDoes')}</th>
                  <th scope="col">{say('rule.compared')}</th>
                </tr>
              </thead>
              <tbody>
                {trial.lines.map((l, i) => (
                  <tr key={i}>
                    <td>{fullDate(l.date)}</td>
                    <td title={`${l.title}, ${l.accountName}`}>
                      {l.title} <span className="quiet">{l.accountName}</span>
                    </td>
                    <td className="num">{l.amount}</td>
                    <td
                      className={l.verdict === 'AGAINST' ? 'attention' : ''}
                      title={`${l.words} (${VERDICTS[l.verdict]})`}
                    >
                      {l.words}
                    </td>
                    <td className={l.verdict === 'AGAINST' ? 'attention' : 'quiet'}>{VERDICTS[l.verdict]}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          )}
          {trial.fitting > trial.lines.length && (
            <p className="quiet">{say('rule.theFirstAreShown', { lines: trial.lines.length })}</p>
          )}
        </>
      )}
    </section>
  );
}
