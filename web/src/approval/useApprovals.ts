import { useQuery } from '@tanstack/react-query';
import { useCurrentCompany } from '../session/session';
import { api, data } from '../shared/api';
import { approvalKeys } from './keys';

/** What waits for a second person, and what was decided lately. */
export function useApprovals() {
  const { company } = useCurrentCompany();
  return useQuery({
    queryKey: approvalKeys.approvals(company.id),
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/approvals', { params: { path: { companyId: company.id } } }),
      ),
  });
}
