import { useMutation, useQuery, useQueries, useQueryClient, type QueryKey } from '@tanstack/react-query';
import { useState } from 'react';
import { useCurrentCompany } from '../session/session';
import { api, data } from '../shared/api';
import type { Booking, RowPage, RowView, SheetRow } from './api';
import { keys } from '../shared/keys';
import { reconcileKeys } from './keys';
import { todayKeys } from '../today/keys';

export const PAGE = 100;

export interface Place {
  companyId: number;
  accountId: number;
  month: string;
}

export function useMonth(place: Place) {
  return useQuery({
    queryKey: reconcileKeys.month(place.companyId, place.accountId, place.month),
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/bank-accounts/{accountId}/months/{month}', {
          params: { path: place },
        }),
      ),
    placeholderData: (before) => (before?.accountId === place.accountId ? before : undefined),
  });
}

export type Show = 'ALL' | 'OPEN' | 'FIRM' | 'PERHAPS' | 'NOTHING_FOUND' | 'BY_RULE' | 'TWICE' | 'EXPLAINED';

/** Which rows of the ladder are on screen. */
export interface Filter {
  show: Show;
  text: string;
}

export const ALL: Filter = { show: 'ALL', text: '' };

/** The rows of the pages that are in sight, by their number in the list; a page keeps its rows while new ones come. */
export function useRows(place: Place, pages: number[], filter: Filter) {
  const results = useQueries({
    queries: pages.map((page) => ({
      queryKey: reconcileKeys.rows(
        place.companyId,
        place.accountId,
        place.month,
        page,
        filter.show,
        filter.text,
      ),
      queryFn: () =>
        data(
          api.GET('/api/v1/companies/{companyId}/bank-accounts/{accountId}/months/{month}/lines', {
            params: {
              path: place,
              query: { offset: page * PAGE, limit: PAGE, show: filter.show, text: filter.text },
            },
          }),
        ),
    })),
  });
  const rows = new Map<number, RowView>();
  let total: number | undefined;
  for (const result of results) {
    const page = result.data;
    total = page?.total ?? total;
    page?.rows.forEach((row, i) => rows.set(page.offset + i, row));
  }
  return { rows, total };
}

/** Lines of other own accounts that may be the other end of a transfer. */
export function useOtherEnds(place: Place, line: number, asked: boolean) {
  return useQuery({
    queryKey: [...keys.account(place.companyId, place.accountId), 'other ends', line],
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/bank-accounts/{accountId}/lines/{lineId}/other-ends', {
          params: { path: { companyId: place.companyId, accountId: place.accountId, lineId: line } },
        }),
      ),
    enabled: asked,
  });
}

export function useCandidates(place: Place, line: number | undefined) {
  return useQuery({
    queryKey: reconcileKeys.candidates(place.companyId, place.accountId, place.month, line ?? 0),
    queryFn: () =>
      data(
        api.GET(
          '/api/v1/companies/{companyId}/bank-accounts/{accountId}/months/{month}/lines/{lineId}/candidates',
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
    queryKey: reconcileKeys.trace(place.companyId, place.accountId, place.month),
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/bank-accounts/{accountId}/months/{month}/trace', {
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
  | { do: 'correct'; lineId: number; entryId: number; correctedLine?: number }
  | { do: 'difference'; lineIds: number[]; entryIds: number[] }
  | { do: 'ownTransfer'; lineId: number; otherAccountId: number; otherLineId: number }
  | { do: 'bankErrors'; lineIds: number[]; note: string }
  | { do: 'noBankError'; lineId: number }
  | { do: 'takeOut'; lineId: number; reason: string }
  | { do: 'ledgerErrors'; entryIds: number[]; note: string }
  | { do: 'noLedgerError'; entryId: number }
  | { do: 'tick'; statementId: number; entryIds: number[]; date?: string }
  | { do: 'untick'; statementId: number; lineId: number }
  | { do: 'paper'; closing: string }
  | { do: 'paperClosing'; statementId: number; closing: string }
  | { do: 'book'; lineId: number; booking: Booking }
  | { do: 'bookLines'; bookings: SheetRow[] };

interface Answer {
  matchId?: number;
  batchId?: number;
  count?: number;
  explainedBy?: string;
  matchedBy?: string;
  matchedHow?: string;
}

export function useSteps(place: Place) {
  const queries = useQueryClient();
  const { company } = useCurrentCompany();
  const [done, setDone] = useState<Step[]>([]);
  const path = { companyId: place.companyId, accountId: place.accountId };
  const account = '/api/v1/companies/{companyId}/bank-accounts/{accountId}' as const;

  async function run(step: Step): Promise<Answer> {
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
            body: { entryId: step.entryId, correctedLine: step.correctedLine },
          }),
        );
        return {};
      case 'difference':
        await data(
          api.POST(`${account}/matches/difference`, {
            params: { path },
            body: { lineIds: step.lineIds, entryIds: step.entryIds },
          }),
        );
        return {};
      case 'ownTransfer':
        await data(
          api.POST(`${account}/lines/{lineId}/own-transfer`, {
            params: { path: { ...path, lineId: step.lineId } },
            body: { otherAccountId: step.otherAccountId, otherLineId: step.otherLineId },
          }),
        );
        await queries.invalidateQueries({ queryKey: keys.account(company.id, step.otherAccountId) });
        return {};
      case 'book':
        await data(
          api.POST(`${account}/lines/{lineId}/booking`, {
            params: { path: { ...path, lineId: step.lineId } },
            body: step.booking,
          }),
        );
        return {};
      case 'bookLines':
        await data(
          api.POST(`${account}/line-bookings`, { params: { path }, body: { bookings: step.bookings } }),
        );
        return {};
      case 'bankErrors':
        await data(
          api.POST(`${account}/bank-errors`, {
            params: { path },
            body: { ids: step.lineIds, note: step.note },
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
      case 'ledgerErrors':
        await data(
          api.POST(`${account}/ledger-errors`, {
            params: { path },
            body: { ids: step.entryIds, note: step.note },
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
            body: { entryIds: step.entryIds, date: step.date || undefined },
          }),
        );
        return {};
      case 'untick':
        await data(
          api.DELETE(`${account}/paper-statements/{statementId}/ticks/{lineId}`, {
            params: { path: { ...path, statementId: step.statementId, lineId: step.lineId } },
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
      queries.invalidateQueries({ queryKey: todayKeys.today(company.id) }),
    ]);
  }

  /** Shows on the rows what was committed, before proof and proposals are worked out anew. */
  function showMatched(lineIds: number[], answer: Answer) {
    queries.setQueriesData<RowPage>(
      { queryKey: reconcileKeys.allRows(place.companyId, place.accountId, place.month) },
      (page) =>
        page && {
          ...page,
          rows: page.rows.map((row) =>
            lineIds.includes(row.lineId)
              ? {
                  ...row,
                  state: 'MATCHED' as const,
                  matchId: answer.matchId,
                  matchedBy: answer.matchedBy,
                  matchedHow: answer.matchedHow,
                  explainedBy: answer.explainedBy ?? '',
                  apart: undefined,
                  candidates: 0,
                }
              : row,
          ),
        },
    );
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
      if (step.do === 'match') {
        showMatched(step.lineIds, answer);
        void refresh();
        return;
      }
      await refresh();
    },
    onError: () => refresh(),
  });
  return { ...mutation, refresh, last: done.at(-1) };
}
