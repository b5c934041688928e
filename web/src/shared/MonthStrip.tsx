import { Link } from 'react-router';
import type { StripMonth } from './api';
import { monthShort, monthTitle } from './dates';

const WORDS = { CERTIFIED: 'certified', PREPARED: 'prepared', OPEN: 'open', TO_COME: 'to come' };

/** The months of an account: sealed, current, to come. */
export function MonthStrip({
  strip,
  month,
  to,
}: {
  strip: StripMonth[];
  month: string;
  to: (month: string) => string;
}) {
  return (
    <nav className="strip" aria-label="Months">
      {strip.map((m) => (
        <Link
          key={m.month}
          to={to(m.month)}
          className={`${m.state.toLowerCase()}${m.month === month ? ' here' : ''}`}
          aria-current={m.month === month ? 'page' : undefined}
          aria-label={`${monthTitle(m.month)}, ${WORDS[m.state]}`}
          title={`${monthTitle(m.month)}, ${WORDS[m.state]}`}
        >
          <span className="bar" aria-hidden="true">
            <span style={{ width: m.state === 'TO_COME' ? 0 : `${m.share}%` }} />
          </span>
          {monthShort(m.month)}
        </Link>
      ))}
    </nav>
  );
}
