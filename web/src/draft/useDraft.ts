import { useQuery } from '@tanstack/react-query';
import { useSearchParams } from 'react-router';
import { useHere } from '../session/session';
import { api, data, type Schemas } from '../shared/api';
import { keys } from '../shared/keys';

export type DraftKind = Schemas['DraftView']['kind'];

/** The draft that the address names, if it names one: its form is what the page begins with. */
export function useDraft() {
  const { company } = useHere();
  const [search] = useSearchParams();
  const id = Number(search.get('draft') ?? 0);
  const draft = useQuery({
    queryKey: keys.draft(company.id, id),
    queryFn: () =>
      data(
        api.GET('/api/companies/{companyId}/drafts/{draftId}', {
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
    form: draft.data?.body,
  };
}
