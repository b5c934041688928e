import { Link } from 'react-router';
import { fullDate } from './dates';
import { useToday } from '../today/useToday';
import { say } from '../words';

/** The accounts at the left, each with how much of its month is proven. */
export function AccountRail({
  accountId,
  to,
}: {
  accountId: number;
  to: (account: number, month: string) => string;
}) {
  const today = useToday();
  return (
    <nav className="rail" aria-label={say('shared.bankAccounts')}>
      <h2>{say('shared.bankAccounts')}</h2>
      {today.data?.lanes.map((lane) => (
        <Link
          key={lane.accountId}
          to={to(lane.accountId, lane.nextMonth)}
          className={lane.accountId === accountId ? 'here' : ''}
          aria-current={lane.accountId === accountId ? 'page' : undefined}
        >
          <span className="gauge" aria-hidden="true">
            <span style={{ height: `${lane.share}%` }} />
          </span>
          <span className="rail-words">
            <span className="rail-name">
              <span>{lane.name}</span>
              <span
                className={
                  lane.standing === 'OPEN' || lane.standing === 'NO_STATEMENT' ? 'attention' : 'quiet'
                }
              >
                {lane.words}
              </span>
            </span>
            <span className="quiet">
              {say('shared.markedTo', { shortNumber: lane.shortNumber, mark: fullDate(lane.mark) })}
            </span>
          </span>
        </Link>
      ))}
    </nav>
  );
}
