import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { Link, useParams } from 'react-router';
import { useCurrentCompany } from '../session/session';
import { ActivityOf } from '../shared/ActivityOf';
import { api, data, saved, send } from '../shared/api';
import { fullDate } from '../shared/dates';
import { TextField } from '../shared/fields';
import { keys } from '../shared/keys';
import { grouped, typed as asTyped } from '../shared/money';
import { Problems } from '../shared/Problems';
import { say } from '../words';
import type { MandateDetail } from './api';
import { collectionKeys } from './keys';
import { MandateFields, sentMandate, type MandateTyped } from './MandateFields';
import { KINDS } from './words';

/** A mandate: what was signed, what it was used for, and what can be done with it. */
export default function MandatePage() {
  const { id = '' } = useParams();
  const { company } = useCurrentCompany();
  const detail = useQuery({
    queryKey: collectionKeys.mandate(company.id, Number(id)),
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/mandates/{mandateId}', {
          params: { path: { companyId: company.id, mandateId: Number(id) } },
        }),
      ),
  });
  return detail.data ? <Mandate key={id} detail={detail.data} /> : <Problems error={detail.error} />;
}

const MOVES: Record<MandateDetail['moves'][number], string> = {
  ASK_FIRST: say('collection.moveAskFirst'),
  SUSPEND: say('collection.moveSuspend'),
  ACTIVATE: say('collection.moveActivate'),
  END: say('collection.moveEnd'),
};

