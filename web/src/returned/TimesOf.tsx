import { Link } from 'react-router';
import { fullDate } from '../shared/dates';
import { say } from '../words';
import { useReturnedTimes } from './useReturned';

/** Told to whoever takes money of somebody whose money came back before. */
export function TimesOf({ party }: { party: number | undefined }) {
  const { data } = useReturnedTimes(party);
  return data && data.times > 0 ? (
    <p className="attention mb-1" role="status">
      {say('returned.cameBackSince', { count: data.times, since: fullDate(data.since) })}{' '}
      <Link to={`/returned-items?party=${party}`}>{say('returned.seeThem')}</Link>
    </p>
  ) : null;
}
