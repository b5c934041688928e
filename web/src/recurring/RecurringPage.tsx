import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { Link } from 'react-router';
import { BookedPreview } from '../ledger/BookedPreview';
import { useCurrentCompany } from '../session/session';
import { api, data, send } from '../shared/api';
import { DateField } from '../shared/DateField';
import { fullDate, shortDate } from '../shared/dates';
import { keys } from '../shared/keys';
import { grouped } from '../shared/money';
import { Problems } from '../shared/Problems';
import { say } from '../words';
import type { BookedView, RecurringList, RecurringView } from './api';
import { recurringKeys } from './keys';
import { EVERY, RecurringFields } from './RecurringFields';

/** Invoices that come again: what is due of them is made at once, after one look at what it books. */
export default function RecurringPage() {
  const { company, session, canPrepare } = useCurrentCompany();
  const [upTo, setUpTo] = useState('');
  const [editing, setEditing] = useState<RecurringView | 'new'>();
  const [making, setMaking] = useState(false);
  const last = upTo || session.businessDate;
  const list = useQuery({
    queryKey: [...recurringKeys.all(company.id), last],
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/recurring-invoices', {
          params: { path: { companyId: company.id }, query: { upTo: last } },
        }),
      ),
    placeholderData: (before) => before,
  });
  const all = list.data?.recurring ?? [];
  const toCome = last > session.businessDate;
  return (
    <div className="page">
      <div className="slip-head">
        <h1>{say('recurring.recurringInvoices')}</h1>
        {list.data && list.data.count > 0 && (
          <span className="quiet">
            {say('recurring.dueUpToCount', {
              count: list.data.count,
              amount: grouped(list.data.amount),
              day: fullDate(last),
            })}
          </span>
        )}
      </div>
      <Problems error={list.error} />
      <div className="slip-tools align-items-center">
        <DateField
          label={say('recurring.dueUpTo')}
          value={last}
          today={session.businessDate}
          onChange={setUpTo}
        />
        {canPrepare && (
          <>
            <Button
              disabled={!list.data || list.data.count === 0 || toCome || making}
              onClick={() => setMaking(true)}
            >
              {say('recurring.makeWhatIsDue', { count: list.data?.count ?? 0 })}
            </Button>
            <Button variant="outline-secondary" onClick={() => setEditing('new')}>
              {say('recurring.newOne')}
            </Button>
          </>
        )}
      </div>
      {toCome && <p className="quiet">{say('recurring.madeWhenTheirDayHasCome')}</p>}
      {making && list.data && <Making list={list.data} upTo={last} onClose={() => setMaking(false)} />}
      {editing && (
        <RecurringFields
          key={editing === 'new' ? 'new' : `${editing.id} ${editing.version}`}
          of={editing === 'new' ? undefined : editing}
          onClose={() => setEditing(undefined)}
        />
      )}
      {all.length > 0 && (
        <table className="plain">
          <thead>
            <tr>
              <th scope="col">{say('recurring.customer')}</th>
              <th scope="col">{say('recurring.text')}</th>
              <th scope="col">{say('recurring.when')}</th>
              <th scope="col">{say('recurring.due')}</th>
              <th scope="col">{say('recurring.next')}</th>
              <th scope="col" className="num">
                {say('recurring.eachIn', { currency: company.currency })}
              </th>
              <th scope="col" className="num">
                {say('recurring.dueIn', { currency: company.currency })}
              </th>
            </tr>
          </thead>
          <tbody>
            {all.map((r) => (
              <tr key={r.id}>
                <td>
                  <Link to={`/parties/${r.partyId}`}>{r.party}</Link>
                </td>
                <td>
                  {canPrepare ? (
                    <button type="button" className="as-link" onClick={() => setEditing(r)}>
                      {r.text}
                    </button>
                  ) : (
                    r.text
                  )}
                </td>
                <td>
                  {say('recurring.onDay', { every: EVERY[r.every], day: r.day })}
                  <div className="quiet small">
                    {r.endsOn
                      ? say('recurring.fromTo', { from: fullDate(r.startsOn), to: fullDate(r.endsOn) })
                      : say('recurring.from', { from: fullDate(r.startsOn) })}
                  </div>
                </td>
                <td className={r.due.length > 0 ? 'waiting' : 'quiet'}>
                  {r.due.length > 3
                    ? say('recurring.severalSince', { count: r.due.length, day: shortDate(r.due[0]!) })
                    : r.due.map((d) => shortDate(d)).join(', ') ||
                      (r.last ? say('recurring.madeUpTo', { day: shortDate(r.last) }) : '')}
                </td>
                <td>{r.next ? shortDate(r.next) : say('recurring.ended')}</td>
                <td className="num">{grouped(r.amount)}</td>
                <td className="num">{r.due.length > 0 ? grouped(r.dueAmount) : ''}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {list.data && all.length === 0 && !editing && <p className="quiet">{say('recurring.noneYet')}</p>}
    </div>
  );
}

/** What making all that is due books, then making it. */
function Making({ list, upTo, onClose }: { list: RecurringList; upTo: string; onClose: () => void }) {
  const { company } = useCurrentCompany();
  const queries = useQueryClient();
  const path = `/api/v1/companies/${company.id}/recurring-invoices/making`;
  const body = {
    upTo,
    recurring: list.recurring.filter((r) => r.due.length > 0).map((r) => ({ id: r.id, version: r.version })),
  };
  const preview = useQuery({
    queryKey: recurringKeys.preview(company.id, JSON.stringify(body)),
    queryFn: () => send<BookedView>('POST', `${path}?preview=true`, body),
    retry: false,
  });
  const make = useMutation({
    mutationFn: () => send<BookedView>('POST', path, body),
    onSuccess: () => {
      onClose();
      return queries.invalidateQueries({ queryKey: keys.company(company.id) });
    },
  });
  return (
    <div className="sheet">
      <BookedPreview booked={preview.data} error={preview.error} />
      <Problems error={make.error} title={say('recurring.nothingWasMade')} />
      <div className="actions mt-3">
        <Button disabled={!preview.isSuccess || make.isPending} onClick={() => make.mutate()}>
          {say('recurring.bookThem', { count: list.count })}
        </Button>
        <Button variant="outline-secondary" onClick={onClose}>
          {say('recurring.leaveIt')}
        </Button>
      </div>
    </div>
  );
}
