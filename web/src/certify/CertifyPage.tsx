import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Form, Modal } from 'react-bootstrap';
import { Link, useParams } from 'react-router';
import { Notes } from '../review/Notes';
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
import { say } from '../words';

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
      <section className="work" aria-label={say('certify.conditions')}>
        <h1>
          {m.state === 'CERTIFIED'
            ? say('certify.isCertified', { month: monthTitle(month) })
            : say('certify.certify', { month: monthTitle(month) })}
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
                    <span className="visually-hidden">
                      {x.holds ? say('certify.holds') : say('certify.doesNotHold')}
                    </span>
                    {x.words}
                  </div>
                  <div className="quiet">
                    {x.detail}
                    {!x.holds && x.place !== 'PREPARING' && (
                      <>
                        {' '}
                        <Link to={mend(x, place.accountId, month, m)}>{say('certify.mendIt')}</Link>
                      </>
                    )}
                  </div>
                </div>
              </li>
            ))}
          </ul>
        )}
        <Problems error={asked ? null : deed.error} title={say('certify.thatWasNotDoneNothingWasChanged')} />
        <div className="actions">
          {m.state === 'OPEN' && canPrepare && (
            <Button disabled={!allButSecond || deed.isPending} onClick={() => deed.mutate('preparation')}>
              {say('certify.prepareForCertifying', { name })}
            </Button>
          )}
          {m.state === 'PREPARED' && canCertify && (
            <>
              <Button disabled={!all || deed.isPending} onClick={() => setAsked('certification')}>
                {say('certify.certifyAndMoveTheMark', { name })}
              </Button>
              <Button
                variant="outline-secondary"
                disabled={deed.isPending}
                onClick={() => setAsked('return')}
              >
                {say('certify.sendBack')}
              </Button>
            </>
          )}
          {m.state === 'PREPARED' && canPrepare && (
            <Button
              variant="outline-secondary"
              disabled={deed.isPending}
              onClick={() => deed.mutate('withdrawal')}
            >
              {say('certify.takeItBackToWorkOnIt')}
            </Button>
          )}
          {m.state === 'CERTIFIED' && (
            <>
              <a className="btn btn-primary" href={file(place, 'pdf')} download>
                {say('certify.certificateAsPdf')}
              </a>
              <a className="btn btn-outline-secondary" href={file(place, 'json')} download>
                {say('certify.asJsonToBeVerified')}
              </a>
            </>
          )}
          {lastCertified && canCertify && (
            <Button variant="outline-secondary" onClick={() => setAsked('reopening')}>
              {say('certify.reopen', { name })}
            </Button>
          )}
          <Link className="btn btn-outline-secondary" to={`/reconcile/${place.accountId}/${month}`}>
            {say('certify.backToTheLadder')}
          </Link>
        </div>
        {m.state === 'OPEN' && !canPrepare && (
          <p className="quiet">{say('certify.aPreparerHasToPrepareItFirst')}</p>
        )}
        {m.state === 'PREPARED' && !canCertify && (
          <p className="told">
            {say('certify.preparedBy2')}
            {m.preparedBy}
            {say('certify.anotherPersonWithTheRightToCertify')}
          </p>
        )}
        {m.state !== 'CERTIFIED' && (
          <p className="quiet">
            {say('certify.afterCertifyingNothingDatedUpToOn', { month: shortDate(lastDay(month)) })}
          </p>
        )}
        <Notes accountId={place.accountId} />
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
                ? say('certify.certify', { month: monthTitle(month) })
                : asked === 'return'
                  ? say('certify.sendBack2', { month: monthTitle(month) })
                  : say('certify.reopen2', { month: monthTitle(month) })}
            </Modal.Title>
          </Modal.Header>
          <Modal.Body>
            {asked === 'certification' && (
              <p>
                {say('certify.youSignThatIsProvenToIts', {
                  accountName: m.accountName,
                  month: longDate(lastDay(month)),
                })}
              </p>
            )}
            {asked === 'return' && (
              <p>
                {m.preparedBy}
                {say('certify.canThenChangeTheMonthAgain')}
              </p>
            )}
            {asked === 'reopening' && <p>{say('certify.theMarkGoesBackToTheEnd')}</p>}
            {asked !== 'certification' && (
              <Form.Group controlId="words">
                <Form.Label>
                  {asked === 'return' ? say('certify.whatShouldBeLookedAt') : say('certify.theReason')}
                </Form.Label>
                <Form.Control
                  as="textarea"
                  rows={3}
                  value={words}
                  onChange={(e) => setWords(e.target.value)}
                />
              </Form.Group>
            )}
            <Problems error={deed.error} title={say('certify.thatWasNotDoneNothingWasChanged')} />
          </Modal.Body>
          <Modal.Footer>
            <Button variant="outline-secondary" onClick={() => setAsked(null)}>
              {say('certify.leaveIt')}
            </Button>
            <Button type="submit" disabled={deed.isPending}>
              {asked === 'certification'
                ? say('certify.certify2', { name })
                : asked === 'return'
                  ? say('certify.sendBack3', { name })
                  : say('certify.reopen', { name })}
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
