import { Link } from 'react-router';
import { fullDate } from '../shared/dates';
import { say } from '../words';
import type { MandateView } from './api';
import { KINDS } from './words';

export function MandateTable({
  mandates,
  caption,
  party,
}: {
  mandates: MandateView[];
  caption: string;
  party?: boolean;
}) {
  return (
    <table className="plain">
      <caption className="visually-hidden">{caption}</caption>
      <thead>
        <tr>
          <th scope="col">{say('collection.reference')}</th>
          {party && <th scope="col">{say('collection.customer')}</th>}
          <th scope="col">{say('collection.kind')}</th>
          <th scope="col">{say('collection.account')}</th>
          <th scope="col">{say('collection.signedOn')}</th>
          <th scope="col">{say('collection.lastUsed')}</th>
          <th scope="col">{say('collection.state')}</th>
        </tr>
      </thead>
      <tbody>
        {mandates.map((m) => (
          <tr key={m.id} className={m.state === 'ENDED' ? 'undone' : ''}>
            <th scope="row">
              <Link to={`/mandates/${m.id}`}>{m.reference}</Link>
            </th>
            {party && (
              <td>
                <Link to={`/parties/${m.partyId}`}>{m.party}</Link>
              </td>
            )}
            <td>{KINDS[m.kind]}</td>
            <td className="text-nowrap">{m.account}</td>
            <td className="text-nowrap">{fullDate(m.signedOn)}</td>
            <td className="text-nowrap">{m.lastUsed ? fullDate(m.lastUsed) : say('collection.never')}</td>
            <td className={m.state === 'ACTIVE' ? '' : 'waiting'}>
              {m.stateWords}
              {m.stateReason && <div className="small quiet">{m.stateReason}</div>}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
