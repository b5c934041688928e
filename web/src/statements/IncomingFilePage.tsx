import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { Link, useParams } from 'react-router';
import { useCurrentCompany } from '../session/session';
import { api, data, Refusal, send } from '../shared/api';
import { dateTime, fullDate } from '../shared/dates';
import { keys } from '../shared/keys';
import { statementsKeys } from './keys';
import { report } from '../shared/money';
import { OnlySo } from '../shared/More';
import { Problems } from '../shared/Problems';
import { MappingForm } from './MappingForm';
import { ladderOf, type IncomingFileView } from './useTaking';
import { lineCount, STATES } from './words';
import { say } from '../words';

/** A file that came in: how far it is, what a person has to decide, and what became of it. */
export default function IncomingFilePage() {
  const id = Number(useParams().id);
  const { company } = useCurrentCompany();
  const queries = useQueryClient();
  const incoming = useQuery({
    queryKey: statementsKeys.incoming(company.id, id),
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/incoming-files/{incomingId}', {
          params: { path: { companyId: company.id, incomingId: id } },
        }),
      ),
    refetchInterval: (q) => (q.state.data?.state === 'READING' ? 400 : false),
  });
  const refresh = () => queries.invalidateQueries({ queryKey: keys.company(company.id) });
  const a = incoming.data;
  if (!a) {
    return <Problems error={incoming.error} />;
  }
  const ladder = ladderOf(a);
  return (
    <div className="page">
      <p className="mb-1">
        <Link to={`/statements${a.accountId ? `?account=${a.accountId}` : ''}`}>
          {say('statements.statements')}
        </Link>
      </p>
      <h1>
        {a.name} <small>{STATES[a.state]}</small>
      </h1>
      <p className="quiet">
        {say('statements.bytesFrom', {
          value: a.format && `${a.format}, `,
          sizeBytes: a.sizeBytes.toLocaleString('en'),
          cameFrom: a.cameFrom,
          cameAt: dateTime(a.cameAt),
        })}
      </p>
      {a.state === 'READING' && <InWork incoming={a} />}
      {a.state === 'WAITS' && <Decision incoming={a} done={refresh} />}
      {a.state === 'MAPPING' && <MappingForm incoming={a} done={refresh} />}
      {(a.state === 'REFUSED' || a.state === 'LEFT') && a.problems.length > 0 && (
        <Problems error={new Refusal(422, a.problems)} title={say('statements.nothingOfItWasTaken')} />
      )}
      {a.state === 'TAKEN' && (
        <section className="sheet">
          <p role="status">
            {a.statements
              .map((s) =>
                say('statements.to', {
                  lines: lineCount(s.lines),
                  from: fullDate(s.from),
                  to: fullDate(s.to),
                }),
              )
              .join('; ')}
            .{a.interim > 0 && say('statements.toldOfBeforeTheirStatement', { interim: a.interim })}
            {a.note && say('statements.takenAlthoughItDoesNotTie', { note: a.note })}
          </p>
          {ladder && (
            <Link className="btn btn-primary" to={ladder}>
              {say('statements.reconcileThem')}
            </Link>
          )}
        </section>
      )}
      {a.state === 'NOTHING_NEW' && (
        <p className="told" role="status">
          {say('statements.allOfItHasBeenReadBefore')}
        </p>
      )}
      {a.skipped > 0 && (a.state === 'TAKEN' || a.state === 'NOTHING_NEW') && (
        <Skipped incoming={a} done={refresh} />
      )}
    </div>
  );
}

function InWork({ incoming }: { incoming: IncomingFileView }) {
  const { company } = useCurrentCompany();
  const cancel = useMutation({
    mutationFn: () => send('POST', `/api/v1/companies/${company.id}/incoming-files/${incoming.id}/cancel`),
  });
  const part = incoming.progress?.part ?? 0;
  return (
    <section className="sheet">
      <label htmlFor="part">
        {say('statements.linesRead', { linesRead: (incoming.progress?.linesRead ?? 0).toLocaleString('en') })}
        {(incoming.progress?.linesWritten ?? 0) > 0 &&
          say('statements.written', { linesWritten: incoming.progress?.linesWritten.toLocaleString('en') })}
      </label>
      <progress id="part" className="w-100" max={100} value={part} />
      <p className="quiet">{say('statements.youCanLeaveThisPageAndLook')}</p>
      <Button
        variant="outline-secondary"
        disabled={cancel.isPending || cancel.isSuccess}
        onClick={() => cancel.mutate()}
      >
        {say('statements.cancelNothingIsKept')}
      </Button>
    </section>
  );
}

