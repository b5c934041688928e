import type { TrialView, TriedLine } from './api';
import { fullDate } from '../shared/dates';
import { Problems } from '../shared/Problems';

const VERDICTS: Record<TriedLine['verdict'], string> = {
  AGAINST: 'decided otherwise',
  AS_DECIDED: 'as decided',
  NEW: 'not decided yet',
};

/** What a rule would have done over the past, those that go against a decision first. */
export function Trial({ trial, error }: { trial?: TrialView; error?: unknown }) {
  return (
    <section aria-label="Tried over the past" aria-live="polite">
      <h2>Tried over the past</h2>
      {error ? <Problems error={error} title="It cannot be tried yet." /> : null}
      {!error && !trial && <p className="quiet">Say which lines it is for; the past then stands here.</p>}
      {!error && trial && (
        <>
          <p className={trial.against > 0 ? 'told' : ''}>
            {trial.fitting === 0
              ? 'No line of the past fits.'
              : `${trial.fitting} ${trial.fitting === 1 ? 'line fits' : 'lines fit'}: ${trial.asDecided} as decided, ${trial.against} against what people decided, ${trial.fresh} not decided yet.`}
          </p>
          {trial.lines.length > 0 && (
            <table className="plain trial">
              <caption className="visually-hidden">Lines that fit</caption>
              <thead>
                <tr>
                  <th scope="col">Date</th>
                  <th scope="col">Line</th>
                  <th scope="col" className="num">
                    Amount
                  </th>
                  <th scope="col">What the rule does</th>
                  <th scope="col">Compared</th>
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
            <p className="quiet">The first {trial.lines.length} are shown.</p>
          )}
        </>
      )}
    </section>
  );
}
