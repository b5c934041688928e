import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useCurrentCompany } from '../session/session';
import { api, data } from './api';
import { keys } from './keys';

/** What is found by words, numbers or amounts, of one kind or of all. */
export function useFound(
  text: string,
  {
    kind = [],
    tag = [],
    limit = 6,
    enabled,
  }: { kind?: string[]; tag?: string[]; limit?: number; enabled: boolean },
) {
  const { company } = useCurrentCompany();
  return useQuery({
    queryKey: keys.found(company.id, text, kind.join(), tag.join(), limit),
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/found', {
          params: { path: { companyId: company.id }, query: { text, kind, tag, limit } },
        }),
      ),
    enabled,
    placeholderData: keepPreviousData,
  });
}
