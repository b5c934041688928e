import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { BookedPreview } from '../ledger/BookedPreview';
import { useCurrentCompany } from '../session/session';
import { api, data, send } from '../shared/api';
import { dateTime, fullDate } from '../shared/dates';
import { TextField } from '../shared/fields';
import { keys } from '../shared/keys';
import { Problems } from '../shared/Problems';
import type { ApprovalView, BookedView } from './api';
import { approvalKeys } from './keys';
import { say } from '../words';

/** The latest that a second person was asked about something. */
export function useApproval(kind: string, subjectId: number) {
  const { company } = useCurrentCompany();
  return useQuery({
    queryKey: approvalKeys.of(company.id, kind, subjectId),
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/approvals/of/{kind}/{subjectId}', {
          params: { path: { companyId: company.id, kind, subjectId } },
        }),
      ),
  }).data?.[0];
}

/** What a second person was asked, what it would book, and their decision. */
export function SecondPerson({ asked }: { asked: ApprovalView }) {
  const { company, canPrepare } = useCurrentCompany();
  const queries = useQueryClient();
  const [declining, setDeclining] = useState(false);
  const [reason, setReason] = useState('');
  const path = `/api/v1/companies/${company.id}/approvals/${asked.id}`;
  const open = asked.state === 'ASKED';
  const mayApprove = open && canPrepare && !asked.own;
  const preview = useQuery({
    queryKey: approvalKeys.preview(company.id, asked.id),
    queryFn: () => send<BookedView>('POST', `${path}/approval?preview=true`, {}),
    enabled: mayApprove,
    retry: false,
  });
  const refresh = () => queries.invalidateQueries({ queryKey: keys.company(company.id) });
  const approve = useMutation({ mutationFn: () => send('POST', `${path}/approval`, {}), onSuccess: refresh });
  const decline = useMutation({
    mutationFn: () => send('POST', `${path}/refusal`, { reason }),
    onSuccess: refresh,
  });
  const again = useMutation({ mutationFn: () => send('POST', `${path}/renewal`, {}), onSuccess: refresh });
  const busy = approve.isPending || decline.isPending || again.isPending;
  return (
    <section aria-label={say('approval.aSecondPerson')}>
      <p className="mb-2">
        {say('approval.askedASecondPersonOn', { askedBy: asked.askedBy, askedAt: dateTime(asked.askedAt) })}
        {open && say('approval.itCanBeApprovedUntil', { lapsesAfter: fullDate(asked.lapsesAfter) })}
        {asked.state === 'LAPSED' &&
          say('approval.nobodyDecidedUntil', { lapsesAfter: fullDate(asked.lapsesAfter) })}
        {asked.decidedBy && `; ${asked.decidedBy} ${WORDS[asked.state]}`}
        {asked.reason && `: ${asked.reason}`}.
      </p>
      {open && canPrepare && asked.own && (
        <p className="quiet">{say('approval.whoeverAskedCannotApproveSomebodyElseWho')}</p>
      )}
      <div className="actions">
        {mayApprove && !declining && (
          <Button disabled={busy || !preview.isSuccess} onClick={() => approve.mutate()}>
            {say('approval.approveIt')}
          </Button>
        )}
        {open && canPrepare && !declining && (
          <Button variant="outline-secondary" disabled={busy} onClick={() => setDeclining(true)}>
            {asked.own ? say('approval.takeItBack') : say('approval.declineIt')}
          </Button>
        )}
        {asked.state === 'LAPSED' && canPrepare && (
          <Button disabled={busy} onClick={() => again.mutate()}>
            {say('approval.askAgain')}
          </Button>
        )}
      </div>
      {declining && (
        <Form
          onSubmit={(e) => {
            e.preventDefault();
            decline.mutate();
          }}
        >
          <TextField className="mb-2" label={say('approval.why')} value={reason} onChange={setReason} />
          <div className="actions">
            <Button type="submit" disabled={busy || reason.trim() === ''}>
              {asked.own ? say('approval.takeItBack') : say('approval.declineIt')}
            </Button>
            <Button variant="outline-secondary" onClick={() => setDeclining(false)}>
              {say('approval.leaveIt')}
            </Button>
          </div>
        </Form>
      )}
      <Problems error={approve.error ?? decline.error ?? again.error} title={say('approval.notDone')} />
      {mayApprove &&
        (preview.data && preview.data.count === 0 && preview.data.leaves.length === 0 ? (
          <p className="quiet mb-0">{say('approval.nothingIsBookedByIt')}</p>
        ) : (
          <BookedPreview booked={preview.data} error={preview.error} />
        ))}
    </section>
  );
}

const WORDS: Record<ApprovalView['state'], string> = {
  ASKED: '',
  APPROVED: say('approval.approved'),
  DECLINED: say('approval.declined'),
  LAPSED: say('approval.letItLapse'),
  VOID: say('approval.changedItOrTookItBack'),
};

export const STATES: Record<ApprovalView['state'], string> = {
  ASKED: say('approval.waits'),
  APPROVED: say('approval.approved'),
  DECLINED: say('approval.declined'),
  LAPSED: say('approval.lapsed'),
  VOID: say('approval.void'),
};
