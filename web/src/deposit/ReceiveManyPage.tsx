import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { Link } from 'react-router';
import { useKept } from '../draft/useKept';
import { BookedPreview } from '../ledger/BookedPreview';
import { useCurrentCompany } from '../session/session';
import { Refusal, send } from '../shared/api';
import { DateField } from '../shared/DateField';
import { UNREADABLE } from '../shared/dates';
import { keys } from '../shared/keys';
import { report } from '../shared/money';
import { Problems } from '../shared/Problems';
import { newKey, Unanswered } from '../shared/sending';
import { SiteField } from '../shared/SiteField';
import { useDebounced } from '../shared/useDebounced';
import { say } from '../words';
import type { NewReceipt, ReceiptView } from './api';
import {
  enterGoesOn,
  isComplete,
  nothingTyped,
  ReceiptFields,
  receiptOf,
  useProposal,
  type Typed,
} from './ReceiptFields';
import { useHand } from './useHand';
import { TENDERS } from './words';

interface Many {
  date: string;
  paperDate: string;
  siteId?: number;
  typed: Typed;
}

interface Done {
  place: number;
  payer: string;
  number: string;
  tender: string;
  received: string;
  entryId?: number;
}

/** Money received, one receipt after the other, without the hand leaving the keyboard. */
export default function ReceiveManyPage() {
  const { company, session, canReceive } = useCurrentCompany();
  const queries = useQueryClient();
  const { form, set, forget, notice } = useKept<Many>('RECEIPTS', {
    date: session.businessDate,
    paperDate: '',
    typed: nothingTyped('CHECK'),
  });
  // what each site holds, with what is above its limit
  const hand = useHand({ limit: 1 });
  const [done, setDone] = useState<Done[]>([]);
  const [round, setRound] = useState(0);
  // sent as soon as it is known what it settles: whoever types fast does not wait
  const [wanted, setWanted] = useState(false);
  const fields = useRef<HTMLFormElement>(null);
  const key = useRef<string>(undefined);
  const { typed } = form;
  const proposal = useProposal(typed, form.date);
  const path = `/api/v1/companies/${company.id}/receipts`;
  const readable = form.date !== UNREADABLE && form.paperDate !== UNREADABLE;
  const body: NewReceipt = {
    ...receiptOf(typed, form.date, form.siteId, proposal.data),
    ...(form.paperDate && { paperDate: form.paperDate }),
  };
  const looked = useDebounced(JSON.stringify(body), 250);
  const ready = isComplete(typed) && readable && proposal.current;
  const preview = useQuery({
    queryKey: [...keys.company(company.id), 'receipt preview', looked],
    queryFn: () => send<ReceiptView>('POST', `${path}?preview=true`, JSON.parse(looked)),
    enabled: ready,
    retry: false,
  });
  useEffect(() => {
    fields.current?.querySelector<HTMLInputElement>('input')?.focus();
  }, [round]);
  const book = useMutation({
    mutationFn: (more: object) => {
      key.current ??= newKey();
      return send<ReceiptView>('POST', path, { ...body, ...more }, key.current);
    },
    onSuccess: async (made) => {
      key.current = undefined;
      const entry = made.booked.entries[0];
      setDone((before) => [
        {
          place: before.length,
          payer: entry?.lines.find((l) => l.party)?.party ?? typed.payer,
          number: entry?.reference ?? typed.number,
          tender: typed.tenderName || TENDERS[typed.tender][0],
          received: made.received,
          ...(entry?.id && { entryId: entry.id }),
        },
        ...before,
      ]);
      forget();
      set({ ...form, paperDate: '', typed: nothingTyped(typed.tender) });
      forget();
      setRound((n) => n + 1);
      await queries.invalidateQueries({ queryKey: keys.company(company.id) });
    },
    onError: (error) => {
      if (!(error instanceof Unanswered)) key.current = undefined;
    },
  });
  useEffect(() => {
    if (wanted && ready && !book.isPending) {
      setWanted(false);
      book.mutate({});
    }
  }, [wanted, ready, book]);
  if (!canReceive) {
    return (
      <div className="page">
        <h1>{say('deposit.receive')}</h1>
        <p>{say('deposit.youMayLookButNotReceive')}</p>
      </div>
    );
  }
  const again = book.error instanceof Refusal && book.error.code === 'receipt.double';
  const submit = (more: object = {}) => {
    if (!isComplete(typed) || !readable || book.isPending) return;
    if (ready) book.mutate(more);
    else setWanted(true);
  };
  return (
    <div className="page form-page">
      <div>
        <p className="mb-1">
          <Link to="/receipts-in-hand">{say('deposit.receiptsInHand')}</Link>
        </p>
        <h1>{say('deposit.receive')}</h1>
        {notice}
        {hand.data?.warnings.map((w) => (
          <p key={w} className="attention" role="status">
            {w}
          </p>
        ))}
        <Form
          key={round}
          onKeyDown={enterGoesOn}
          onSubmit={(e) => {
            e.preventDefault();
            submit();
          }}
        >
          <div ref={(div) => void (fields.current = div?.closest('form') ?? null)}>
            <ReceiptFields
              typed={typed}
              onChange={(t) => set({ ...form, typed: t })}
              proposal={proposal.data}
            />
          </div>
          <div className="row g-2 mt-1 mb-2">
            <div className="col-md-3">
              <DateField
                label={say('deposit.received')}
                value={form.date}
                today={session.businessDate}
                onChange={(date) => set({ ...form, date })}
              />
            </div>
            <div className="col-md-3">
              <DateField
                optional
                label={say('deposit.dateOnThePaper')}
                value={form.paperDate}
                today={session.businessDate}
                hint={say('deposit.datedAheadItIsPromised')}
                onChange={(paperDate) => set({ ...form, paperDate })}
              />
            </div>
            <SiteField
              className="col-md-4"
              value={form.siteId}
              onChange={(siteId) => {
                const rest = { ...form };
                delete rest.siteId;
                set({ ...rest, ...(siteId !== undefined && { siteId }) });
              }}
            />
          </div>
          <div className="actions">
            <Button type="submit" disabled={!isComplete(typed) || !readable || book.isPending}>
              {book.error instanceof Unanswered
                ? say('deposit.askAgainWithoutBookingTwice')
                : say('deposit.receiveThis')}{' '}
              <kbd>Enter</kbd>
            </Button>
            {again && (
              <Button variant="outline-secondary" onClick={() => submit({ again: true })}>
                {say('deposit.receiveItAllTheSame')}
              </Button>
            )}
            <Link className="btn btn-outline-secondary" to="/receipts/new">
              {say('deposit.withAllItsFields')}
            </Link>
          </div>
          <Problems error={book.error} title={say('deposit.notReceivedWhatYouTyped')} />
        </Form>
        {done.length > 0 && (
          <table className="plain mt-3">
            <caption>{say('deposit.receivedJustNow')}</caption>
            <thead>
              <tr>
                <th scope="col">{say('deposit.number')}</th>
                <th scope="col">{say('deposit.from')}</th>
                <th scope="col">{say('deposit.tender')}</th>
                <th scope="col" className="num">
                  {say('deposit.amountIn', { currency: company.currency })}
                </th>
              </tr>
            </thead>
            <tbody>
              {done.map((d) => (
                <tr key={d.place}>
                  <th scope="row">
                    {d.entryId ? <Link to={`/ledger/entries/${d.entryId}`}>{d.number}</Link> : d.number}
                  </th>
                  <td>{d.payer}</td>
                  <td>{d.tender}</td>
                  <td className="num">{report(d.received)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
      </div>
      <div className="beside">
        {preview.data?.booked.entries.length === 0 ? (
          <p className="told">{say('deposit.itIsPromisedAndBooksNothingYet')}</p>
        ) : (
          <BookedPreview
            booked={ready ? preview.data?.booked : undefined}
            error={ready ? preview.error : undefined}
          />
        )}
      </div>
    </div>
  );
}
