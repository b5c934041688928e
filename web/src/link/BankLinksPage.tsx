import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { Link, useSearchParams } from 'react-router';
import { useCurrentCompany } from '../session/session';
import { api, data, send } from '../shared/api';
import type { BankSignIn, FetchedView, LinkView } from './api';
import { dateTime, fullDate } from '../shared/dates';
import { ChoiceField, TextField } from '../shared/fields';
import { keys } from '../shared/keys';
import { linkKeys } from './keys';
import { Problems } from '../shared/Problems';
import { lineCount } from '../statements/words';
import { LinkedAccounts } from './LinkedAccounts';
import { PracticeControls } from './PracticeControls';
import { say } from '../words';

const STATES: Record<LinkView['state'], string> = {
  ASKED: say('link.consentAskedFor'),
  VALID: say('link.consentValid'),
  LAPSED: say('link.consentLapsed'),
  ENDED: say('link.ended'),
};

/** Links to banks that tell of booked and announced movements: consent, accounts, rhythm, and what is the matter. */
export default function BankLinksPage() {
  const { company, canAdminister } = useCurrentCompany();
  const links = useQuery({
    queryKey: linkKeys.bankLinks(company.id),
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/bank-links', { params: { path: { companyId: company.id } } }),
      ),
  });
  return (
    <div className="page">
      <p className="mb-1">
        <Link to="/statements">{say('link.statements')}</Link>
      </p>
      <h1>{say('link.bankLinks')}</h1>
      <Problems error={links.error} />
      {links.data?.length === 0 && <p className="quiet">{say('link.aLinkFetchesWhatTheBankHas')}</p>}
      {links.data?.map((link) => (
        <OneLink key={link.id} link={link} />
      ))}
      {canAdminister && links.data && <NewLink />}
    </div>
  );
}

function NewLink() {
  const { company } = useCurrentCompany();
  const [form, setForm] = useState({ bank: '', everyHours: '6', daysBack: '90' });
  const banks = useQuery({
    queryKey: [...linkKeys.bankLinks(company.id), 'banks'],
    queryFn: () =>
      data(api.GET('/api/v1/companies/{companyId}/banks', { params: { path: { companyId: company.id } } })),
  });
  const ask = useMutation({
    mutationFn: () =>
      send<BankSignIn>('POST', `/api/v1/companies/${company.id}/bank-links`, {
        bank: form.bank,
        everyHours: Number(form.everyHours),
        daysBack: Number(form.daysBack),
      }),
    onSuccess: (signIn) => window.location.assign(signIn.at),
  });
  return (
    <section className="sheet">
      <h2>{say('link.linkABank')}</h2>
      <Form
        onSubmit={(e) => {
          e.preventDefault();
          ask.mutate();
        }}
      >
        <div className="row g-2">
          <ChoiceField
            className="col-md-4"
            label={say('link.bank')}
            value={form.bank}
            empty={say('link.chooseABank')}
            choices={(banks.data ?? []).map((b) => [b.id, b.name])}
            onChange={(bank) => setForm({ ...form, bank })}
          />
          <TextField
            className="col-md-3"
            label={say('link.askEveryHours')}
            value={form.everyHours}
            onChange={(everyHours) => setForm({ ...form, everyHours })}
          />
          <TextField
            className="col-md-3"
            label={say('link.atFirstDaysBack')}
            value={form.daysBack}
            onChange={(daysBack) => setForm({ ...form, daysBack })}
          />
        </div>
        {banks.data?.length === 0 && <p className="quiet">{say('link.noBankIsSetUpForThis')}</p>}
        <Problems error={ask.error} title={say('link.theBankWasNotLinked')} />
        <Button className="mt-2" type="submit" disabled={!form.bank || ask.isPending}>
          {say('link.signInAtTheBank')}
        </Button>
      </Form>
    </section>
  );
}

