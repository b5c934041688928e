import { Link } from 'react-router';
import type { StripMonth } from './api';
import { monthShort, monthTitle } from './dates';
import { say } from '../words';

const WORDS = {
  CERTIFIED: say('shared.certified'),
  PREPARED: say('shared.prepared'),
  OPEN: say('shared.open'),
  TO_COME: say('shared.toCome'),
};

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
    <nav className="strip" aria-label={say('shared.months')}>
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
