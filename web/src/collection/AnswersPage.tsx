import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { Link } from 'react-router';
import { BookedPreview } from '../ledger/BookedPreview';
import type { BookedView } from '../ledger/api';
import { useCurrentCompany } from '../session/session';
import { api, data, send, upload } from '../shared/api';
import { DateField } from '../shared/DateField';
import { fullDate, hasUnreadable } from '../shared/dates';
import { TextField } from '../shared/fields';
import { FileButton, FileDrop } from '../shared/FileDrop';
import { keys } from '../shared/keys';
import { grouped } from '../shared/money';
import { Problems } from '../shared/Problems';
import { useDebounced } from '../shared/useDebounced';
import { say } from '../words';
import type { AnswerFile, BankAnswer } from './api';
import { collectionKeys } from './keys';
import { EFFECTS, LEADS } from './words';

/** What banks answered of files: dropped here, led to what it is of, and booked. */
export default function AnswersPage() {
  const { company, canPrepare } = useCurrentCompany();
  const queries = useQueryClient();
  const [shown, setShown] = useState<number>();
  const all = useQuery({
    queryKey: collectionKeys.answers(company.id),
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/bank-answers', {
          params: { path: { companyId: company.id } },
        }),
      ),
  });
  const take = useMutation({
    mutationFn: (file: File) => {
      const form = new FormData();
      form.append('file', file);
      return upload<{ fileId: number; answers: BankAnswer[] }>(
        `/api/v1/companies/${company.id}/bank-answer-files`,
        form,
      );
    },
    onSuccess: async (taken) => {
      setShown(taken.fileId);
      await queries.invalidateQueries({ queryKey: keys.company(company.id) });
    },
  });
  const bring = (file: File) => !take.isPending && take.mutate(file);
  return (
    <FileDrop enabled={canPrepare} label={say('collection.takeTheBanksFile')} onFile={bring}>
      <div className="page">
        <p className="mb-1">
          <Link to="/collections">{say('collection.collections')}</Link>
        </p>
        <h1>{say('collection.bankAnswers')}</h1>
        <p className="quiet">{say('collection.bankAnswersHint')}</p>
        {canPrepare && (
          <div className="actions mb-2">
            <FileButton main label={say('collection.takeTheBanksFile')} onFile={bring} />
          </div>
        )}
        <Problems error={take.error} title={say('collection.noAnswerWasTaken')} />
        <Problems error={all.error} />
        {all.data && all.data.waiting.length > 0 && (
          <Waiting answers={all.data.waiting} count={all.data.count} />
        )}
        {all.data?.files.length === 0 ? (
          <div className="sheet empty">
            <p>{say('collection.noAnswerYet')}</p>
          </div>
        ) : (
          <Files files={all.data?.files ?? []} shown={shown} onShow={setShown} />
        )}
      </div>
    </FileDrop>
  );
}

