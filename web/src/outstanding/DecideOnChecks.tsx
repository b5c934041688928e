import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { Link } from 'react-router';
import { BookedPreview } from '../ledger/BookedPreview';
import { useCurrentCompany } from '../session/session';
import { send } from '../shared/api';
import { DateField } from '../shared/DateField';
import { ChoiceField, TextField } from '../shared/fields';
import { keys } from '../shared/keys';
import { Problems } from '../shared/Problems';
import { useDebounced } from '../shared/useDebounced';
import { say } from '../words';
import type { DecidedView, Decision } from './api';
import { FATES, PAPERS } from './words';

const voids = (fate: string) => fate === 'VOID' || fate === 'ANEW';

/** What is decided of the ticked checks, in one step, with what becomes of each before it is done. */
export function DecideOnChecks({ chosen, onDone }: { chosen: string[]; onDone: () => void }) {
  const { company, session } = useCurrentCompany();
  const queries = useQueryClient();
  const [fate, setFate] = useState<Decision['fate'] | ''>('');
  const [date, setDate] = useState(session.businessDate);
  const [paper, setPaper] = useState('');
  const [reason, setReason] = useState('');
  const [until, setUntil] = useState('');
  const [confirmation, setConfirmation] = useState('');
  const [fee, setFee] = useState('');
  const path = `/api/v1/companies/${company.id}/outstanding-checks/decisions`;
  const body = {
    fate,
    checks: chosen,
    date,
    ...(voids(fate) && paper && { paper }),
    reason,
    ...(until && { until }),
    confirmation,
    fee,
  };
  const ready =
    chosen.length > 0 &&
    fate !== '' &&
    date !== '' &&
    (!voids(fate) || (paper !== '' && reason.trim() !== '')) &&
    (fate !== 'KEEP' || (until !== '' && reason.trim() !== '')) &&
    (fate !== 'STOP' || confirmation.trim() !== '');
  const asked = useDebounced(ready ? body : null);
  const preview = useQuery({
    queryKey: ['decision', company.id, asked],
    queryFn: () => send<DecidedView>('POST', `${path}?preview=true`, asked),
    enabled: ready && asked !== null,
    retry: false,
  });
  const decide = useMutation({
    mutationFn: () => send<DecidedView>('POST', path, body),
    onSuccess: async () => {
      setReason('');
      setConfirmation('');
      onDone();
      await queries.invalidateQueries({ queryKey: keys.company(company.id) });
    },
  });
  const current = ready && JSON.stringify(asked) === JSON.stringify(body);
  return (
    <>
      <Form
        onSubmit={(e) => {
          e.preventDefault();
          if (ready && !decide.isPending) decide.mutate();
        }}
      >
        <h2>
          {chosen.length === 0
            ? say('outstanding.decideOnChecks')
            : say('outstanding.decideOnSo', { count: chosen.length })}
        </h2>
        {chosen.length === 0 && <p className="quiet">{say('outstanding.tickTheChecks')}</p>}
        <ChoiceField
          className="mb-2"
          label={say('outstanding.whatIsDecided')}
          empty={say('outstanding.chooseOne')}
          value={fate}
          choices={Object.entries(FATES)}
          onChange={(v) => setFate(v as Decision['fate'])}
        />
        {voids(fate) && (
          <ChoiceField
            className="mb-2"
            label={say('outstanding.whereThePaperIs')}
            empty={say('outstanding.chooseOne')}
            value={paper}
            choices={Object.entries(PAPERS)}
            onChange={setPaper}
          />
        )}
        {(voids(fate) || fate === 'KEEP') && (
          <TextField
            className="mb-2"
            label={say('outstanding.why')}
            max={120}
            value={reason}
            onChange={setReason}
          />
        )}
        {fate === 'STOP' && (
          <div className="row g-2 mb-2">
            <TextField
              className="col-7"
              label={say('outstanding.confirmation')}
              max={80}
              value={confirmation}
              onChange={setConfirmation}
            />
            <TextField
              className="col-5"
              label={say('outstanding.feeForEach')}
              money
              max={40}
              value={fee}
              onChange={setFee}
            />
          </div>
        )}
        <div className="row g-2 mb-2">
          {fate === 'KEEP' ? (
            <div className="col-7">
              <DateField
                label={say('outstanding.until')}
                value={until}
                today={session.businessDate}
                onChange={setUntil}
              />
            </div>
          ) : (
            <div className="col-7">
              <DateField
                label={say('outstanding.on')}
                value={date}
                today={session.businessDate}
                onChange={setDate}
              />
            </div>
          )}
        </div>
        <Problems error={decide.error} title={say('outstanding.nothingWasDone')} />
        <Button type="submit" disabled={!ready || decide.isPending || (current && preview.isError)}>
          {fate === ''
            ? say('outstanding.decide')
            : say('outstanding.doIt', { what: FATES[fate], count: chosen.length })}
        </Button>
      </Form>
      {decide.data && chosen.length === 0 && <Outcomes decided={decide.data} done />}
      {ready && preview.data && <Outcomes decided={preview.data} />}
      {ready && (preview.isError || preview.data) && fate !== 'KEEP' && (
        <BookedPreview booked={preview.data?.booked} error={preview.error} />
      )}
      {ready && preview.isError && fate === 'KEEP' && <Problems error={preview.error} />}
    </>
  );
}

function Outcomes({ decided, done }: { decided: DecidedView; done?: boolean }) {
  const warnings = [...new Set(decided.outcomes.flatMap((o) => o.warnings))];
  return (
    <section className="mt-3" role={done ? 'status' : undefined}>
      <h2>{done ? say('outstanding.done') : say('outstanding.whatBecomesOfThem')}</h2>
      <table className="plain">
        <caption className="visually-hidden">{say('outstanding.whatBecomesOfThem')}</caption>
        <tbody>
          {decided.outcomes.map((o) => (
            <tr key={o.key}>
              <th scope="row">{o.number}</th>
              <td>{o.payee}</td>
              <td>
                {o.paymentId ? <Link to={`/payments/${o.paymentId}`}>{o.words}</Link> : o.words}
                {o.waits && <div className="waiting">{say('outstanding.theNewOneWaits')}</div>}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {warnings.map((w) => (
        <p key={w} className="attention">
          {w}
        </p>
      ))}
    </section>
  );
}
