import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { useCurrentCompany } from '../session/session';
import { api, data } from '../shared/api';
import { say } from '../words';
import { collectionKeys } from './keys';
import { MandateTable } from './MandateTable';

/** What a customer signed so that money may be collected from them. */
export function MandatesOf({ party }: { party: number }) {
  const { company, canPrepare } = useCurrentCompany();
  const mandates = useQuery({
    queryKey: collectionKeys.mandates(company.id, party),
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/mandates', {
          params: { path: { companyId: company.id }, query: { party } },
        }),
      ),
  });
  return (
    <div className="sheet">
      <h2>{say('collection.mandates')}</h2>
      {(mandates.data?.length ?? 0) > 0 ? (
        <MandateTable mandates={mandates.data ?? []} caption={say('collection.mandates')} />
      ) : (
        <p className="quiet">{say('collection.nothingIsCollectedFromThem')}</p>
      )}
      {canPrepare && (
        <p className="mb-0">
          <Link to={`/mandates/new?party=${party}`}>{say('collection.newMandate')}</Link>
        </p>
      )}
    </div>
  );
}
