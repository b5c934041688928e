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

const STATES: Record<LinkView['state'], string> = {
  ASKED: 'consent asked for',
  VALID: 'consent valid',
  LAPSED: 'consent lapsed',
  ENDED: 'ended',
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
        <Link to="/statements">Statements</Link>
      </p>
      <h1>Bank links</h1>
      <Problems error={links.error} />
      {links.data?.length === 0 && (
        <p className="quiet">
          A link fetches what the bank has booked, every few hours. It needs your consent, which you give at
          the bank and which lapses after a while.
        </p>
      )}
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
      <h2>Link a bank</h2>
      <Form
        onSubmit={(e) => {
          e.preventDefault();
          ask.mutate();
        }}
      >
        <div className="row g-2">
          <ChoiceField
            className="col-md-4"
            label="Bank"
            value={form.bank}
            empty="Choose a bank"
            choices={(banks.data ?? []).map((b) => [b.id, b.name])}
            onChange={(bank) => setForm({ ...form, bank })}
          />
          <TextField
            className="col-md-3"
            label="Ask every, hours"
            value={form.everyHours}
            onChange={(everyHours) => setForm({ ...form, everyHours })}
          />
          <TextField
            className="col-md-3"
            label="At first, days back"
            value={form.daysBack}
            onChange={(daysBack) => setForm({ ...form, daysBack })}
          />
        </div>
        {banks.data?.length === 0 && (
          <p className="quiet">No bank is set up for this installation. README says how.</p>
        )}
        <Problems error={ask.error} title="The bank was not linked." />
        <Button className="mt-2" type="submit" disabled={!form.bank || ask.isPending}>
          Sign in at the bank
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
        Valid until {fullDate(link.validUntil)}, asked every {link.everyHours} hours
        {link.lastGoodAt && `, last answered ${dateTime(link.lastGoodAt)}`}
        {link.nextPollAt && `, next asked ${dateTime(link.nextPollAt)}`}.
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
                ? `${name}: ${lineCount(f.lines, 'new')}${f.interim > 0 ? `, ${f.interim} told of before their statement` : ''}.`
                : f.state === 'NOTHING_NEW'
                  ? `${name}: nothing new.`
                  : `${name}: ${f.told} Decide on the Statements screen.`;
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
              label="Ask every, hours"
              value={rhythm.everyHours}
              onChange={(everyHours) => setRhythm({ ...rhythm, everyHours })}
            />
            <TextField
              className="col-md-3"
              label="Days back"
              value={rhythm.daysBack}
              onChange={(daysBack) => setRhythm({ ...rhythm, daysBack })}
            />
          </div>
          <Problems error={change.error} title="Not changed." />
          <div className="actions mt-2">
            <Button type="submit" disabled={change.isPending}>
              Ask at this rhythm
            </Button>
            <Button variant="outline-secondary" onClick={() => setRhythm(null)}>
              Leave it
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
            Change the rhythm
          </Button>
        )}
        {canPrepare && (
          <Button disabled={!tied || link.state !== 'VALID' || poll.isPending} onClick={() => poll.mutate()}>
            Fetch now
          </Button>
        )}
        {canPrepare && (
          <Button variant="outline-secondary" disabled={test.isPending} onClick={() => test.mutate()}>
            {link.state === 'ASKED' ? 'Look again' : 'Test the connection'}
          </Button>
        )}
        {canAdminister && (
          <Button variant="outline-secondary" disabled={renew.isPending} onClick={() => renew.mutate()}>
            Renew the consent
          </Button>
        )}
        {canAdminister && (
          <Button
            variant="outline-secondary"
            disabled={end.isPending}
            onClick={() => {
              if (window.confirm(`End the link to ${link.bankName}? What was fetched stays.`)) {
                end.mutate();
              }
            }}
          >
            End the link
          </Button>
        )}
      </div>
      {link.practice && canPrepare && <PracticeControls link={link} />}
    </section>
  );
}