function OneLink({ link }: { link: LinkView }) {
  const { company, canPrepare, canAdminister } = useCurrentCompany();
  const queries = useQueryClient();
  const [search, setSearch] = useSearchParams();
  const base = `/api/v1/companies/${company.id}/bank-links/${link.id}`;
  const refresh = () => queries.invalidateQueries({ queryKey: keys.company(company.id) });
  const test = useMutation({
    mutationFn: () => send<LinkView>('POST', `${base}/test`),
    onSettled: refresh,
  });
  const poll = useMutation({
    mutationFn: () => send<FetchedView[]>('POST', `${base}/poll`),
    onSettled: refresh,
  });
  const renew = useMutation({
    mutationFn: () => send<BankSignIn>('POST', `${base}/renew`),
    onSuccess: (signIn) => window.location.assign(signIn.at),
  });
  const [rhythm, setRhythm] = useState<{ everyHours: string; daysBack: string } | null>(null);
  const change = useMutation({
    mutationFn: (request: { everyHours: string; daysBack: string }) =>
      send('PUT', base, { everyHours: Number(request.everyHours), daysBack: Number(request.daysBack) }),
    onSuccess: () => {
      setRhythm(null);
      return refresh();
    },
  });
  const end = useMutation({ mutationFn: () => send('DELETE', base), onSettled: refresh });
  const back = search.get('back') === 'yes';
  const asked = useRef(false);
  const waiting = link.state === 'ASKED' || link.renewing;
  // whoever comes back from the bank sees at once how the consent stands
  useEffect(() => {
    if (back && canPrepare && waiting && !asked.current) {
      asked.current = true;
      test.mutate(undefined, { onSettled: () => setSearch({}, { replace: true }) });
    }
  }, [back, canPrepare, waiting, test, setSearch]);
  const tied = link.accounts.some((a) => a.accountId);
  return (
    <section className="sheet">
      <h2>
        {link.bankName} <small className="quiet">{STATES[link.state]}</small>
      </h2>
      <p className="quiet">
        {say('link.validUntilAskedEveryHours', {
          validUntil: fullDate(link.validUntil),
          everyHours: link.everyHours,
        })}
        {link.lastGoodAt && say('link.lastAnswered', { lastGoodAt: dateTime(link.lastGoodAt) })}
        {link.nextPollAt && say('link.nextAsked', { nextPollAt: dateTime(link.nextPollAt) })}.
      </p>
      {link.trouble && (
        <p className="told" role="status">
          {link.trouble}
        </p>
      )}
      {link.advice && <p className="told">{link.advice}</p>}
      <LinkedAccounts link={link} />
      <Problems error={test.error ?? poll.error ?? renew.error ?? end.error} />
      {poll.data && (
        <p className="told" role="status">
          {poll.data
            .map((f) => {
              const name = link.accounts.find((a) => a.accountId === f.accountId)?.name ?? '';
              return f.state === 'TAKEN'
                ? `${name}: ${lineCount(f.lines, 'new')}${f.interim > 0 ? say('link.toldOfBeforeTheirStatement', { interim: f.interim }) : ''}.`
                : f.state === 'NOTHING_NEW'
                  ? say('link.nothingNew', { name })
                  : say('link.decideOnTheStatementsScreen', { name, told: f.told });
            })
            .join(' ')}
        </p>
      )}
      {rhythm && (
        <Form
          className="told"
          onSubmit={(e) => {
            e.preventDefault();
            change.mutate(rhythm);
          }}
        >
          <div className="row g-2">
            <TextField
              className="col-md-3"
              label={say('link.askEveryHours')}
              value={rhythm.everyHours}
              onChange={(everyHours) => setRhythm({ ...rhythm, everyHours })}
            />
            <TextField
              className="col-md-3"
              label={say('link.daysBack')}
              value={rhythm.daysBack}
              onChange={(daysBack) => setRhythm({ ...rhythm, daysBack })}
            />
          </div>
          <Problems error={change.error} title={say('link.notChanged')} />
          <div className="actions mt-2">
            <Button type="submit" disabled={change.isPending}>
              {say('link.askAtThisRhythm')}
            </Button>
            <Button variant="outline-secondary" onClick={() => setRhythm(null)}>
              {say('link.leaveIt')}
            </Button>
          </div>
        </Form>
      )}
      <div className="actions">
        {canAdminister && !rhythm && (
          <Button
            variant="outline-secondary"
            className="order-last"
            onClick={() => setRhythm({ everyHours: `${link.everyHours}`, daysBack: `${link.daysBack}` })}
          >
            {say('link.changeTheRhythm')}
          </Button>
        )}
        {canPrepare && (
          <Button disabled={!tied || link.state !== 'VALID' || poll.isPending} onClick={() => poll.mutate()}>
            {say('link.fetchNow')}
          </Button>
        )}
        {canPrepare && (
          <Button variant="outline-secondary" disabled={test.isPending} onClick={() => test.mutate()}>
            {link.state === 'ASKED' ? say('link.lookAgain') : say('link.testTheConnection')}
          </Button>
        )}
        {canAdminister && (
          <Button variant="outline-secondary" disabled={renew.isPending} onClick={() => renew.mutate()}>
            {say('link.renewTheConsent')}
          </Button>
        )}
        {canAdminister && (
          <Button
            variant="outline-secondary"
            disabled={end.isPending}
            onClick={() => {
              if (window.confirm(say('link.endTheLinkToWhatWasFetched', { bankName: link.bankName }))) {
                end.mutate();
              }
            }}
          >
            {say('link.endTheLink')}
          </Button>
        )}
      </div>
      {link.practice && canPrepare && <PracticeControls link={link} />}
    </section>
  );
}
