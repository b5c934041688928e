import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useCurrentCompany } from '../session/session';
import { api, data, send } from '../shared/api';
import { keys } from '../shared/keys';
import type { RunRow, RunView } from './api';
import { collectionKeys } from './keys';

/** What somebody decides of a customer. */
export type Deciding =
  | { collect: RunRow; items?: { itemId: number; amount: string }[] }
  | { skip: RunRow; reason: string }
  | { undo: RunRow };

const rowOf = (d: Deciding) => ('collect' in d ? d.collect : 'skip' in d ? d.skip : d.undo);

/** A run, and what is done to it. A decision is drawn as soon as it is answered; the sums follow. */
export function useRun(id: number) {
  const { company } = useCurrentCompany();
  const queries = useQueryClient();
  const key = collectionKeys.run(company.id, id);
  const base = `/api/v1/companies/${company.id}/collection-runs/${id}`;
  const run = useQuery({
    queryKey: key,
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/collection-runs/{runId}', {
          params: { path: { companyId: company.id, runId: id } },
        }),
      ),
  });
  const again = () => queries.invalidateQueries({ queryKey: keys.company(company.id) });
  const decide = useMutation({
    mutationFn: (d: Deciding) => {
      const path = `${base}/customers/${rowOf(d).partyId}`;
      if ('undo' in d) {
        return send<RunRow>('DELETE', path, {});
      }
      return 'skip' in d
        ? send<RunRow>('POST', `${path}/skipping`, { reason: d.reason })
        : send<RunRow>(
            'POST',
            `${path}/collection`,
            d.items ? { items: d.items } : { expected: d.collect.amount },
          );
    },
    onSuccess: (row) => {
      queries.setQueryData<RunView>(
        key,
        (was) => was && { ...was, rows: was.rows.map((r) => (r.partyId === row.partyId ? row : r)) },
      );
    },
    onSettled: () => queries.invalidateQueries({ queryKey: key }),
  });
  const all = useMutation({
    mutationFn: () => send<RunView>('POST', `${base}/all`, {}),
    onSuccess: (fresh) => queries.setQueryData(key, fresh),
    onSettled: again,
  });
  const change = useMutation({
    mutationFn: (part: Partial<Pick<RunView, 'dueUpTo' | 'collectOn' | 'oneEntry' | 'note'>>) => {
      const was = queries.getQueryData<RunView>(key);
      if (!was) {
        throw new Error('no run');
      }
      const { dueUpTo, collectOn, oneEntry, note } = was;
      return send<RunView>('PUT', base, {
        version: was.version,
        head: { dueUpTo, collectOn, oneEntry, note, ...part },
      });
    },
    onSuccess: (fresh) => queries.setQueryData(key, fresh),
    onSettled: again,
  });
  const release = useMutation({
    mutationFn: (runs: { runId: number; version: number }[]) =>
      send('POST', `/api/v1/companies/${company.id}/collection-runs/release`, { runs }),
    onSettled: again,
  });
  const step = useMutation({
    mutationFn: (s: { path: 'taking-back' | 'booking'; version: number }) =>
      send('POST', `${base}/${s.path}`, { version: s.version }),
    onSettled: again,
  });
  return { run, decide, all, change, release, step, base };
}

export type RunWork = ReturnType<typeof useRun>;
