import { useMutation, useQueries, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { BookedPreview } from '../ledger/BookedPreview';
import type { CompanyView } from '../session/api';
import { send } from '../shared/api';
import { UNREADABLE } from '../shared/dates';
import { keys } from '../shared/keys';
import { Problems } from '../shared/Problems';
import { newKey } from '../shared/sending';
import { say } from '../words';
import type { RunView } from './api';
import { draftKeys } from './keys';
import type { Waits } from './Waiting';

interface Props {
  chosen: Waits[];
  /** The date in the books for all, and the day of the rates of foreign amounts; empty for each its own. */
  date: string;
  valueDate: string;
  onPosted: () => void;
}

interface Part {
  company: CompanyView;
  body: { draftIds: number[]; paymentIds: number[]; accountingDate?: string; valueDate?: string };
}

const path = (c: CompanyView) => `/api/v1/companies/${c.id}/posting-runs`;

/** Posts what is chosen, company by company, after a look at what that books; discards drafts after asking once. */
export function PostTogether({ chosen, date, valueDate, onPosted }: Props) {
  const queries = useQueryClient();
  const [asking, setAsking] = useState(false);
  const readable = date !== UNREADABLE && valueDate !== UNREADABLE;
  const companies = [...new Map(chosen.map((i) => [i.company.id, i.company])).values()];
  const parts = companies.map((company): Part => {
    const own = chosen.filter((i) => i.company.id === company.id);
    return {
      company,
      body: {
        draftIds: own.flatMap((i) => (i.draftId ? [i.draftId] : [])),
        paymentIds: own.flatMap((i) => (i.paymentId ? [i.paymentId] : [])),
        ...(date && { accountingDate: date }),
        ...(valueDate && { valueDate }),
      },
    };
  });
  const trials = useQueries({
    queries: parts.map((p) => ({
      queryKey: [...keys.company(p.company.id), 'posting', p.body],
      queryFn: () => send<RunView>('POST', `${path(p.company)}?preview=true`, p.body),
      enabled: readable,
      retry: false,
    })),
  });
  const refresh = () =>
    Promise.all(
      [draftKeys.allWaiting, ...companies.map((c) => keys.company(c.id))].map((queryKey) =>
        queries.invalidateQueries({ queryKey }),
      ),
    );
  const post = useMutation({
    mutationFn: async () => {
      const together = companies.length > 1 ? newKey() : undefined;
      for (const [i, p] of parts.entries()) {
        if (trials[i]?.data?.posted) {
          await send<RunView>('POST', path(p.company), { ...p.body, ...(together && { together }) });
        }
      }
    },
    onSuccess: onPosted,
    onSettled: refresh,
  });
  const drafts = chosen.filter((i) => i.draftId);
  const discard = useMutation({
    mutationFn: async () => {
      for (const d of drafts) {
        await send('DELETE', `/api/v1/companies/${d.company.id}/drafts/${d.draftId}`);
      }
    },
    onSettled: refresh,
  });
  if (chosen.length === 0) {
    return <p className="quiet mt-2">{say('draft.chooseDraftsToSeeWhatTheyWill')}</p>;
  }
  const runs = trials.map((t) => t.data);
  const done = runs.every((r) => r !== undefined);
  const ready = chosen.length - runs.flatMap((r) => r?.outcomes ?? []).filter((o) => o.refusal).length;
  return (
    <>
      <div className="actions my-2">
        <Button disabled={post.isPending || !done || ready === 0 || !readable} onClick={() => post.mutate()}>
          {done ? say('draft.postOf', { posted: ready, ids: chosen.length }) : say('draft.post')}
        </Button>
        {drafts.length > 0 &&
          (asking ? (
            <Button variant="outline-secondary" disabled={discard.isPending} onClick={() => discard.mutate()}>
              {say('draft.discardForGood', {
                ids: drafts.length,
                words: drafts.length === 1 ? say('draft.draft2') : say('draft.drafts2'),
              })}
            </Button>
          ) : (
            <Button variant="outline-secondary" onClick={() => setAsking(true)}>
              {say('draft.discard')}
            </Button>
          ))}
      </div>
      <Problems
        error={post.error ?? discard.error}
        title={
          companies.length > 1 ? say('draft.theCompaniesBeforeItArePosted') : say('draft.nothingWasChanged')
        }
      />
      {runs.some((r) => r && r.refused > 0) && (
        <div className="problems">
          <strong>{say('draft.refusedTheyStayAsDrafts')}</strong>
          {runs
            .flatMap((r) => r?.outcomes ?? [])
            .filter((o) => o.refusal)
            .map((o) => (
              <p key={`${o.draftId ?? ''} ${o.paymentId ?? ''}`}>
                {o.title}: {o.refusal}
              </p>
            ))}
        </div>
      )}
      {parts.map((p, i) => (
        <div key={p.company.id}>
          {parts.length > 1 && <h2 className="mt-3">{p.company.name}</h2>}
          <BookedPreview booked={runs[i]?.posted ? runs[i].booked : undefined} error={trials[i]?.error} />
        </div>
      ))}
    </>
  );
}
