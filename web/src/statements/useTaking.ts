import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useNavigate } from 'react-router';
import { useCurrentCompany } from '../session/session';
import { upload } from '../shared/api';
import type { IncomingFileView } from './api';
import { keys } from '../shared/keys';

export type { IncomingFileView };

/** Where to go for the last statement that came with a file. */
export function ladderOf(incoming: IncomingFileView): string | undefined {
  const last = incoming.statements.at(-1);
  return last && `/reconcile/${last.accountId}/${last.to.slice(0, 7)}`;
}

/** Brings a file in: taken, it leads to the ladder; in work or undecided, to the file itself. */
export function useTaking(stay = false) {
  const { company } = useCurrentCompany();
  const queries = useQueryClient();
  const navigate = useNavigate();
  return useMutation({
    mutationFn: ({ file, account }: { file: File; account?: number }) => {
      const form = new FormData();
      form.append('file', file);
      const base = `/api/v1/companies/${company.id}`;
      return upload<IncomingFileView>(
        account ? `${base}/bank-accounts/${account}/statements` : `${base}/statements`,
        form,
      );
    },
    onSuccess: async (incoming) => {
      await queries.invalidateQueries({ queryKey: keys.company(company.id) });
      const ladder = incoming.state === 'TAKEN' ? ladderOf(incoming) : undefined;
      if (!(stay && ladder)) {
        void navigate(ladder ?? `/incoming-files/${incoming.id}`);
      }
    },
  });
}