function Decision({ incoming, done }: { incoming: IncomingFileView; done: () => unknown }) {
  const { company, canPrepare } = useCurrentCompany();
  const [note, setNote] = useState('');
  const base = `/api/v1/companies/${company.id}/incoming-files/${incoming.id}`;
  const take = useMutation({
    mutationFn: () => send('POST', `${base}/take`, { note }),
    onSettled: done,
  });
  const leave = useMutation({ mutationFn: () => send('POST', `${base}/leave`), onSettled: done });
  return (
    <section className="sheet">
      <h2>{say('statements.somethingDoesNotTie')}</h2>
      <p>
        {lineCount(incoming.lines, 'new')}
        {incoming.skipped > 0 && say('statements.thatWereReadBefore', { skipped: incoming.skipped })}
        {say('statements.nothingIsTakenUntilSomebodyDecides')}
      </p>
      <ul className="breaks">
        {incoming.problems.map((p) => (
          <li key={p.code + p.where + p.found}>{p.message}</li>
        ))}
      </ul>
      {canPrepare && (
        <Form
          onSubmit={(e) => {
            e.preventDefault();
            take.mutate();
          }}
        >
          <Form.Group controlId="note">
            <Form.Label>{say('statements.whyItIsTakenAllTheSame')}</Form.Label>
            <Form.Control
              as="textarea"
              rows={2}
              maxLength={400}
              value={note}
              onChange={(e) => setNote(e.target.value)}
            />
            <div className="hint">{say('statements.itStandsWithTheStatementTheMonth')}</div>
          </Form.Group>
          <Problems
            error={take.error ?? leave.error}
            title={say('statements.nothingWasTakenYourNoteIsStill')}
          />
          <div className="actions mt-2">
            <Button type="submit" disabled={!note.trim() || take.isPending}>
              {say('statements.takeItWithThisNote')}
            </Button>
            <Button variant="outline-secondary" disabled={leave.isPending} onClick={() => leave.mutate()}>
              {say('statements.leaveIt')}
            </Button>
          </div>
        </Form>
      )}
    </section>
  );
}

function Skipped({ incoming, done }: { incoming: IncomingFileView; done: () => unknown }) {
  const { company, canPrepare } = useCurrentCompany();
  const lines = useQuery({
    queryKey: [...statementsKeys.incoming(company.id, incoming.id), 'skipped'],
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/incoming-files/{incomingId}/skipped-lines', {
          params: { path: { companyId: company.id, incomingId: incoming.id } },
        }),
      ),
  });
  const take = useMutation({
    mutationFn: (line: number) =>
      send(
        'POST',
        `/api/v1/companies/${company.id}/incoming-files/${incoming.id}/skipped-lines/${line}/take`,
      ),
    onSuccess: done,
  });
  return (
    <section className="sheet">
      <Problems error={take.error} title={say('statements.theLineWasNotTaken')} />
      <table className="plain">
        <caption>{say('statements.notTakenBecauseTheyHadBeenRead')}</caption>
        <thead>
          <tr>
            <th scope="col">{say('statements.date')}</th>
            <th scope="col">{say('statements.line')}</th>
            <th scope="col" className="num">
              {say('statements.amount')}
            </th>
            <th scope="col">{say('statements.why')}</th>
            <th scope="col">
              <span className="visually-hidden">{say('statements.whatCanBeDone')}</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {lines.data?.map((l) => (
            <tr key={l.id}>
              <td>{fullDate(l.date)}</td>
              <th scope="row">{l.title}</th>
              <td className="num">{report(l.amount)}</td>
              <td>{l.why}</td>
              <td>
                {l.takenAfterAll ? (
                  <span className="quiet">{say('statements.takenAfterAll')}</span>
                ) : (
                  canPrepare && (
                    <button
                      type="button"
                      className="as-link"
                      disabled={take.isPending}
                      onClick={() => take.mutate(l.id)}
                    >
                      {say('statements.itIsAnotherOneTakeIt')}
                    </button>
                  )
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <OnlySo shown={lines.data?.length ?? 0} most={500} what={say('statements.theFirst')} />
    </section>
  );
}
