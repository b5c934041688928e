import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef, useState, type ReactNode } from 'react';
import { Button, Form } from 'react-bootstrap';
import { Link, useNavigate } from 'react-router';
import { BookedPreview } from '../ledger/BookedPreview';
import { useCurrentCompany } from '../session/session';
import { Refusal, send } from '../shared/api';
import type { BookedView as Booked, DraftView, KeptPaper, RunView } from './api';
import { hasUnreadable } from '../shared/dates';
import { keys } from '../shared/keys';
import { Problems } from '../shared/Problems';
import { newKey, Unanswered } from '../shared/sending';
import { useDebounced } from '../shared/useDebounced';
import { OnlyLooks } from './OnlyLooks';
import { forgetUnfinished, keepUnfinished, unfinished } from './unfinished';
import { say } from '../words';

interface Props<B, R> {
  title: string;
  back: [path: string, label: string];
  kind: string;
  /** Below the company, such as {@code /invoices}. */
  path: string;
  body: B;
  /** Whether the form says enough to be tried. */
  ready: boolean;
  button: string;
  draft?: DraftView;
  booked: (result: R) => Booked;
  /** Where to go once it is done. */
  done: (result: R) => string;
  /** The code of a refusal that asks: the same is booked all the same when it is meant. */
  askAgain?: string;
  /** Told of each preview, so that a field may follow what it says. */
  onPreview?: (result: R) => void;
  /** What follows a booking, such as keeping its pictures; says where to go then. */
  after?: (entryId: number | undefined, to: string) => Promise<string>;
  /** Whether whoever is here may book it, where that is not for preparers alone. */
  may?: boolean;
  /** Papers that go with it: a draft keeps them from now on, and a form that was only left has them again. */
  papers?: KeptPaper[];
  /** Whether it is put right: the same path then says how it is now. */
  change?: boolean;
  /** What stands above the preview, such as a picture. */
  above?: ReactNode;
  /** What the preview's answer adds below the entries. */
  beside?: (result: R) => ReactNode;
  children: ReactNode;
}

/**
 * A form that books: what it will book stands beside it, live, from the code that books; it can be left as a draft, and
 * what was typed is there again when it was only left.
 */
