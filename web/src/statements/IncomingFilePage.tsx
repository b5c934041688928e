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
        <Link to={`/statements${a.accountId ? `?account=${a.accountId}` : ''}`}>Statements</Link>
      </p>
      <h1>
        {a.name} <small>{STATES[a.state]}</small>
      </h1>
      <p className="quiet">
        {a.format && `${a.format}, `}
        {a.sizeBytes.toLocaleString('en')} bytes, from {a.cameFrom}, {dateTime(a.cameAt)}
      </p>
      {a.state === 'READING' && <InWork incoming={a} />}
      {a.state === 'WAITS' && <Decision incoming={a} done={refresh} />}
      {a.state === 'MAPPING' && <MappingForm incoming={a} done={refresh} />}
      {(a.state === 'REFUSED' || a.state === 'LEFT') && a.problems.length > 0 && (
        <Problems error={new Refusal(422, a.problems)} title="Nothing of it was taken." />
      )}
      {a.state === 'TAKEN' && (
        <section className="sheet">
          <p role="status">
            {a.statements
              .map((s) => `${lineCount(s.lines)}, ${fullDate(s.from)} to ${fullDate(s.to)}`)
              .join('; ')}
            .{a.interim > 0 && ` ${a.interim} told of before their statement.`}
            {a.note && ` Taken although it does not tie: ${a.note}`}
          </p>
          {ladder && (
            <Link className="btn btn-primary" to={ladder}>
              Reconcile them
            </Link>
          )}
        </section>
      )}
      {a.state === 'NOTHING_NEW' && (
        <p className="told" role="status">
          All of it has been read before. Nothing was changed.
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
        {(incoming.progress?.linesRead ?? 0).toLocaleString('en')} lines read
        {(incoming.progress?.linesWritten ?? 0) > 0 &&
          `, ${incoming.progress?.linesWritten.toLocaleString('en')} written`}
      </label>
      <progress id="part" className="w-100" max={100} value={part} />
      <p className="quiet">You can leave this page and look again later. It is taken whole or not at all.</p>
      <Button
        variant="outline-secondary"
        disabled={cancel.isPending || cancel.isSuccess}
        onClick={() => cancel.mutate()}
      >
        Cancel; nothing is kept
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
      <h2>Something does not tie</h2>
      <p>
        {lineCount(incoming.lines, 'new')}
        {incoming.skipped > 0 && `, ${incoming.skipped} that were read before`}. Nothing is taken until
        somebody decides.
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
            <Form.Label>Why it is taken all the same</Form.Label>
            <Form.Control
              as="textarea"
              rows={2}
              maxLength={400}
              value={note}
              onChange={(e) => setNote(e.target.value)}
            />
            <div className="hint">
              It stands with the statement. The month cannot be certified until it ties.
            </div>
          </Form.Group>
          <Problems error={take.error ?? leave.error} title="Nothing was taken; your note is still here." />
          <div className="actions mt-2">
            <Button type="submit" disabled={!note.trim() || take.isPending}>
              Take it with this note
            </Button>
            <Button variant="outline-secondary" disabled={leave.isPending} onClick={() => leave.mutate()}>
              Leave it
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
      <Problems error={take.error} title="The line was not taken." />
      <table className="plain">
        <caption>Not taken, because they had been read before</caption>
        <thead>
          <tr>
            <th scope="col">Date</th>
            <th scope="col">Line</th>
            <th scope="col" className="num">
              Amount
            </th>
            <th scope="col">Why</th>
            <th scope="col">
              <span className="visually-hidden">What can be done</span>
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
                  <span className="quiet">taken after all</span>
                ) : (
                  canPrepare && (
                    <button
                      type="button"
                      className="as-link"
                      disabled={take.isPending}
                      onClick={() => take.mutate(l.id)}
                    >
                      It is another one: take it
                    </button>
                  )
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <OnlySo shown={lines.data?.length ?? 0} most={500} what="The first" />
    </section>
  );
}