function Mandate({ detail }: { detail: MandateDetail }) {
  const { company, canPrepare } = useCurrentCompany();
  const queries = useQueryClient();
  const [changing, setChanging] = useState(false);
  const [moving, setMoving] = useState<MandateDetail['moves'][number]>();
  const [reason, setReason] = useState('');
  const { mandate: m } = detail;
  const base = `/api/v1/companies/${company.id}/mandates/${m.id}`;
  const again = () => queries.invalidateQueries({ queryKey: keys.company(company.id) });
  const move = useMutation({
    mutationFn: () => send('POST', `${base}/moves`, { move: moving, reason }),
    onSuccess: async () => {
      setMoving(undefined);
      setReason('');
      await again();
    },
  });
  const print = useMutation({
    mutationFn: () =>
      saved(
        `${base}/paper`,
        { paper: navigator.language === 'en-US' ? 'LETTER' : 'A4' },
        `${say('collection.mandateFile')}-${m.reference}.pdf`,
      ),
  });
  const facts: [string, string | undefined][] = [
    [say('collection.kind'), KINDS[m.kind]],
    [say('collection.holder'), m.holder],
    [say('collection.account'), m.account],
    [say('collection.signedOn'), fullDate(m.signedOn)],
    [say('collection.isFor'), m.again ? say('collection.againAndAgain') : say('collection.once')],
    [say('collection.atMost'), m.most ? `${grouped(m.most)} ${company.currency}` : undefined],
    [say('collection.endsOn'), m.endsOn ? fullDate(m.endsOn) : undefined],
    [say('collection.lastUsed'), m.lastUsed ? fullDate(m.lastUsed) : say('collection.never')],
    [say('collection.lapses'), m.lapses ? fullDate(m.lapses) : undefined],
    [say('collection.noticeDays'), m.noticeDays === undefined ? undefined : String(m.noticeDays)],
    [
      say('collection.collectedByIt'),
      say('collection.timesAndSum', { count: detail.collections, amount: grouped(detail.collected) }),
    ],
    [say('collection.note'), m.note || undefined],
  ];
  return (
    <div className="page">
      <p className="mb-1">
        <Link to="/mandates">{say('collection.mandates')}</Link>
      </p>
      <h1>
        {m.reference}{' '}
        <small>
          <Link to={`/parties/${m.partyId}`}>{m.party}</Link>, {m.stateWords}
        </small>
      </h1>
      {m.stateReason && <p className="told">{m.stateReason}</p>}
      {canPrepare && !changing && (
        <div className="actions mb-2">
          {m.state !== 'ENDED' && (
            <Button variant="outline-secondary" onClick={() => setChanging(true)}>
              {say('collection.changeIt')}
            </Button>
          )}
          <Button variant="outline-secondary" disabled={print.isPending} onClick={() => print.mutate()}>
            {say('collection.printToBeSigned')}
          </Button>
          {detail.moves.map((next) => (
            <Button key={next} variant="outline-secondary" onClick={() => setMoving(next)}>
              {MOVES[next]}
            </Button>
          ))}
        </div>
      )}
      {moving && (
        <Form
          className="sheet"
          style={{ maxWidth: '34rem' }}
          onSubmit={(e) => {
            e.preventDefault();
            if (!move.isPending) {
              move.mutate();
            }
          }}
        >
          <TextField label={say('collection.why')} value={reason} onChange={setReason} />
          <Problems error={move.error} title={say('collection.nothingWasChanged')} />
          <div className="actions mt-2">
            <Button type="submit" disabled={move.isPending}>
              {MOVES[moving]}
            </Button>
            <Button variant="outline-secondary" onClick={() => setMoving(undefined)}>
              {say('collection.leaveIt')}
            </Button>
          </div>
        </Form>
      )}
      <Problems error={print.error} />
      {detail.changes.map((c) => (
        <ToldChange key={c.id} change={c} may={canPrepare} />
      ))}
      {changing ? (
        <Changing detail={detail} onClose={() => setChanging(false)} />
      ) : (
        <div className="sheet">
          <table className="plain" style={{ maxWidth: '40rem' }}>
            <caption className="visually-hidden">{m.reference}</caption>
            <tbody>
              {facts
                .filter(([, value]) => value !== undefined)
                .map(([label, value]) => (
                  <tr key={label}>
                    <th scope="row">{label}</th>
                    <td>{value}</td>
                  </tr>
                ))}
            </tbody>
          </table>
        </div>
      )}
      {detail.former.length > 0 && (
        <div className="sheet">
          <h2>{say('collection.formerAccounts')}</h2>
          <table className="plain" style={{ maxWidth: '40rem' }}>
            <caption className="visually-hidden">{say('collection.formerAccounts')}</caption>
            <tbody>
              {detail.former.map((f, i) => (
                <tr key={i}>
                  <td>{say('collection.untilDay', { day: fullDate(f.until) })}</td>
                  <td>{f.account}</td>
                  <td>{f.reference}</td>
                  <td className="quiet">{say('collection.changedBy', { who: f.changedBy })}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
      <ActivityOf type="mandate" id={m.id} />
    </div>
  );
}

/** What the bank said of the account: followed, or left with the reason. */
function ToldChange({ change, may }: { change: MandateDetail['changes'][number]; may: boolean }) {
  const { company } = useCurrentCompany();
  const queries = useQueryClient();
  const [leaving, setLeaving] = useState(false);
  const [reason, setReason] = useState('');
  const base = `/api/v1/companies/${company.id}/mandate-changes/${change.id}`;
  const again = () => queries.invalidateQueries({ queryKey: keys.company(company.id) });
  const apply = useMutation({ mutationFn: () => send('POST', `${base}/applying`, {}), onSuccess: again });
  const leave = useMutation({
    mutationFn: () => send('POST', `${base}/leaving`, { reason }),
    onSuccess: again,
  });
  return (
    <div className="sheet told" style={{ maxWidth: '46rem' }}>
      <p className="mb-1">
        {change.words} {change.holder && say('collection.rightHolder', { holder: change.holder })}
      </p>
      <p className="quiet mb-2">{say('collection.followBy', { day: fullDate(change.applyBy) })}</p>
      <Problems error={apply.error ?? leave.error} title={say('collection.nothingWasChanged')} />
      {may && !leaving && (
        <div className="actions">
          <Button disabled={apply.isPending} onClick={() => apply.mutate()}>
            {say('collection.followTheBank')}
          </Button>
          <Button variant="outline-secondary" onClick={() => setLeaving(true)}>
            {say('collection.leaveTheMandate')}
          </Button>
        </div>
      )}
      {leaving && (
        <>
          <TextField label={say('collection.why')} value={reason} max={200} onChange={setReason} />
          <div className="actions mt-2">
            <Button disabled={!reason.trim() || leave.isPending} onClick={() => leave.mutate()}>
              {say('collection.leaveTheMandate')}
            </Button>
            <Button variant="outline-secondary" onClick={() => setLeaving(false)}>
              {say('collection.leaveIt')}
            </Button>
          </div>
        </>
      )}
    </div>
  );
}

/** With the account number as it is, which only those see who may change it. */
function Changing({ detail, onClose }: { detail: MandateDetail; onClose: () => void }) {
  const { company } = useCurrentCompany();
  const form = useQuery({
    queryKey: collectionKeys.mandateForm(company.id, detail.mandate.id),
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/mandates/{mandateId}/form', {
          params: { path: { companyId: company.id, mandateId: detail.mandate.id } },
        }),
      ),
    staleTime: 0,
    gcTime: 0,
  });
  if (!form.data) {
    return <Problems error={form.error} />;
  }
  const m = detail.mandate;
  const start: MandateTyped = {
    partyId: m.partyId,
    reference: m.reference,
    signedOn: m.signedOn,
    holder: m.holder,
    kind: m.kind,
    again: m.again,
    routing: form.data.routing,
    accountNumber: form.data.accountNumber,
    savings: form.data.savings,
    bic: form.data.bic,
    most: m.most ? asTyped(m.most) : '',
    noticeDays: m.noticeDays === undefined ? '' : String(m.noticeDays),
    note: m.note,
    ...(m.endsOn && { endsOn: m.endsOn }),
  };
  return <ChangeForm id={m.id} version={form.data.version} start={start} onClose={onClose} />;
}

function ChangeForm({
  id,
  version,
  start,
  onClose,
}: {
  id: number;
  version: number;
  start: MandateTyped;
  onClose: () => void;
}) {
  const { company } = useCurrentCompany();
  const queries = useQueryClient();
  const [typed, setTyped] = useState(start);
  const change = useMutation({
    mutationFn: () =>
      send('PUT', `/api/v1/companies/${company.id}/mandates/${id}`, {
        version,
        mandate: sentMandate(typed),
      }),
    onSuccess: async () => {
      onClose();
      await queries.invalidateQueries({ queryKey: keys.company(company.id) });
    },
  });
  return (
    <Form
      className="sheet"
      onSubmit={(e) => {
        e.preventDefault();
        if (!change.isPending) {
          change.mutate();
        }
      }}
    >
      <MandateFields value={typed} onChange={setTyped} ofParty />
      <Problems error={change.error} title={say('collection.nothingWasChanged')} />
      <div className="actions mt-2">
        <Button type="submit" disabled={change.isPending}>
          {say('collection.keepTheMandate')}
        </Button>
        <Button variant="outline-secondary" onClick={onClose}>
          {say('collection.leaveIt')}
        </Button>
      </div>
    </Form>
  );
}
