import { useQuery } from '@tanstack/react-query';
import { useCurrentCompany } from '../session/session';
import { api, data, send } from '../shared/api';
import type { TrialView } from './api';
import { ruleKeys } from './keys';
import { useDebounced } from '../shared/useDebounced';
import type { Draft } from './words';

export function useRules() {
  const { company } = useCurrentCompany();
  return useQuery({
    queryKey: ruleKeys.rules(company.id),
    queryFn: () =>
      data(api.GET('/api/v1/companies/{companyId}/rules', { params: { path: { companyId: company.id } } })),
  });
}

/** What a rule would have done over the past, asked when typing has stopped. */
export function useTrial(draft: Draft, ruleId: number | undefined) {
  const { company } = useCurrentCompany();
  const settled = useDebounced(draft);
  const complete =
    settled.content.text !== '' ||
    settled.content.code !== '' ||
    Boolean(settled.content.direction ?? settled.content.least ?? settled.content.most);
  return useQuery({
    queryKey: [...ruleKeys.rules(company.id), 'trial', ruleId ?? 0, settled],
    queryFn: () =>
      send<TrialView>(
        'POST',
        `/api/v1/companies/${company.id}/rules/trial${ruleId ? `?ruleId=${ruleId}` : ''}`,
        settled,
      ),
    enabled: complete,
    placeholderData: (before) => before,
    retry: false,
  });
}