/** What waits for a decision: returns are booked together, all else is looked at one by one. */
function Waiting({ answers, count }: { answers: BankAnswer[]; count: number }) {
  const { company, session, canPrepare } = useCurrentCompany();
  const queries = useQueryClient();
  const bookable = answers.filter((a) => a.lead === 'BOOK');
  const [left, setLeft] = useState<Record<number, boolean>>({});
  const [fromCredit, setFromCredit] = useState<Record<number, boolean>>({});
  const [date, setDate] = useState('');
  const [ourFee, setOurFee] = useState('');
  const [aside, setAside] = useState<number>();
  const chosen = bookable.filter((a) => !left[a.id]);
  const body = {
    ourFee,
    answers: chosen.map((a) => ({
      answerId: a.id,
      fromCredit: fromCredit[a.id] ?? a.fromCredit,
      ...(date && { date }),
    })),
  };
  const whole = `/api/v1/companies/${company.id}/bank-answers/booking`;
  const asked = useDebounced(body);
  const ready = canPrepare && chosen.length > 0 && !hasUnreadable(body);
  const preview = useQuery({
    queryKey: [...keys.company(company.id), 'bank answers booked', asked],
    queryFn: () => send<BookedView>('POST', `${whole}?preview=true`, asked),
    enabled: ready && asked.answers.length > 0 && !hasUnreadable(asked),
    retry: false,
  });
  const book = useMutation({
    mutationFn: () => send<BookedView>('POST', whole, body),
    onSuccess: () => queries.invalidateQueries({ queryKey: keys.company(company.id) }),
  });
  return (
    <Form
      className="sheet"
      onSubmit={(e) => {
        e.preventDefault();
        if (ready && !book.isPending) book.mutate();
      }}
    >
      <table className="plain">
        <caption>{say('collection.answersThatWait', { count })}</caption>
        <thead>
          <tr>
            <th scope="col">
              <span className="visually-hidden">{say('collection.bookIt')}</span>
            </th>
            <th scope="col">{say('collection.customerOrPayee')}</th>
            <th scope="col">{say('collection.run')}</th>
            <th scope="col">{say('collection.theBankSays')}</th>
            <th scope="col" className="num">
              {say('collection.amount')}
            </th>
            <th scope="col">{say('collection.takenFrom')}</th>
            <th scope="col" />
          </tr>
        </thead>
        <tbody>
          {answers.map((a) => (
            <tr key={a.id}>
              <td>
                {a.lead === 'BOOK' && (
                  <Form.Check
                    aria-label={say('collection.bookAnswerOf', { party: a.party })}
                    checked={!left[a.id]}
                    onChange={(e) => setLeft({ ...left, [a.id]: !e.target.checked })}
                  />
                )}
              </td>
              <td>
                {a.partyId ? <Link to={`/parties/${a.partyId}`}>{a.party}</Link> : a.name}
                {a.account && <div className="quiet">{a.account}</div>}
              </td>
              <td className="text-nowrap">
                <RunOf answer={a} />
              </td>
              <td>
                <Reason answer={a} />
                {a.lead !== 'BOOK' && !(a.lead === 'UNKNOWN' && a.note) && (
                  <div className="waiting">{LEADS[a.lead]}</div>
                )}
              </td>
              <td className="num">{a.what === 'CHANGED' ? '' : grouped(a.amount)}</td>
              <td>
                {a.lead === 'BOOK' && !a.paymentId && (
                  <Form.Select
                    size="sm"
                    aria-label={say('collection.takenFromOf', { party: a.party })}
                    value={(fromCredit[a.id] ?? a.fromCredit) ? 'credit' : 'account'}
                    onChange={(e) => setFromCredit({ ...fromCredit, [a.id]: e.target.value === 'credit' })}
                  >
                    <option value="account">{say('collection.theAccount')}</option>
                    <option value="credit">{say('collection.theCreditOfTheRun')}</option>
                  </Form.Select>
                )}
              </td>
              <td className="text-end">
                {canPrepare && a.lead !== 'BOOK' && (
                  <Button size="sm" variant="outline-secondary" onClick={() => setAside(a.id)}>
                    {say('collection.setAside')}
                  </Button>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {aside !== undefined && <SetAside id={aside} onClose={() => setAside(undefined)} />}
      {canPrepare && bookable.length > 0 && (
        <>
          <div className="d-flex flex-wrap gap-3 my-2">
            <DateField
              label={say('collection.bookedOn')}
              value={date}
              today={session.businessDate}
              optional
              hint={say('collection.bookedOnHint')}
              onChange={setDate}
            />
            <TextField
              label={say('collection.ourFee')}
              value={ourFee}
              hint={say('collection.ourFeeHint')}
              onChange={setOurFee}
            />
          </div>
          <BookedPreview booked={ready ? preview.data : undefined} error={preview.error} />
          <Problems error={book.error} title={say('collection.nothingWasBooked')} />
          <div className="actions mt-2">
            <Button type="submit" disabled={!ready || book.isPending}>
              {say('collection.bookReturns', { count: chosen.length })}
            </Button>
          </div>
        </>
      )}
    </Form>
  );
}

/** The collection or payment run that it is of. */
function RunOf({ answer: a }: { answer: BankAnswer }) {
  const path = a.payRunId ? `/payment-runs/${a.payRunId}` : a.runId ? `/collections/${a.runId}` : '';
  return path ? <Link to={path}>{a.run}</Link> : null;
}

function Reason({ answer: a }: { answer: BankAnswer }) {
  return (
    <>
      {a.code && <strong>{a.code} </strong>}
      {a.reason}
      <div className="quiet">
        {[
          say('collection.onDay', { day: fullDate(a.saidOn) }),
          a.effect && a.lead !== 'DONE' ? EFFECTS[a.effect] : undefined,
          a.note || undefined,
        ]
          .filter(Boolean)
          .join(' · ')}
      </div>
    </>
  );
}

function SetAside({ id, onClose }: { id: number; onClose: () => void }) {
  const { company } = useCurrentCompany();
  const queries = useQueryClient();
  const [reason, setReason] = useState('');
  const aside = useMutation({
    mutationFn: () =>
      send('POST', `/api/v1/companies/${company.id}/bank-answers/${id}/setting-aside`, { reason }),
    onSuccess: async () => {
      onClose();
      await queries.invalidateQueries({ queryKey: keys.company(company.id) });
    },
  });
  return (
    <div className="my-2" style={{ maxWidth: '34rem' }}>
      <TextField label={say('collection.whySetAside')} value={reason} max={200} onChange={setReason} />
      <Problems error={aside.error} title={say('collection.nothingWasChanged')} />
      <div className="actions mt-2">
        <Button disabled={!reason.trim() || aside.isPending} onClick={() => aside.mutate()}>
          {say('collection.setAside')}
        </Button>
        <Button variant="outline-secondary" onClick={onClose}>
          {say('collection.leaveIt')}
        </Button>
      </div>
    </div>
  );
}

function Files({
  files,
  shown,
  onShow,
}: {
  files: AnswerFile[];
  shown: number | undefined;
  onShow: (file?: number) => void;
}) {
  const { company, canPrepare } = useCurrentCompany();
  return (
    <div className="sheet">
      <table className="plain">
        <caption>{say('collection.filesOfTheBank')}</caption>
        <thead>
          <tr>
            <th scope="col">{say('collection.file')}</th>
            <th scope="col">{say('collection.format')}</th>
            <th scope="col">{say('collection.takenBy')}</th>
            <th scope="col" className="num">
              {say('collection.answers')}
            </th>
            <th scope="col" className="num">
              {say('collection.waiting')}
            </th>
            <th scope="col" />
          </tr>
        </thead>
        <tbody>
          {files.map((f) => (
            <tr key={f.id}>
              <th scope="row">
                {canPrepare ? (
                  <a href={`/api/v1/companies/${company.id}/bank-answer-files/${f.id}`} download>
                    {f.name}
                  </a>
                ) : (
                  f.name
                )}
              </th>
              <td>{f.format}</td>
              <td>
                {f.takenBy}
                <div className="quiet">{fullDate(f.takenAt.slice(0, 10))}</div>
              </td>
              <td className="num">{f.answers}</td>
              <td className="num">{f.waiting > 0 ? f.waiting : ''}</td>
              <td className="text-end">
                <Button
                  size="sm"
                  variant="outline-secondary"
                  aria-expanded={shown === f.id}
                  onClick={() => onShow(shown === f.id ? undefined : f.id)}
                >
                  {shown === f.id ? say('collection.hideAnswers') : say('collection.showAnswers')}
                </Button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {shown !== undefined && <FileAnswers id={shown} />}
    </div>
  );
}

function FileAnswers({ id }: { id: number }) {
  const { company } = useCurrentCompany();
  const answers = useQuery({
    queryKey: collectionKeys.answersOf(company.id, id),
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/bank-answer-files/{fileId}/answers', {
          params: { path: { companyId: company.id, fileId: id } },
        }),
      ),
  });
  return (
    <>
      <Problems error={answers.error} />
      <table className="plain mt-2">
        <caption>{say('collection.answersOfTheFile')}</caption>
        <tbody>
          {answers.data?.map((a) => (
            <tr key={a.id}>
              <td>{a.partyId ? <Link to={`/parties/${a.partyId}`}>{a.party}</Link> : a.name}</td>
              <td className="text-nowrap">
                <RunOf answer={a} />
              </td>
              <td>
                <Reason answer={a} />
              </td>
              <td className="num">
                {a.what === 'CHANGED' || a.what === 'ACCEPTED' ? '' : grouped(a.amount)}
              </td>
              <td>
                {a.returnedItemId ? (
                  <Link to={`/returned-items/${a.returnedItemId}`}>{say('collection.theReturnedItem')}</Link>
                ) : a.paymentId && a.lead === 'DONE' ? (
                  <Link to={a.what === 'CHANGED' ? `/parties/${a.partyId}` : `/payments/${a.paymentId}`}>
                    {a.what === 'CHANGED' ? say('collection.theBankDetails') : say('collection.thePayment')}
                  </Link>
                ) : a.what === 'CHANGED' && a.mandateId ? (
                  <Link to={`/mandates/${a.mandateId}`}>{say('collection.theMandate')}</Link>
                ) : (
                  !(a.lead === 'UNKNOWN' && a.note) && LEADS[a.lead]
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}
