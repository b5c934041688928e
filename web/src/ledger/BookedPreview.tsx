import type { BookedView } from './api';
import { fullDate } from '../shared/dates';
import { report } from '../shared/money';
import { Problems } from '../shared/Problems';
import { EntryLines } from './EntryLines';
import { say } from '../words';

/** The entries a form will make and what they leave, as the booking code itself made them. */
export function BookedPreview({ booked, error }: { booked?: BookedView; error?: unknown }) {
  return (
    <section aria-label={say('ledger.whatThisWillBook')} aria-live="polite">
      <h2>{say('ledger.whatThisWillBook')}</h2>
      {error ? <Problems error={error} title={say('ledger.thisCannotBeBookedYet')} /> : null}
      {!error && !booked && <p className="quiet">{say('ledger.theEntriesStandHereAsSoonAs')}</p>}
      {!error && booked && booked.count > booked.entries.length && (
        <p className="quiet">
          {say('ledger.entriesInAllTheFirst', { count: booked.count, entries: booked.entries.length })}
        </p>
      )}
      {!error && booked && booked.count === 0 && booked.leaves.length > 0 && (
        <p className="quiet">{say('ledger.noEntryIsMadeAtOnce')}</p>
      )}
      {!error &&
        booked?.entries.map((entry) => (
          <EntryLines
            key={entry.number}
            entry={entry}
            caption={say('ledger.onEntryNumberGivenWhenBooked', { date: fullDate(entry.date) })}
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
          <h2>{say('ledger.andLeave')}</h2>
          <Leaves booked={booked} />
        </>
      )}
    </section>
  );
}

/** Balances before and after. */
export function Leaves({ booked, className = 'plain' }: { booked: BookedView; className?: string }) {
  return (
    <table className={className}>
      <caption className="visually-hidden">{say('ledger.balancesBeforeAndAfter')}</caption>
      <tbody>
        {booked.leaves.map((e) => (
          <tr key={e.what}>
            <th scope="row">{e.what}</th>
            <td className="num">{report(e.before)}</td>
            <td aria-label={say('ledger.becomes')}>→</td>
            <td className="num">
              <strong>{report(e.after)}</strong>
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
