import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Form, Modal } from 'react-bootstrap';
import { Link, useParams } from 'react-router';
import { useMonth } from '../reconcile/useMonth';
import { useCurrentCompany, useMayAt } from '../session/session';
import { AccountRail } from '../shared/AccountRail';
import { api, data } from '../shared/api';
import type { Condition, MonthView } from './api';
import { lastDay, longDate, monthName, monthTitle, shortDate } from '../shared/dates';
import { keys } from '../shared/keys';
import { certifyKeys } from './keys';
import { MonthStrip } from '../shared/MonthStrip';
import { Problems } from '../shared/Problems';
import { Wave } from '../shared/Wave';
import { CertificateSheet } from './CertificateSheet';

type Deed = 'preparation' | 'withdrawal' | 'certification' | 'return' | 'reopening';

const base = '/api/v1/companies/{companyId}/bank-accounts/{accountId}/months/{month}' as const;

/** The conditions of certifying at the left, the certificate as it will be at the right. */
export default function CertifyPage() {
  const { accountId = '', month = '' } = useParams();
  const { company } = useCurrentCompany();
  const { canPrepare, canCertify } = useMayAt(Number(accountId));
  const place = { companyId: company.id, accountId: Number(accountId), month };
  const queries = useQueryClient();
  const view = useMonth(place);
  const [asked, setAsked] = useState<Deed | null>(null);
  const [words, setWords] = useState('');
  const certificate = useQuery({
    queryKey: certifyKeys.certificate(place.companyId, place.accountId, month),
    queryFn: () => data(api.GET(`${base}/certificate`, { params: { path: place } })),
  });
  const deed = useMutation({
    mutationFn: (what: Deed) => {
      const params = { path: place };
      switch (what) {
        case 'preparation':
          return data(api.POST(`${base}/preparation`, { params }));
        case 'withdrawal':
          return data(api.POST(`${base}/withdrawal`, { params }));
        case 'certification':
          return data(api.POST(`${base}/certification`, { params }));
        case 'return':
          return data(api.POST(`${base}/return`, { params, body: { note: words } }));
        case 'reopening':
          return data(api.POST(`${base}/reopening`, { params, body: { reason: words } }));
      }
    },
    onSuccess: () => {
      setAsked(null);
      setWords('');
    },
    onSettled: () => queries.invalidateQueries({ queryKey: keys.company(company.id) }),
  });
  const m = view.data;
  const c = certificate.data;
  if (!m || !c) {
    return <Problems error={view.error ?? certificate.error} />;
  }
  const name = monthName(month);
  const allButSecond = c.conditions.every((x) => x.holds || x.code === 'preparer');
  const all = c.conditions.every((x) => x.holds);
  const lastCertified = m.state === 'CERTIFIED' && m.mark === lastDay(month);
  return (
    <div className="certify">
      <AccountRail accountId={place.accountId} to={(a, mo) => `/certify/${a}/${mo}`} />
      <section className="work" aria-label="Conditions">
        <h1>
          {m.state === 'CERTIFIED' ? `${monthTitle(month)} is certified` : `Certify ${monthTitle(month)}`}
        </h1>
        <p className="quiet mb-1">
          {m.accountName}, {m.bank} {m.shortNumber}
        </p>
        <MonthStrip strip={m.strip} month={month} to={(mo) => `/certify/${place.accountId}/${mo}`} />
        {!c.certified && (
          <ul className="conditions">
            {c.conditions.map((x) => (
              <li key={x.code}>
                <Wave holds={x.holds} />
                <div>
                  <div className={x.holds ? '' : 'attention'}>
                    <span className="visually-hidden">{x.holds ? 'Holds: ' : 'Does not hold: '}</span>
                    {x.words}
                  </div>
                  <div className="quiet">
                    {x.detail}
                    {!x.holds && x.place !== 'PREPARING' && (
                      <>
                        {' '}
                        <Link to={mend(x, place.accountId, month, m)}>Mend it</Link>
                      </>
                    )}
                  </div>
                </div>
              </li>
            ))}
          </ul>
        )}
        <Problems error={asked ? null : deed.error} title="That was not done; nothing was changed." />
        <div className="actions">
          {m.state === 'OPEN' && canPrepare && (
            <Button disabled={!allButSecond || deed.isPending} onClick={() => deed.mutate('preparation')}>
              Prepare {name} for certifying
            </Button>
          )}
          {m.state === 'PREPARED' && canCertify && (
            <>
              <Button disabled={!all || deed.isPending} onClick={() => setAsked('certification')}>
                Certify {name} and move the mark
              </Button>
              <Button
                variant="outline-secondary"
                disabled={deed.isPending}
                onClick={() => setAsked('return')}
              >
                Send back
              </Button>
            </>
          )}
          {m.state === 'PREPARED' && canPrepare && (
            <Button
              variant="outline-secondary"
              disabled={deed.isPending}
              onClick={() => deed.mutate('withdrawal')}
            >
              Take it back to work on it
            </Button>
          )}
          {m.state === 'CERTIFIED' && (
            <>
              <a className="btn btn-primary" href={file(place, 'pdf')} download>
                Certificate as PDF
              </a>
              <a className="btn btn-outline-secondary" href={file(place, 'json')} download>
                As JSON, to be verified
              </a>
            </>
          )}
          {lastCertified && canCertify && (
            <Button variant="outline-secondary" onClick={() => setAsked('reopening')}>
              Reopen {name}
            </Button>
          )}
          <Link className="btn btn-outline-secondary" to={`/reconcile/${place.accountId}/${month}`}>
            Back to the ladder
          </Link>
        </div>
        {m.state === 'OPEN' && !canPrepare && <p className="quiet">A preparer has to prepare it first.</p>}
        {m.state === 'PREPARED' && !canCertify && (
          <p className="told">
            Prepared by {m.preparedBy}. Another person, with the right to certify, certifies it.
          </p>
        )}
        {m.state !== 'CERTIFIED' && (
          <p className="quiet">
            After certifying, nothing dated up to {shortDate(lastDay(month))} on this account can be changed.
            The certificate can be checked by anybody from its file alone.
          </p>
        )}
      </section>
      <CertificateSheet
        content={c.content}
        seal={c.seal}
        prepared={m.state !== 'OPEN'}
        certified={c.certified}
      />
      <Modal
        show={asked !== null}
        onHide={() => setAsked(null)}
        animation={false}
        aria-labelledby="ask-title"
      >
        <Form
          onSubmit={(e) => {
            e.preventDefault();
            if (asked) {
              deed.mutate(asked);
            }
          }}
        >
          <Modal.Header closeButton>
            <Modal.Title as="h2" id="ask-title">
              {asked === 'certification'
                ? `Certify ${monthTitle(month)}`
                : asked === 'return'
                  ? `Send ${monthTitle(month)} back`
                  : `Reopen ${monthTitle(month)}`}
            </Modal.Title>
          </Modal.Header>
          <Modal.Body>
            {asked === 'certification' && (
              <p>
                You sign that {m.accountName} is proven to {longDate(lastDay(month))}. Its mark moves to that
                day, and nothing on or below it can be changed.
              </p>
            )}
            {asked === 'return' && <p>{m.preparedBy} can then change the month again.</p>}
            {asked === 'reopening' && (
              <p>
                The mark goes back to the end of the month before. The certificate stays on record as
                reopened, with your reason.
              </p>
            )}
            {asked !== 'certification' && (
              <Form.Group controlId="words">
                <Form.Label>{asked === 'return' ? 'What should be looked at' : 'The reason'}</Form.Label>
                <Form.Control
                  as="textarea"
                  rows={3}
                  value={words}
                  onChange={(e) => setWords(e.target.value)}
                />
              </Form.Group>
            )}
            <Problems error={deed.error} title="That was not done; nothing was changed." />
          </Modal.Body>
          <Modal.Footer>
            <Button variant="outline-secondary" onClick={() => setAsked(null)}>
              Leave it
            </Button>
            <Button type="submit" disabled={deed.isPending}>
              {asked === 'certification'
                ? `Certify ${name}`
                : asked === 'return'
                  ? `Send ${name} back`
                  : `Reopen ${name}`}
            </Button>
          </Modal.Footer>
        </Form>
      </Modal>
    </div>
  );
}

function file(place: { companyId: number; accountId: number; month: string }, ending: string): string {
  return `/api/v1/companies/${place.companyId}/bank-accounts/${place.accountId}/months/${place.month}/certificate.${ending}`;
}

function mend(x: Condition, account: number, month: string, m: MonthView): string {
  switch (x.place) {
    case 'PREVIOUS_MONTH': {
      const next = m.strip.find((s) => s.state !== 'CERTIFIED');
      return `/certify/${account}/${next?.month ?? month}`;
    }
    case 'STATEMENTS':
      return `/statements?account=${account}`;
    case 'LEDGER':
      return '/ledger';
    default:
      return `/reconcile/${account}/${month}`;
  }
}
