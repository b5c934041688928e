import { useQuery } from '@tanstack/react-query';
import { useCurrentCompany } from '../session/session';
import { api, data } from '../shared/api';
import { todayKeys } from './keys';

export function useToday() {
  const { company } = useCurrentCompany();
  return useQuery({
    queryKey: todayKeys.today(company.id),
    queryFn: () =>
      data(api.GET('/api/v1/companies/{companyId}/today', { params: { path: { companyId: company.id } } })),
  });
}
