import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Modal } from 'react-bootstrap';
import { useCurrentCompany } from '../session/session';
import { api, data, send } from '../shared/api';
import { longDate } from '../shared/dates';
import { ChoiceField, TextField } from '../shared/fields';
import { keys } from '../shared/keys';
import { Problems } from '../shared/Problems';
import { say } from '../words';
import type { Listed } from './api';
import { paperKeys } from './keys';

/** A page as the server draws it; drawn anew when it was turned. */
export function pageOf(company: number, paper: Listed, page: number, width: number): string {
  return `/api/v1/companies/${company}/papers/${paper.id}/pages/${page}?width=${width}&v=${paper.version}`;
}

function drawn(paper: Listed): boolean {
  return (paper.type === 'PDF' || paper.type === 'PNG' || paper.type === 'JPEG') && !paper.goneOn;
}

/** A small picture of a paper, or its name where it cannot be drawn. */
export function Thumbnail({ paper, onOpen }: { paper: Listed; onOpen: () => void }) {
  const { company } = useCurrentCompany();
  return (
    <button
      type="button"
      className="paper-thumbnail"
      aria-label={say('attachment.look', { name: paper.name })}
      onClick={onOpen}
    >
      {drawn(paper) ? (
        <img src={pageOf(company.id, paper, 1, 180)} alt="" />
      ) : (
        <span className="paper-text">{paper.type}</span>
      )}
      <span className="paper-name">{paper.name}</span>
    </button>
  );
}

/** A paper in place: page by page, turned as a person turns it. */
export function PaperPages({
  paper,
  onTurned,
}: {
  paper: Listed;
  /** Told of a paper that stands otherwise now. */
  onTurned?: (paper: Listed) => void;
}) {
  const { company, canReceive } = useCurrentCompany();
  const queries = useQueryClient();
  const [page, setPage] = useState(1);
  const detail = useQuery({
    queryKey: [...paperKeys.paper(company.id, paper.id), paper.version],
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/papers/{paperId}', {
          params: { path: { companyId: company.id, paperId: paper.id } },
        }),
      ),
    enabled: drawn(paper),
  });
  const turn = useMutation({
    mutationFn: () =>
      send<Listed>('PUT', `/api/v1/companies/${company.id}/papers/${paper.id}`, {
        version: paper.version,
        name: paper.name,
        turn: (paper.turned + 90) % 360,
        use: paper.use,
      }),
    onSuccess: (now) => {
      onTurned?.(now);
      void queries.invalidateQueries({ queryKey: keys.company(company.id) });
    },
  });
  const pages = detail.data?.pages ?? 1;
  const file = `/api/v1/companies/${company.id}/papers/${paper.id}/file`;
  if (!drawn(paper)) {
    return (
      <p>
        {paper.goneOn
          ? say('attachment.goneSince', { day: longDate(paper.goneOn), by: paper.goneBy })
          : say('attachment.cannotBeDrawn')}{' '}
        {!paper.goneOn && <a href={file}>{say('attachment.saveIt')}</a>}
      </p>
    );
  }
  return (
    <div className="paper-pages">
      <div className="paper-tools">
        {pages > 1 && (
          <>
            <Button variant="outline-secondary" disabled={page <= 1} onClick={() => setPage(page - 1)}>
              {say('attachment.before')}
            </Button>
            <span aria-live="polite">{say('attachment.pageOf', { page, pages })}</span>
            <Button variant="outline-secondary" disabled={page >= pages} onClick={() => setPage(page + 1)}>
              {say('attachment.next')}
            </Button>
          </>
        )}
        {canReceive && (
          <Button variant="outline-secondary" disabled={turn.isPending} onClick={() => turn.mutate()}>
            {say('attachment.turn')}
          </Button>
        )}
        <a className="btn btn-outline-secondary" href={file}>
          {say('attachment.saveIt')}
        </a>
      </div>
      <Problems error={detail.error ?? turn.error} />
      <img
        className="paper-page"
        src={pageOf(company.id, paper, page, 1200)}
        alt={say('attachment.pageOfName', { page, name: paper.name })}
      />
    </div>
  );
}

/** A paper over the page, with what it is called, what it is for and how long it is kept. */
export function PaperDialog({ paper, onClose }: { paper: Listed; onClose: () => void }) {
  const { company, canReceive, canAdminister } = useCurrentCompany();
  const queries = useQueryClient();
  const [shown, setShown] = useState(paper);
  const [name, setName] = useState(paper.name);
  const [use, setUse] = useState(paper.use);
  const [reason, setReason] = useState(paper.hold);
  const base = `/api/v1/companies/${company.id}/papers/${paper.id}`;
  const detail = useQuery({
    queryKey: [...paperKeys.paper(company.id, paper.id), 'kept', shown.version],
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/papers/{paperId}', {
          params: { path: { companyId: company.id, paperId: paper.id } },
        }),
      ),
  });
  const done = (now: Listed) => {
    setShown(now);
    void queries.invalidateQueries({ queryKey: keys.company(company.id) });
  };
  const keep = useMutation({
    mutationFn: () => send<Listed>('PUT', base, { version: shown.version, name, turn: shown.turned, use }),
    onSuccess: done,
  });
  const hold = useMutation({
    mutationFn: () => send<Listed>('PUT', `${base}/hold`, { reason }),
    onSuccess: done,
  });
  return (
    <Modal show size="lg" onHide={onClose} aria-labelledby="paper-title">
      <Modal.Header closeButton>
        <Modal.Title id="paper-title">{shown.name}</Modal.Title>
      </Modal.Header>
      <Modal.Body>
        <PaperPages paper={shown} onTurned={setShown} />
        <div className="row g-3 mt-1 align-items-end">
          {canReceive && (
            <>
              <TextField
                className="col-md-5"
                label={say('attachment.name')}
                value={name}
                max={200}
                onChange={setName}
              />
              <ChoiceField
                className="col-md-5"
                label={say('attachment.keptAs')}
                value={use}
                choices={[
                  ['BOOKING', say('attachment.paperOfABooking')],
                  ['LETTER', say('attachment.letter')],
                  ['PERSON', say('attachment.aboutAPerson')],
                ]}
                onChange={(u) => setUse(u as Listed['use'])}
              />
              <div className="col-md-2">
                <Button
                  disabled={keep.isPending || (name === shown.name && use === shown.use)}
                  onClick={() => keep.mutate()}
                >
                  {say('attachment.keep')}
                </Button>
              </div>
            </>
          )}
          {canAdminister && (
            <>
              <TextField
                className="col-md-10"
                label={say('attachment.heldBecause')}
                hint={say('attachment.leftEmptyNothingHoldsIt')}
                value={reason}
                max={200}
                onChange={setReason}
              />
              <div className="col-md-2">
                <Button
                  variant="outline-secondary"
                  disabled={hold.isPending || reason === shown.hold}
                  onClick={() => hold.mutate()}
                >
                  {say('attachment.hold')}
                </Button>
              </div>
            </>
          )}
        </div>
        <Problems error={keep.error ?? hold.error ?? detail.error} />
        <p className="quiet mt-2 mb-0">
          {detail.data && say('attachment.keptUntil', { day: longDate(detail.data.keptUntil) })}{' '}
          {say('attachment.digest')} <code>{shown.sha256.slice(0, 16)}…</code>
        </p>
      </Modal.Body>
    </Modal>
  );
}
