import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useCurrentCompany } from '../session/session';
import { api, data } from '../shared/api';
import { pettyCashKeys } from './keys';

/** All drawers with where their floats are, kept fresh: others work at the same drawer. */
export function useFunds() {
  const { company } = useCurrentCompany();
  return useQuery({
    queryKey: pettyCashKeys.funds(company.id),
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/petty-cash/funds', {
          params: { path: { companyId: company.id } },
        }),
      ),
    refetchInterval: 15_000,
  });
}

export type Span = 'DAY' | 'WEEK' | 'MONTH';

/** What is read of a drawer's book: the span that a day is in, or from the day to another. */
export interface Read {
  day: string;
  span: Span;
  to?: string;
  text?: string;
}

export function useBook(fundId: number, read: Read) {
  const { company } = useCurrentCompany();
  return useQuery({
    queryKey: pettyCashKeys.book(company.id, fundId, read),
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/petty-cash/funds/{fundId}/book', {
          params: { path: { companyId: company.id, fundId }, query: read },
        }),
      ),
    placeholderData: keepPreviousData,
    refetchInterval: 15_000,
  });
}
