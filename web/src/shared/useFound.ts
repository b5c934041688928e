import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useCurrentCompany } from '../session/session';
import { api, data } from './api';
import { keys } from './keys';

/** Between two questions while the index is still being made. */
const STILL_MADE_MS = 700;

/**
 * What is found by words, numbers or amounts, of one kind or of all; asked again while the index is being made and
 * something may be missing.
 */
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
    refetchInterval: (query) => (query.state.data?.complete === false ? STILL_MADE_MS : false),
  });
}
