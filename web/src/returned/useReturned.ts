import { useQuery } from '@tanstack/react-query';
import { useCurrentCompany } from '../session/session';
import { api, data } from '../shared/api';
import { keys } from '../shared/keys';
import type { ReturnedRow } from './api';

export interface Filter {
  state?: ReturnedRow['state'][];
  party?: number;
  receipt?: number;
  from?: string;
  to?: string;
}

export function useReturnedList(filter: Filter) {
  const { company } = useCurrentCompany();
  return useQuery({
    queryKey: [...keys.company(company.id), 'returned items', filter],
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/returned-items', {
          params: { path: { companyId: company.id }, query: filter },
        }),
      ),
    placeholderData: (before) => before,
  });
}

export function useReturnedItem(id: number) {
  const { company } = useCurrentCompany();
  return useQuery({
    queryKey: [...keys.company(company.id), 'returned item', id],
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/returned-items/{itemId}', {
          params: { path: { companyId: company.id, itemId: id } },
        }),
      ),
  });
}

/** What a line of the bank may take back; where it is chosen, although it does not look like it. */
export function useProposal(line: number, chosen: boolean) {
  const { company } = useCurrentCompany();
  return useQuery({
    queryKey: [...keys.company(company.id), 'returned by line', line, chosen],
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/returned-items/for-line', {
          params: { path: { companyId: company.id }, query: { line, chosen } },
        }),
      ),
    enabled: line > 0,
    retry: false,
  });
}

export function useOriginals(
  query: { text?: string; party?: number; receipt?: number; entry?: number },
  enabled: boolean,
) {
  const { company } = useCurrentCompany();
  return useQuery({
    queryKey: [...keys.company(company.id), 'what may come back', query],
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/returned-items/originals', {
          params: { path: { companyId: company.id }, query },
        }),
      ),
    enabled,
  });
}

export function useReasons() {
  const { company } = useCurrentCompany();
  return useQuery({
    queryKey: [...keys.company(company.id), 'reasons of returned items'],
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/returned-items/reasons', {
          params: { path: { companyId: company.id } },
        }),
      ),
    staleTime: Infinity,
  });
}

export function useReturnedTimes(party: number | undefined) {
  const { company } = useCurrentCompany();
  return useQuery({
    queryKey: [...keys.company(company.id), 'how often it came back', party],
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/returned-items/of-payer', {
          params: { path: { companyId: company.id }, query: { party: party ?? 0 } },
        }),
      ),
    enabled: Boolean(party),
  });
}

export function useReturnedTerms() {
  const { company } = useCurrentCompany();
  return useQuery({
    queryKey: [...keys.company(company.id), 'set-up of returned items'],
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/set-up/returned-items', {
          params: { path: { companyId: company.id } },
        }),
      ),
  });
}
