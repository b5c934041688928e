import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback, useRef, useState } from 'react';
import { useCurrentCompany } from '../session/session';
import { api, data, Refusal } from '../shared/api';
import { typed } from '../shared/money';
import { depositKeys } from './keys';
import type { SlipView } from './api';

/** How often what somebody else does on the same slip is looked for; milliseconds. */
const LOOK_AGAIN = 4_000;

/** A step that somebody takes on a slip, as it stands when its turn comes. */
type Step = (slip: SlipView) => Promise<SlipView>;

/** A slip that several may work on: steps are sent one after the other, each on what the one before left. */
export function useSlip(id: number) {
  const { company } = useCurrentCompany();
  const queries = useQueryClient();
  const key = depositKeys.slip(company.id, id);
  const [waiting, setWaiting] = useState(0);
  const [error, setError] = useState<unknown>();
  const last = useRef(Promise.resolve());
  const path = { companyId: company.id, slipId: id };
  const read = () =>
    data(api.GET('/api/v1/companies/{companyId}/deposit-slips/{slipId}', { params: { path } }));
  const slip = useQuery({
    queryKey: key,
    queryFn: read,
    refetchInterval: waiting > 0 ? false : LOOK_AGAIN,
  });

  /** @returns whether it was done */
  const step = useCallback(
    (act: Step): Promise<boolean> => {
      setWaiting((n) => n + 1);
      const done = last.current.then(async () => {
        try {
          await queries.cancelQueries({ queryKey: key });
          let next: SlipView;
          try {
            next = await act(queries.getQueryData<SlipView>(key) ?? (await read()));
          } catch (e) {
            if (!(e instanceof Refusal) || e.code !== 'slip.changed') {
              throw e;
            }
            // somebody else was there in between: the same step on what they left
            next = await act(await read());
          }
          queries.setQueryData(key, next);
          setError(undefined);
          return true;
        } catch (e) {
          setError(e);
          void queries.invalidateQueries({ queryKey: key });
          return false;
        } finally {
          setWaiting((n) => n - 1);
        }
      });
      last.current = done.then(() => undefined);
      return done;
    },
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [queries, company.id, id],
  );

  const count = (change: (counted: Counted) => Counted) =>
    step((s) => {
      const next = change({
        checks: (s.count?.checks ?? []).map(typed),
        pieces: s.oneTotal ? {} : piecesOf(s),
        ...(s.oneTotal && s.cash !== undefined && { cash: typed(s.cash) }),
      });
      return data(
        api.POST('/api/v1/companies/{companyId}/deposit-slips/{slipId}/count', {
          params: { path },
          body: { version: s.slip.version, ...next },
        }),
      );
    });

  return {
    slip,
    /** How many steps are on their way. */
    waiting,
    error,
    step,
    count,
    change: async (put: number[], take: number[]) => {
      const done = await step(() =>
        data(
          api.POST('/api/v1/companies/{companyId}/deposit-slips/{slipId}/receipts', {
            params: { path },
            body: { put, take },
          }),
        ),
      );
      await queries.invalidateQueries({ queryKey: ['company', company.id, 'receipts in hand'] });
      return done;
    },
    correct: (receiptId: number, amount: string) =>
      step(async () => {
        await data(
          api.POST('/api/v1/companies/{companyId}/receipts-in-hand/{receiptId}/correction', {
            params: { path: { companyId: company.id, receiptId } },
            body: { amount },
          }),
        );
        return read();
      }),
    prepare: (part: Partial<Prepared>) =>
      step((s) =>
        data(
          api.PUT('/api/v1/companies/{companyId}/deposit-slips/{slipId}', {
            params: { path },
            body: {
              version: s.slip.version,
              paperDate: s.slip.paperDate,
              bagNumber: s.bagNumber,
              note: s.note,
              ...(s.takenOn && { takenOn: s.takenOn }),
              ...keptBackOf(s),
              ...part,
            },
          }),
        ),
      ),
  };
}

export type SlipWork = ReturnType<typeof useSlip>;

export interface Counted {
  checks: string[];
  pieces: Record<string, number>;
  /** One total in place of the pieces, where the company counts cash so. */
  cash?: string;
}

export type Prepared = Pick<SlipView, 'bagNumber' | 'note' | 'charges' | 'keptBack'> & { takenOn: string };

/** What is kept back, as somebody of the company would type it. */
export function keptBackOf(s: SlipView): Pick<SlipView, 'charges' | 'keptBack'> {
  return {
    charges: s.charges.map((c) => ({ ...c, gross: typed(c.gross) })),
    keptBack: s.keptBack.map((k) => ({ ...k, amount: typed(k.amount) })),
  };
}

function piecesOf(s: SlipView): Record<string, number> {
  return Object.fromEntries(s.pieces.filter((p) => p.count > 0).map((p) => [p.value, p.count]));
}
