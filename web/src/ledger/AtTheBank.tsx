import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { useCurrentCompany } from '../session/session';
import { api, data } from '../shared/api';
import { shortDate } from '../shared/dates';
import { keys } from '../shared/keys';
import { say } from '../words';

interface Props {
  accountId: number;
  account: string;
  entryId: number;
}

const STRENGTH = { FIRM: say('ledger.firm'), FAIR: say('ledger.fair'), FAINT: say('ledger.faint') };

/** Where an entry that is not at the bank yet may be on its statement. */
export function AtTheBank({ accountId, account, entryId }: Props) {
  const { company } = useCurrentCompany();
  const found = useQuery({
    queryKey: [...keys.account(company.id, accountId), 'at the bank', entryId],
    queryFn: () =>
      data(
        api.GET(
          '/api/v1/companies/{companyId}/bank-accounts/{accountId}/cash-entries/{cashEntryId}/at-the-bank',
          { params: { path: { companyId: company.id, accountId, cashEntryId: entryId } } },
        ),
      ),
  });
  if (!found.data) {
    return null;
  }
  const { perhaps, twin } = found.data;
  return (
    <section className="sheet" aria-label={say('ledger.likelyLinesOn', { account })}>
      <h2>{say('ledger.likelyLinesAtTheBank')}</h2>
      {twin && <p className="attention">{twin}</p>}
      {perhaps.length === 0 && <p className="quiet mb-0">{say('ledger.noLineOfFitsItYet', { account })}</p>}
      <ul className="tasks">
        {perhaps.map((p) => (
          <li key={p.lineId}>
            <span>
              <strong>{p.title}</strong>, {shortDate(p.date)}, {p.amount}{' '}
              <span className="quiet">
                ({STRENGTH[p.strength]}
                {p.lines > 1 && say('ledger.withLines', { lines: p.lines })}
                {p.entries > 1 && say('ledger.withEntries', { entries: p.entries })})
              </span>
              <ul className="facts">
                {p.evidence.map((e) => (
                  <li key={e.words} className={e.speaksFor ? '' : 'against'}>
                    {e.words}
                  </li>
                ))}
              </ul>
            </span>
            <Link
              className="btn btn-outline-secondary"
              to={`/reconcile/${accountId}/${p.month}?at=${p.place}`}
            >
              {say('ledger.lookAtTheLine')}
            </Link>
          </li>
        ))}
      </ul>
    </section>
  );
}
