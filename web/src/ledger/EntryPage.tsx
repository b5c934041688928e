import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { Link, useNavigate, useParams, useSearchParams } from 'react-router';
import { useCurrentCompany } from '../session/session';
import { ActivityOf } from '../shared/ActivityOf';
import { api, data } from '../shared/api';
import { DateField } from '../shared/DateField';
import { dateTime, fullDate } from '../shared/dates';
import { keys } from '../shared/keys';
import { ledgerKeys } from './keys';
import { Problems } from '../shared/Problems';
import { AtTheBank } from './AtTheBank';
import { BookedPreview } from './BookedPreview';
import { EntryLines } from './EntryLines';
import { Papers } from './Papers';
import { say } from '../words';

const path = '/api/v1/companies/{companyId}/ledger/entries/{entryId}' as const;

/** One journal entry with its way to the bank and back, and its reversal. */
export default function EntryPage() {
  const { id = '' } = useParams();
  const [search] = useSearchParams();
  const { company, session, canPrepare } = useCurrentCompany();
  const queries = useQueryClient();
  const navigate = useNavigate();
  const [date, setDate] = useState<string | null>(null);
  const params = { companyId: company.id, entryId: Number(id) };
  const entry = useQuery({
    queryKey: ledgerKeys.entry(company.id, Number(id)),
    queryFn: () => data(api.GET(path, { params: { path: params } })),
  });
  const preview = useQuery({
    queryKey: [...ledgerKeys.entry(company.id, Number(id)), 'reversal', date],
    queryFn: () =>
      data(
        api.POST(`${path}/reversal`, {
          params: { path: params, query: { preview: true } },
          body: { date: date ?? '' },
        }),
      ),
    enabled: date !== null,
  });
  const reverse = useMutation({
    mutationFn: () =>
      data(api.POST(`${path}/reversal`, { params: { path: params }, body: { date: date ?? '' } })),
    onSuccess: async (booked) => {
      await queries.invalidateQueries({ queryKey: keys.company(company.id) });
      setDate(null);
      void navigate(`/ledger/entries/${booked.entries[0]?.id}`);
    },
  });
  const d = entry.data;
  if (!d) {
    return <Problems error={entry.error} />;
  }
  const e = d.entry;
  return (
    <div className="page form-page">
      <div>
        <p className="mb-1">
          <Link to="/ledger">{say('ledger.ledger')}</Link>
        </p>
        <h1>
          {say('ledger.entry2', { number: e.number })}
          <small>{e.text}</small>
        </h1>
        <p className="quiet">
          {say('ledger.by', {
            date: fullDate(e.date),
            sourceWords: e.sourceWords,
            bookedBy: d.bookedBy,
            bookedAt: dateTime(d.bookedAt),
            value: e.reference && say('ledger.reference', { reference: e.reference }),
          })}
          {e.documentDate !== e.date && say('ledger.paperOf', { documentDate: fullDate(e.documentDate) })}
          {e.site && `, ${e.site}`}
        </p>
        {d.reversedBy !== undefined && (
          <p className="told">
            {say('ledger.reversedBy')}
            <Link to={`/ledger/entries/${d.reversedBy}`}>{say('ledger.anotherEntry')}</Link>
            {say('ledger.itNoLongerCounts')}
          </p>
        )}
        {d.reversalOf !== undefined && (
          <p className="told">
            {say('ledger.undoes')}
            <Link to={`/ledger/entries/${d.reversalOf}`}>{say('ledger.anEarlierEntry')}</Link>.
          </p>
        )}
        <div className="sheet">
          <EntryLines entry={e} caption={say('ledger.amountsIn', { currency: company.currency })} linked />
        </div>
        {d.cashEntries.map((c) => (
          <p key={c.id}>
            {say('ledger.on', {
              account: c.account,
              words: c.matched ? say('ledger.matched') : say('ledger.notAtTheBankYet'),
            })}
            <Link to={`/reconcile/${c.bankAccountId}/${c.month}`}>{say('ledger.toItsMonth')}</Link>
          </p>
        ))}
        {d.cashEntries
          .filter((c) => !c.matched && d.reversedBy === undefined)
          .map((c) => (
            <AtTheBank key={c.id} accountId={c.bankAccountId} account={c.account} entryId={c.id} />
          ))}
        {d.links.map((l) => (
          <p key={l.path} className="mb-1">
            <Link to={l.path}>{l.title}</Link> {l.note && <span className="quiet">{l.note}</span>}
          </p>
        ))}
        {search.has('missing') && (
          <p className="attention" role="status">
            {say('ledger.bookedButPicturesWereNotKept', { count: search.get('missing') ?? '' })}
          </p>
        )}
        <Papers entryId={Number(id)} papers={d.attachments} />
        {canPrepare && e.undoneAt === 'SOURCE' && d.reversedBy === undefined && (
          <p className="quiet">{say('ledger.itIsUndoneWhereItWasMade')}</p>
        )}
        {canPrepare && e.undoneAt === 'ENTRY' && d.reversedBy === undefined && date === null && (
          <Button variant="outline-secondary" onClick={() => setDate(session.businessDate)}>
            {say('ledger.reverseThisEntry')}
          </Button>
        )}
        {date === null && <ActivityOf type="entry" id={Number(id)} />}
        {date !== null && (
          <form
            onSubmit={(ev) => {
              ev.preventDefault();
              reverse.mutate();
            }}
          >
            <div style={{ maxWidth: '16rem' }}>
              <DateField
                label={say('ledger.dateOfTheReversal')}
                value={date}
                today={session.businessDate}
                onChange={setDate}
                hint={say('ledger.todayOrTheEntrysOwnDateWhile')}
              />
            </div>
            <Problems error={reverse.error} title={say('ledger.notReversed')} />
            <div className="actions mt-2">
              <Button type="submit" disabled={reverse.isPending || preview.isError}>
                {say('ledger.reverseEntry', { number: e.number })}
              </Button>
              <Button variant="outline-secondary" onClick={() => setDate(e.date)}>
                {say('ledger.use', { date: fullDate(e.date) })}
              </Button>
              <Button variant="outline-secondary" onClick={() => setDate(null)}>
                {say('ledger.leaveIt')}
              </Button>
            </div>
          </form>
        )}
      </div>
      {date !== null && (
        <div className="beside">
          <BookedPreview booked={preview.data} error={preview.error} />
        </div>
      )}
    </div>
  );
}
