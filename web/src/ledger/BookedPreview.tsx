import type { BookedView } from './api';
import { fullDate } from '../shared/dates';
import { report } from '../shared/money';
import { Problems } from '../shared/Problems';
import { EntryLines } from './EntryLines';

/** The entries a form will make and what they leave, as the booking code itself made them. */
export function BookedPreview({ booked, error }: { booked?: BookedView; error?: unknown }) {
  return (
    <section aria-label="What this will book" aria-live="polite">
      <h2>What this will book</h2>
      {error ? <Problems error={error} title="This cannot be booked yet." /> : null}
      {!error && !booked && <p className="quiet">The entries stand here as soon as the form says enough.</p>}
      {!error && booked && booked.count > booked.entries.length && (
        <p className="quiet">
          {booked.count} entries in all; the first {booked.entries.length}:
        </p>
      )}
      {!error &&
        booked?.entries.map((entry) => (
          <EntryLines
            key={entry.number}
            entry={entry}
            caption={`on ${fullDate(entry.date)}, entry number given when booked`}
          />
        ))}
      {!error &&
        booked?.warnings.map((w) => (
          <p key={w} className="attention">
            {w}
          </p>
        ))}
      {!error && booked && booked.leaves.length > 0 && (
        <>
          <h2>And leave</h2>
          <table className="plain">
            <caption className="visually-hidden">Balances before and after</caption>
            <tbody>
              {booked.leaves.map((e) => (
                <tr key={e.what}>
                  <th scope="row">{e.what}</th>
                  <td className="num">{report(e.before)}</td>
                  <td aria-label="becomes">→</td>
                  <td className="num">
                    <strong>{report(e.after)}</strong>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </>
      )}
    </section>
  );
}
