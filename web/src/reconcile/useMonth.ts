import { useMutation, useQuery, useQueries, useQueryClient, type QueryKey } from '@tanstack/react-query';
import { useState } from 'react';
import { useHere } from '../session/session';
import { api, data, type Schemas } from '../shared/api';
import { keys } from '../shared/keys';

export const PAGE = 100;

export interface Place {
  companyId: number;
  accountId: number;
  month: string;
}

export function useMonth(place: Place) {
  return useQuery({
    queryKey: keys.month(place.companyId, place.accountId, place.month),
    queryFn: () =>
      data(
        api.GET('/api/companies/{companyId}/bank-accounts/{accountId}/months/{month}', {
          params: { path: place },
        }),
      ),
    placeholderData: (before) => (before?.accountId === place.accountId ? before : undefined),
  });
}

/** The rows of the pages that are in sight; a page keeps its old rows on screen while new ones come. */
export function useRows(place: Place, pages: number[]) {
  const results = useQueries({
    queries: pages.map((page) => ({
      queryKey: keys.rows(place.companyId, place.accountId, place.month, page),
      queryFn: () =>
        data(
          api.GET('/api/companies/{companyId}/bank-accounts/{accountId}/months/{month}/lines', {
            params: { path: place, query: { offset: page * PAGE, limit: PAGE } },
          }),
        ),
    })),
  });
  const rows = new Map<number, Schemas['RowView']>();
  for (const result of results) {
    for (const row of result.data?.rows ?? []) {
      rows.set(row.place, row);
    }
  }
  return rows;
}

export function useCandidates(place: Place, line: number | undefined) {
  return useQuery({
    queryKey: keys.candidates(place.companyId, place.accountId, place.month, line ?? 0),
    queryFn: () =>
      data(
        api.GET(
          '/api/companies/{companyId}/bank-accounts/{accountId}/months/{month}/lines/{lineId}/candidates',
          {
            params: { path: { ...place, lineId: line ?? 0 } },
          },
        ),
      ),
    enabled: line !== undefined,
  });
}

export function useTrace(place: Place, asked: boolean) {
  return useQuery({
    queryKey: keys.trace(place.companyId, place.accountId, place.month),
    queryFn: () =>
      data(
        api.GET('/api/companies/{companyId}/bank-accounts/{accountId}/months/{month}/trace', {
          params: { path: place },
        }),
      ),
    enabled: asked,
  });
}

/** What a person does to the month. Every step waits for the server and then shows what it committed. */
export type Step =
  | { do: 'match'; lineIds: number[]; entryIds: number[] }
  | { do: 'undo'; matchId: number }
  | { do: 'firm' }
  | { do: 'undoFirm'; batchId: number }
  | { do: 'correct'; lineId: number; entryId: number }
  | { do: 'bankError'; lineId: number; note: string }
  | { do: 'noBankError'; lineId: number }
  | { do: 'takeOut'; lineId: number; reason: string }
  | { do: 'ledgerError'; entryId: number; note: string }
  | { do: 'noLedgerError'; entryId: number }
  | { do: 'tick'; statementId: number; entryId: number }
  | { do: 'untick'; statementId: number }
  | { do: 'paper'; closing: string }
  | { do: 'paperClosing'; statementId: number; closing: string }
  | { do: 'book'; lineId: number; booking: Schemas['Booking'] };

