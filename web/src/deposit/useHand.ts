import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useCurrentCompany } from '../session/session';
import { api, data } from '../shared/api';
import { useSetUp } from '../shared/useBooks';
import type { HandReceipt, Tender } from './api';
import { depositKeys } from './keys';

export interface HandFilter {
  state?: HandReceipt['state'][];
  site?: number;
  tender?: Tender;
  tenderName?: string;
  party?: number;
  from?: string;
  to?: string;
  text?: string;
  limit?: number;
}

/** Receipts that fit, and what is in hand in all. */
export function useHand(filter: HandFilter, every?: number) {
  const { company } = useCurrentCompany();
  return useQuery({
    queryKey: depositKeys.hand(company.id, filter),
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/receipts-in-hand', {
          params: { path: { companyId: company.id }, query: filter },
        }),
      ),
    placeholderData: keepPreviousData,
    ...(every !== undefined && { refetchInterval: every }),
  });
}

/** Names of sites by their number. */
export function useSiteNames() {
  const setUp = useSetUp();
  const names = new Map((setUp.data?.sites ?? []).map((s) => [s.id, s.name]));
  return (id: number | undefined) => (id === undefined ? '' : (names.get(id) ?? ''));
}
