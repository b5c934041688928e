import { Button } from 'react-bootstrap';
import { Link } from 'react-router';
import { useCurrentCompany } from '../session/session';
import type { StatementView } from './api';
import { dateTime, shortDate } from '../shared/dates';
import { report } from '../shared/money';
import { FORMATS, SOURCES } from './words';
import { say } from '../words';

/** One statement: what it says, where it came from, out again in each format, and back. */
export function StatementRow({
  statement: s,
  onTakeBack,
}: {
  statement: StatementView;
  onTakeBack?: () => void;
}) {
  const { company } = useCurrentCompany();
  const base = `/api/v1/companies/${company.id}/bank-accounts/${s.accountId}/statements/${s.id}`;
  return (
    <>
      <tr>
        <th scope="row">
          <Link to={`/reconcile/${s.accountId}/${s.to.slice(0, 7)}`}>
            {say('statements.to2', { from: shortDate(s.from), to: shortDate(s.to) })}
          </Link>
        </th>
        <td className="num">{report(s.opening)}</td>
        <td className="num">{report(s.closing)}</td>
        <td className="num">{s.lines}</td>
        <td>
          {SOURCES[s.source]}
          {s.fileName && (
            <>
              :{' '}
              <a href={`${base}/file`} download title={say('statements.theOriginalFileAsItCame')}>
                {s.fileName}
              </a>
            </>
          )}
        </td>
        <td>
          {s.takenBy}, {dateTime(s.takenAt)}
        </td>
        <td className="ways">
          {FORMATS.map(([format, words]) => (
            <a
              key={format}
              href={`${base}/export?format=${format}`}
              download
              title={say('statements.takeItOutAs', { words })}
            >
              {words}
            </a>
          ))}
          {s.canTakeBack && onTakeBack && (
            <Button size="sm" variant="outline-secondary" onClick={onTakeBack}>
              {say('statements.takeBack2')}
            </Button>
          )}
        </td>
      </tr>
      {s.note && (
        <tr>
          <td colSpan={7} className="quiet">
            {say('statements.takenAlthoughItDoesNotTie2', { note: s.note, breaks: s.breaks })}
          </td>
        </tr>
      )}
    </>
  );
}
