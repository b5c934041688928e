import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { useCurrentCompany } from '../session/session';
import { api, data } from '../shared/api';
import { draftKeys } from './keys';
import { unfinished, unfinishedPapers } from './unfinished';

/**
 * What a form begins with: the draft that the address names, or else what was typed there last and left. An address that
 * says more, such as a customer, begins anew.
 */
export function useDraft(kind: string) {
  const { company } = useCurrentCompany();
  const [search] = useSearchParams();
  const id = Number(search.get('draft') ?? 0);
  const [left] = useState(() => (search.size === 0 ? unfinished(company.id, kind) : undefined));
  const [leftPapers] = useState(() => (search.size === 0 ? unfinishedPapers(company.id, kind) : undefined));
  const draft = useQuery({
    queryKey: draftKeys.draft(company.id, id),
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/drafts/{draftId}', {
          params: { path: { companyId: company.id, draftId: id } },
        }),
      ),
    enabled: id > 0,
    staleTime: Infinity,
    gcTime: 0,
  });
  return {
    waiting: id > 0 && draft.isPending,
    error: draft.error,
    draft: draft.data?.draft,
    form: draft.data?.body ?? left,
    papers: draft.data?.papers ?? leftPapers,
  };
}
