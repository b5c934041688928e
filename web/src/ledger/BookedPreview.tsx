import type { Schemas } from '../shared/api';
import { fullDate } from '../shared/dates';
import { grouped, report } from '../shared/money';
import { Problems } from '../shared/Problems';

/** The entries a form will make and what they leave, as the booking code itself made them. */
export function BookedPreview({ booked, error }: { booked?: Schemas['BookedView']; error?: unknown }) {
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
          <table className="plain mb-3" key={entry.number}>
            <caption>on {fullDate(entry.date)}, entry number given when booked</caption>
            <thead>
              <tr>
                <th scope="col">Account</th>
                <th scope="col" className="num">
                  Debit
                </th>
                <th scope="col" className="num">
                  Credit
                </th>
              </tr>
            </thead>
            <tbody>
              {entry.lines.map((line, i) => (
                <tr key={`${line.accountCode}${i}`}>
                  <th scope="row">
                    {line.accountCode} {line.accountName}
                    {line.party && <div className="quiet">{line.party}</div>}
                  </th>
                  <td className="num">{line.debit && grouped(line.debit)}</td>
                  <td className="num">{line.credit && grouped(line.credit)}</td>
                </tr>
              ))}
              <tr className="sum">
                <th scope="row">Both sides</th>
                <td className="num">{grouped(entry.total)}</td>
                <td className="num">{grouped(entry.total)}</td>
              </tr>
            </tbody>
          </table>
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
