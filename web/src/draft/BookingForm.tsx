import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';
import { Button, Form } from 'react-bootstrap';
import { Link, useNavigate } from 'react-router';
import { BookedPreview } from '../ledger/BookedPreview';
import { useHere } from '../session/session';
import { Refusal, send, type Schemas } from '../shared/api';
import { keys } from '../shared/keys';
import { Problems } from '../shared/Problems';
import { useSettled } from '../shared/useSettled';
import type { DraftKind } from './useDraft';

type Booked = Schemas['BookedView'];

interface Props<B, R> {
  title: string;
  back: [path: string, label: string];
  kind: DraftKind;
  /** Below the company, such as {@code /invoices}. */
  path: string;
  body: B;
  /** Whether the form says enough to be tried. */
  ready: boolean;
  button: string;
  draft?: Schemas['DraftView'];
  booked: (result: R) => Booked;
  /** Where to go once it is done. */
  done: (result: R) => string;
  /** What the preview's answer adds below the entries. */
  beside?: (result: R) => ReactNode;
  children: ReactNode;
}

/** A form that books: what it will book stands beside it, live, from the code that books; it can be left as a draft. */
export function BookingForm<B extends object, R>(p: Props<B, R>) {
  const { company } = useHere();
  const queries = useQueryClient();
  const navigate = useNavigate();
  const base = `/api/companies/${company.id}`;
  const [draft, setDraft] = useState(p.draft);
  const typed = useSettled(p.body);
  const preview = useQuery({
    queryKey: [...keys.company(company.id), 'preview', p.path, typed],
    queryFn: () => send<R>('POST', `${base}${p.path}?preview=true`, typed),
    enabled: p.ready,
    placeholderData: (before) => before,
    retry: false,
  });
  const keep = useMutation({
    mutationFn: () =>
      send<Schemas['DraftView']>(draft ? 'PUT' : 'POST', `${base}/drafts${draft ? `/${draft.id}` : ''}`, {
        kind: p.kind,
        version: draft?.version ?? 0,
        body: p.body,
      }),
    onSuccess: (kept) => {
      setDraft(kept);
      return queries.invalidateQueries({ queryKey: keys.company(company.id) });
    },
  });
  const book = useMutation({
    mutationFn: async () => {
      if (!draft) {
        const result = await send<R>('POST', `${base}${p.path}`, p.body);
        return p.done(result);
      }
      const kept = await keep.mutateAsync();
      const run = await send<Schemas['RunView']>('POST', `${base}/posting-runs`, { draftIds: [kept.id] });
      const outcome = run.outcomes[0];
      if (outcome?.refusal) {
        throw new Refusal(422, [
          { code: 'refused', where: '', found: '', expected: '', remedy: '', message: outcome.refusal },
        ]);
      }
      return outcome?.entryId ? `/ledger/entries/${outcome.entryId}` : '/drafts';
    },
    onSuccess: async (to) => {
      await queries.invalidateQueries({ queryKey: keys.company(company.id) });
      void navigate(to);
    },
  });
  const busy = book.isPending || keep.isPending;
  const tried = p.ready && preview.data !== undefined && !preview.isError;
  return (
    <div className="page form-page">
      <Form
        onSubmit={(e) => {
          e.preventDefault();
          if (p.ready && !busy) {
            book.mutate();
          }
        }}
        onKeyDown={(e) => {
          // the browser would submit the form as well, and nothing must be booked twice
          if (e.key === 'Enter' && e.ctrlKey) {
            e.preventDefault();
            if (p.ready && !e.repeat && !busy) {
              book.mutate();
            }
          }
        }}
      >
        <p className="mb-1">
          <Link to={p.back[0]}>{p.back[1]}</Link>
        </p>
        <h1>{p.title}</h1>
        {p.children}
        <div className="actions mt-3">
          <Button type="submit" disabled={!p.ready || busy}>
            {p.button} <kbd>Ctrl Enter</kbd>
          </Button>
          <Button variant="outline-secondary" disabled={busy} onClick={() => keep.mutate()}>
            Keep as a draft
          </Button>
        </div>
        <Problems error={book.error} title="Not booked; what you typed is still here." />
        <Problems error={keep.error} title="The draft was not kept; what you typed is still here." />
        {keep.isSuccess && !book.isError && (
          <p className="told" role="status">
            Kept as a draft. <Link to="/drafts">See all drafts</Link>
          </p>
        )}
      </Form>
      <div className="beside">
        <BookedPreview
          booked={tried ? p.booked(preview.data as R) : undefined}
          error={p.ready ? preview.error : undefined}
        />
        {tried && p.beside?.(preview.data as R)}
      </div>
    </div>
  );
}
