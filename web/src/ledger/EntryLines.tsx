import { Link } from 'react-router';
import type { EntryView, LineView } from './api';
import { grouped } from '../shared/money';
import { say } from '../words';

interface Props {
  entry: EntryView;
  caption: string;
  /** Whether the accounts lead to their ledgers; a preview leads nowhere. */
  linked?: boolean;
}

function said(line: LineView): string {
  return [
    line.party,
    line.costCentre,
    line.taxCode && say('ledger.tax', { taxCode: line.taxCode }),
    line.foreign,
  ]
    .filter((t) => t)
    .join(', ');
}

/** The lines of one journal entry with the sum of both its sides. */
export function EntryLines({ entry, caption, linked }: Props) {
  return (
    <table className="plain mb-3">
      <caption>{caption}</caption>
      <thead>
        <tr>
          <th scope="col">{say('ledger.account')}</th>
          <th scope="col" className="num">
            {say('ledger.debit')}
          </th>
          <th scope="col" className="num">
            {say('ledger.credit')}
          </th>
        </tr>
      </thead>
      <tbody>
        {entry.lines.map((line, i) => (
          <tr key={`${line.accountCode}${i}`}>
            <th scope="row">
              {linked ? (
                <Link to={`/ledger/accounts/${line.accountId}`}>
                  {line.accountCode} {line.accountName}
                </Link>
              ) : (
                `${line.accountCode} ${line.accountName}`
              )}
              {said(line) && <div className="quiet">{said(line)}</div>}
            </th>
            <td className="num">{line.debit && grouped(line.debit)}</td>
            <td className="num">{line.credit && grouped(line.credit)}</td>
          </tr>
        ))}
        <tr className="sum">
          <th scope="row">{say('ledger.bothSides')}</th>
          <td className="num">{grouped(entry.total)}</td>
          <td className="num">{grouped(entry.total)}</td>
        </tr>
      </tbody>
    </table>
  );
}
