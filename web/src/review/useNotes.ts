import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useCurrentCompany } from '../session/session';
import { api, data } from '../shared/api';
import { keys } from '../shared/keys';

const PATH = '/api/v1/companies/{companyId}/bank-accounts/{accountId}/review-notes' as const;

/** What the note is about: a bank line, or a cash entry. */
export type About = { lineId: number } | { entryId: number };

/** The notes of a bank account, the latest first. */
export function useNotes(accountId: number, closed: boolean) {
  const { company } = useCurrentCompany();
  const path = { companyId: company.id, accountId };
  return useQuery({
    queryKey: [...keys.account(company.id, accountId), 'notes', closed],
    queryFn: () => data(api.GET(PATH, { params: { path, query: { closed } } })),
  });
}

export type NoteStep =
  | { do: 'write'; about: About; text: string }
  | { do: 'answer'; noteId: number; text: string }
  | { do: 'close'; noteId: number }
  | { do: 'reopen'; noteId: number };

/** Writes, answers and closes; what is shown follows the server. */
export function useNoteSteps(accountId: number) {
  const { company } = useCurrentCompany();
  const queries = useQueryClient();
  const path = { companyId: company.id, accountId };
  return useMutation({
    mutationFn: (step: NoteStep) => {
      switch (step.do) {
        case 'write':
          return data(api.POST(PATH, { params: { path }, body: { ...step.about, text: step.text } }));
        case 'answer':
          return data(
            api.POST(`${PATH}/{noteId}/answers`, {
              params: { path: { ...path, noteId: step.noteId } },
              body: { text: step.text },
            }),
          );
        case 'close':
          return data(
            api.POST(`${PATH}/{noteId}/closing`, { params: { path: { ...path, noteId: step.noteId } } }),
          );
        case 'reopen':
          return data(
            api.DELETE(`${PATH}/{noteId}/closing`, { params: { path: { ...path, noteId: step.noteId } } }),
          );
      }
    },
    onSettled: () => queries.invalidateQueries({ queryKey: keys.company(company.id) }),
  });
}
