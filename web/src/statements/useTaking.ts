import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useNavigate } from 'react-router';
import { useCurrentCompany } from '../session/session';
import { upload } from '../shared/api';
import type { ArrivalView } from './api';
import { keys } from '../shared/keys';

export type { ArrivalView };

/** Where to go for the last statement that came with a file. */
export function ladderOf(arrival: ArrivalView): string | undefined {
  const last = arrival.statements.at(-1);
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
      const base = `/api/companies/${company.id}`;
      return upload<ArrivalView>(
        account ? `${base}/bank-accounts/${account}/statements` : `${base}/statements`,
        form,
      );
    },
    onSuccess: async (arrival) => {
      await queries.invalidateQueries({ queryKey: keys.company(company.id) });
      const ladder = arrival.state === 'TAKEN' ? ladderOf(arrival) : undefined;
      if (!(stay && ladder)) {
        void navigate(ladder ?? `/arrivals/${arrival.id}`);
      }
    },
  });
}