export function BookingForm<B extends object, R>(p: Props<B, R>) {
  const { company, canPrepare } = useCurrentCompany();
  const may = p.may ?? canPrepare;
  const queries = useQueryClient();
  const navigate = useNavigate();
  const base = `/api/v1/companies/${company.id}`;
  const form = useRef<HTMLFormElement>(null);
  const [first] = useState(() => JSON.stringify(p.body));
  const [firstPapers] = useState(() => JSON.stringify(p.papers ?? []));
  const [restored] = useState(() => !p.draft && !p.change && unfinished(company.id, p.kind) !== undefined);
  const [draft, setDraft] = useState(p.draft);
  // set before anything is sent: a second click comes before the first has drawn the button anew
  const sending = useRef(false);
  // of the booking that is sent; kept while its answer is not known, so that it is never made twice
  const key = useRef<string | null>(null);
  const fit = !hasUnreadable(p.body);
  const ready = p.ready && fit;
  const method = p.change ? 'PUT' : 'POST';
  // nothing is asked for a form that does not say enough, nor with what it said before it did
  const typed = useDebounced(ready ? p.body : null);
  const preview = useQuery({
    queryKey: [...keys.company(company.id), 'preview', p.path, typed],
    queryFn: () => send<R>(method, `${base}${p.path}?preview=true`, typed),
    enabled: ready && typed !== null && !hasUnreadable(typed) && may,
    placeholderData: (before) => before,
    retry: false,
  });
  const { onPreview } = p;
  useEffect(() => {
    if (preview.data !== undefined && !preview.isPlaceholderData) {
      onPreview?.(preview.data);
    }
  }, [preview.data, preview.isPlaceholderData, onPreview]);
  const text = JSON.stringify(p.body);
  const papers = JSON.stringify(p.papers ?? []);
  useEffect(() => {
    if (!p.draft && !p.change && (text !== first || papers !== firstPapers)) {
      keepUnfinished(company.id, p.kind, JSON.parse(text) as object, JSON.parse(papers) as KeptPaper[]);
    }
  }, [company.id, p.draft, p.change, p.kind, text, papers, first, firstPapers]);
  useEffect(() => {
    form.current?.querySelector<HTMLElement>('input:not([type=checkbox]), select, textarea')?.focus();
  }, []);

  const keep = useMutation({
    mutationFn: () =>
      send<DraftView>(draft ? 'PUT' : 'POST', `${base}/drafts${draft ? `/${draft.id}` : ''}`, {
        kind: p.kind,
        version: draft?.version ?? 0,
        body: p.body,
        ...(p.papers && { paperIds: p.papers.map((x) => x.id) }),
      }),
    onSuccess: (kept) => {
      setDraft(kept);
      forgetUnfinished(company.id, p.kind);
      return queries.invalidateQueries({ queryKey: keys.company(company.id) });
    },
    onSettled: () => {
      sending.current = false;
    },
  });
  const then = (entryId: number | undefined, to: string) => p.after?.(entryId, to) ?? Promise.resolve(to);
  const book = useMutation({
    mutationFn: async (more: object) => {
      key.current ??= newKey();
      if (!draft) {
        const result = await send<R>(method, `${base}${p.path}`, { ...p.body, ...more }, key.current);
        return then(p.booked(result).entries[0]?.id, p.done(result));
      }
      const kept = await keep.mutateAsync();
      const run = await send<RunView>('POST', `${base}/posting-runs`, { draftIds: [kept.id] }, key.current);
      const outcome = run.outcomes[0];
      if (outcome?.refusal) {
        throw new Refusal(422, [
          { code: 'refused', where: '', found: '', expected: '', remedy: '', message: outcome.refusal },
        ]);
      }
      return then(outcome?.entryId, outcome?.entryId ? `/ledger/entries/${outcome.entryId}` : '/drafts');
    },
    onSuccess: async (to) => {
      forgetUnfinished(company.id, p.kind);
      await queries.invalidateQueries({ queryKey: keys.company(company.id) });
      void navigate(to);
    },
    onError: (error) => {
      sending.current = false;
      if (!(error instanceof Unanswered)) {
        key.current = null;
      }
    },
  });
  const busy = book.isPending || keep.isPending;
  function submit(more: object = {}) {
    if (!fit) {
      form.current?.querySelector<HTMLElement>('.is-invalid')?.focus();
    } else if (p.ready && !sending.current) {
      sending.current = true;
      book.mutate(more);
    }
  }
  if (!may) {
    return <OnlyLooks title={p.title} back={p.back} />;
  }
  const tried = ready && preview.data !== undefined && !preview.isError;
  const again = book.error instanceof Refusal && book.error.code === p.askAgain;
  return (
    <div className="page form-page">
      <Form
        ref={form}
        onSubmit={(e) => {
          e.preventDefault();
          submit();
        }}
        onKeyDown={(e) => {
          // the browser would submit the form as well, and nothing must be booked twice
          if (e.key === 'Enter' && e.ctrlKey) {
            e.preventDefault();
            if (!e.repeat) {
              submit();
            }
          }
        }}
      >
        <p className="mb-1">
          <Link to={p.back[0]}>{p.back[1]}</Link>
        </p>
        <h1>{p.title}</h1>
        {restored && (
          <p className="told" role="status">
            {say('draft.whatYouHadTypedHereIsBack')}
            <button
              type="button"
              className="as-link"
              onClick={() => {
                forgetUnfinished(company.id, p.kind);
                void navigate(0);
              }}
            >
              {say('draft.beginAnew')}
            </button>
          </p>
        )}
        {p.children}
        <div className="actions mt-3">
          <Button type="submit" disabled={!p.ready || busy}>
            {book.error instanceof Unanswered ? say('draft.askAgainWithoutBookingTwice') : p.button}{' '}
            <kbd>Ctrl Enter</kbd>
          </Button>
          {canPrepare && !p.change && (
            <Button
              variant="outline-secondary"
              disabled={busy || !fit}
              onClick={() => {
                if (!sending.current) {
                  sending.current = true;
                  keep.mutate();
                }
              }}
            >
              {say('draft.keepAsADraft')}
            </Button>
          )}
          {again && (
            <Button variant="outline-secondary" disabled={busy} onClick={() => submit({ again: true })}>
              {say('draft.bookItAllTheSame')}
            </Button>
          )}
        </div>
        {!fit && <p className="field-error">{say('draft.correctTheFieldThatIsMarkedThen')}</p>}
        <Problems error={book.error} title={say('draft.notBookedWhatYouTypedIsStill')} />
        <Problems error={keep.error} title={say('draft.theDraftWasNotKeptWhatYou')} />
        {keep.isSuccess && !book.isError && (
          <p className="told" role="status">
            {say('draft.keptAsADraft')}
            <Link to="/drafts">{say('draft.seeAllDrafts')}</Link>
          </p>
        )}
      </Form>
      <div className="beside">
        {p.above}
        <BookedPreview
          booked={tried ? p.booked(preview.data as R) : undefined}
          error={ready ? preview.error : undefined}
        />
        {tried && p.beside?.(preview.data as R)}
      </div>
    </div>
  );
}
