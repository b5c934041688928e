import { useQuery } from '@tanstack/react-query';
import { useCurrentCompany } from '../session/session';
import { api, data } from '../shared/api';
import { keys } from '../shared/keys';

/** The card processors of the company. */
export function useProcessors() {
  const { company } = useCurrentCompany();
  return useQuery({
    queryKey: [...keys.company(company.id), 'card processors'],
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/card-processors', {
          params: { path: { companyId: company.id } },
        }),
      ),
  });
}
