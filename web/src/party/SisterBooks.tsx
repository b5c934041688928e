import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useCurrentCompany } from '../session/session';
import { api, data } from '../shared/api';
import { ChoiceField } from '../shared/fields';
import { keys } from '../shared/keys';
import { Problems } from '../shared/Problems';
import { say } from '../words';
import type { Sister } from './api';

/** Whose books of this installation are those of the sister company; then what is received for it is drafted there. */
export function SisterBooks({ partyId, sister }: { partyId: number; sister: Sister | undefined }) {
  const { company, canAdminister } = useCurrentCompany();
  const queries = useQueryClient();
  const path = { companyId: company.id };
  const choices = useQuery({
    queryKey: [...keys.company(company.id), 'sister books'],
    queryFn: () => data(api.GET('/api/v1/companies/{companyId}/sister-books', { params: { path } })),
    enabled: canAdminister,
  });
  const keep = useMutation({
    mutationFn: (companyId: number | undefined) =>
      data(
        api.PUT('/api/v1/companies/{companyId}/parties/{partyId}/sister-books', {
          params: { path: { ...path, partyId } },
          body: companyId === undefined ? {} : { companyId },
        }),
      ),
    onSettled: () => queries.invalidateQueries({ queryKey: keys.company(company.id) }),
  });
  return (
    <div className="sheet">
      <h2>{say('party.itsBooksHere')}</h2>
      {canAdminister ? (
        <ChoiceField
          label={say('party.company')}
          empty={say('party.keptElsewhere')}
          value={sister ? String(sister.companyId) : ''}
          choices={(choices.data ?? []).map((c) => [String(c.companyId), c.name])}
          onChange={(id) => keep.mutate(id === '' ? undefined : Number(id))}
        />
      ) : (
        <p>{sister?.name ?? say('party.keptElsewhere')}</p>
      )}
      <p className="quiet">{say('party.whatIsReceivedForItIsDraftedThere')}</p>
      <Problems error={keep.error} title={say('party.notKept')} />
    </div>
  );
}