export function useSteps(place: Place) {
  const queries = useQueryClient();
  const { company } = useHere();
  const [done, setDone] = useState<Step[]>([]);
  const path = { companyId: place.companyId, accountId: place.accountId };
  const account = '/api/companies/{companyId}/bank-accounts/{accountId}' as const;

  async function run(step: Step): Promise<{ matchId?: number; batchId?: number; count?: number }> {
    switch (step.do) {
      case 'match':
        return data(
          api.POST(`${account}/matches`, {
            params: { path },
            body: { lineIds: step.lineIds, entryIds: step.entryIds },
          }),
        );
      case 'undo':
        await data(
          api.DELETE(`${account}/matches/{matchId}`, {
            params: { path: { ...path, matchId: step.matchId } },
          }),
        );
        return {};
      case 'firm':
        return data(
          api.POST(`${account}/months/{month}/firm`, { params: { path: { ...path, month: place.month } } }),
        );
      case 'undoFirm':
        await data(
          api.DELETE(`${account}/firm/{batchId}`, { params: { path: { ...path, batchId: step.batchId } } }),
        );
        return {};
      case 'correct':
        await data(
          api.POST(`${account}/lines/{lineId}/correction`, {
            params: { path: { ...path, lineId: step.lineId } },
            body: { entryId: step.entryId },
          }),
        );
        return {};
      case 'book':
        await data(
          api.POST(`${account}/lines/{lineId}/booking`, {
            params: { path: { ...path, lineId: step.lineId } },
            body: step.booking,
          }),
        );
        return {};
      case 'bankError':
        await data(
          api.POST(`${account}/lines/{lineId}/bank-error`, {
            params: { path: { ...path, lineId: step.lineId } },
            body: { note: step.note },
          }),
        );
        return {};
      case 'takeOut':
        await data(
          api.POST(`${account}/bank-lines/{lineId}/drop`, {
            params: { path: { ...path, lineId: step.lineId } },
            body: { reason: step.reason },
          }),
        );
        return {};
      case 'noBankError':
        await data(
          api.DELETE(`${account}/lines/{lineId}/bank-error`, {
            params: { path: { ...path, lineId: step.lineId } },
          }),
        );
        return {};
      case 'ledgerError':
        await data(
          api.POST(`${account}/cash-entries/{cashEntryId}/ledger-error`, {
            params: { path: { ...path, cashEntryId: step.entryId } },
            body: { note: step.note },
          }),
        );
        return {};
      case 'noLedgerError':
        await data(
          api.DELETE(`${account}/cash-entries/{cashEntryId}/ledger-error`, {
            params: { path: { ...path, cashEntryId: step.entryId } },
          }),
        );
        return {};
      case 'tick':
        await data(
          api.POST(`${account}/paper-statements/{statementId}/ticks`, {
            params: { path: { ...path, statementId: step.statementId } },
            body: { entryId: step.entryId },
          }),
        );
        return {};
      case 'untick':
        await data(
          api.DELETE(`${account}/paper-statements/{statementId}/ticks/last`, {
            params: { path: { ...path, statementId: step.statementId } },
          }),
        );
        return {};
      case 'paper':
        await data(
          api.POST(`${account}/paper-statements`, {
            params: { path },
            body: { month: place.month, closingBalance: step.closing },
          }),
        );
        return {};
      case 'paperClosing':
        await data(
          api.PUT(`${account}/paper-statements/{statementId}`, {
            params: { path: { ...path, statementId: step.statementId } },
            body: { closingBalance: step.closing },
          }),
        );
        return {};
    }
  }

  async function refresh() {
    const under: QueryKey = keys.account(company.id, place.accountId);
    await queries.cancelQueries({ queryKey: under });
    await Promise.all([
      queries.invalidateQueries({ queryKey: under }),
      queries.invalidateQueries({ queryKey: keys.today(company.id) }),
    ]);
  }

  const mutation = useMutation({
    mutationFn: run,
    onSuccess: async (answer, step) => {
      if (step.do === 'match' && answer.matchId !== undefined) {
        setDone((d) => [...d, { do: 'undo', matchId: answer.matchId as number }]);
      }
      if (step.do === 'firm' && answer.batchId !== undefined) {
        setDone((d) => [...d, { do: 'undoFirm', batchId: answer.batchId as number }]);
      }
      if (step.do === 'undo' || step.do === 'undoFirm') {
        setDone((d) => d.filter((s) => JSON.stringify(s) !== JSON.stringify(step)));
      }
      await refresh();
    },
    onError: () => refresh(),
  });
  return { ...mutation, refresh, last: done.at(-1) };
}
