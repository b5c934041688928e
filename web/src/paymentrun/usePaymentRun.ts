import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useCurrentCompany } from '../session/session';
import { api, data, send } from '../shared/api';
import { keys } from '../shared/keys';
import type { PayeeRow, PaymentRun } from './api';
import { paymentRunKeys } from './keys';

/** What somebody decides of a payee. */
export type Paying =
  | { pay: PayeeRow; items?: { itemId: number; amount: string }[]; byCheck?: boolean }
  | { skip: PayeeRow; reason: string }
  | { undo: PayeeRow };

const rowOf = (d: Paying) => ('pay' in d ? d.pay : 'skip' in d ? d.skip : d.undo);

/** A payment run, and what is done to it. A decision is drawn as soon as it is answered; the sums follow. */
export function usePaymentRun(id: number) {
  const { company } = useCurrentCompany();
  const queries = useQueryClient();
  const key = paymentRunKeys.run(company.id, id);
  const base = `/api/v1/companies/${company.id}/payment-runs/${id}`;
  const run = useQuery({
    queryKey: key,
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/payment-runs/{runId}', {
          params: { path: { companyId: company.id, runId: id } },
        }),
      ),
  });
  const again = () => queries.invalidateQueries({ queryKey: keys.company(company.id) });
  const decide = useMutation({
    mutationFn: (d: Paying) => {
      const path = `${base}/payees/${rowOf(d).partyId}`;
      if ('undo' in d) {
        return send<PayeeRow>('DELETE', path, {});
      }
      if ('skip' in d) {
        return send<PayeeRow>('POST', `${path}/skipping`, { reason: d.reason });
      }
      const how = d.byCheck === undefined ? {} : { byCheck: d.byCheck };
      return send<PayeeRow>(
        'POST',
        `${path}/payment`,
        d.items ? { items: d.items, ...how } : { expected: d.pay.amount, ...how },
      );
    },
    onSuccess: (row) => {
      queries.setQueryData<PaymentRun>(
        key,
        (was) => was && { ...was, rows: was.rows.map((r) => (r.partyId === row.partyId ? row : r)) },
      );
    },
    onSettled: () => queries.invalidateQueries({ queryKey: key }),
  });
  const all = useMutation({
    mutationFn: () => send<PaymentRun>('POST', `${base}/all`, {}),
    onSuccess: (fresh) => queries.setQueryData(key, fresh),
    onSettled: again,
  });
  const change = useMutation({
    mutationFn: (head: Pick<PaymentRun, 'dueUpTo' | 'payOn' | 'leastRate' | 'note'>) =>
      send<PaymentRun>('PUT', base, { version: queries.getQueryData<PaymentRun>(key)?.version, head }),
    onSuccess: (fresh) => queries.setQueryData(key, fresh),
    onSettled: again,
  });
  const step = useMutation({
    mutationFn: (path: 'taking-back' | 'handing-over' | 'fetching-back') =>
      send<PaymentRun>('POST', `${base}/${path}`, {
        version: queries.getQueryData<PaymentRun>(key)?.version,
      }),
    onSettled: again,
  });
  return { run, decide, all, change, step, base };
}

export type PaymentRunWork = ReturnType<typeof usePaymentRun>;
