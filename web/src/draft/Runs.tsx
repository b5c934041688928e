import { useQueries } from '@tanstack/react-query';
import { Link } from 'react-router';
import type { CompanyView } from '../session/api';
import { useCurrentCompany } from '../session/session';
import { api, data } from '../shared/api';
import { dateTime, fullDate } from '../shared/dates';
import { grouped } from '../shared/money';
import { OnlySo } from '../shared/More';
import { say } from '../words';
import type { RunView } from './api';
import { draftKeys } from './keys';
import { STOPS } from './Waiting';

/** What was posted, and what was refused and why, to be printed. */
export function Runs({ companies }: { companies: CompanyView[] }) {
  const { company, choose } = useCurrentCompany();
  const runs = useQueries({
    queries: companies.map((c) => ({
      queryKey: draftKeys.runs(c.id),
      queryFn: () =>
        data(
          api.GET('/api/v1/companies/{companyId}/posting-runs', { params: { path: { companyId: c.id } } }),
        ),
    })),
    combine: (all) =>
      all
        .flatMap((q, i) => (q.data ?? []).map((run) => ({ run, of: companies[i] as CompanyView })))
        .sort((a, b) => b.run.at.localeCompare(a.run.at)),
  });
  if (runs.length === 0) {
    return null;
  }
  return (
    <div className="sheet">
      <h2>{say('draft.postedTogether')}</h2>
      {runs.map(({ run: r, of }) => (
        <details key={`${of.id} ${r.runId}`}>
          <summary>
            {say('draft.postedRefused', {
              at: dateTime(r.at),
              by: r.by,
              posted: r.posted,
              refused: r.refused,
            })}
            {companies.length > 1 && `, ${of.name}`}
            {r.together && say('draft.withOtherCompanies')}
            {r.accountingDate && say('draft.dated', { accountingDate: fullDate(r.accountingDate) })}
            {r.valueDate && say('draft.atTheRatesOf', { valueDate: fullDate(r.valueDate) })}
          </summary>
          <ul className="mb-1">
            {r.outcomes.map((o) => (
              <li key={`${o.draftId ?? ''} ${o.paymentId ?? ''}`}>
                {o.entryId ? (
                  <Link
                    to={`/ledger/entries/${o.entryId}`}
                    onClick={() => of.id !== company.id && choose(of.id)}
                  >
                    {o.title}
                  </Link>
                ) : (
                  o.title
                )}
                {o.amount && ` ${grouped(o.amount)}`}
                {waits(o) && <span className="quiet">, {waits(o)}</span>}
                {o.refusal && <span className="attention">: {o.refusal}</span>}
              </li>
            ))}
          </ul>
          <p className="take-away">
            <a href={`/api/v1/companies/${of.id}/posting-runs/${r.runId}/paper`}>
              {say('draft.printTheLog')}
            </a>
          </p>
        </details>
      ))}
      <OnlySo shown={runs.length} most={30 * companies.length} what={say('draft.theLatest')} />
    </div>
  );
}

function waits(o: RunView['outcomes'][number]): string {
  return o.stop === 'SECOND_PERSON' || o.stop === 'LATER' ? STOPS[o.stop].toLowerCase() : '';
}
