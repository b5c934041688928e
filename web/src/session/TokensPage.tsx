import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { api, data, refuses } from '../shared/api';
import { dateTime, fullDate } from '../shared/dates';
import { TextField } from '../shared/fields';
import { Problems } from '../shared/Problems';
import type { TokenView } from './api';
import { sessionKeys } from './keys';
import { useCurrentCompany } from './session';
import { say } from '../words';

const SCOPES: [TokenView['scopes'][number], string, string][] = [
  ['BOOK', say('session.book'), say('session.bookMatchReadStatementsAllThatA')],
  ['CERTIFY', say('session.certify'), say('session.certifyAPreparedMonthOrReopenOne')],
  ['SET_UP', say('session.setUp'), say('session.changeTheSetUpAllThatAn')],
];

/** What a token may do, in words. */
export function mayDo(scopes: TokenView['scopes']) {
  return ['look', ...SCOPES.filter(([s]) => scopes.includes(s)).map(([, words]) => words)].join(', ');
}

/** How long a token lasts, and when it was used last. */
export function TokenCells({ token }: { token: TokenView }) {
  return (
    <>
      <td>
        {fullDate(token.expiresAt.slice(0, 10))}
        {token.expired && <span className="attention">{say('session.expired')}</span>}
      </td>
      <td>
        {token.lastUsedAt ? (
          <>
            {dateTime(token.lastUsedAt)}{' '}
            <span className="quiet">{say('session.from2', { lastAddress: token.lastAddress })}</span>
          </>
        ) : (
          <span className="quiet">{say('session.never')}</span>
        )}
      </td>
    </>
  );
}

/** One's own tokens, by which programs work in one's stead. */
export default function TokensPage() {
  const { session, company } = useCurrentCompany();
  const queries = useQueryClient();
  const empty = {
    name: '',
    companyIds: [company.id],
    scopes: [] as TokenView['scopes'],
    days: '90',
    password: '',
  };
  const [form, setForm] = useState(empty);
  const tokens = useQuery({
    queryKey: sessionKeys.tokens,
    queryFn: () => data(api.GET('/api/v1/session/tokens')),
  });
  const refresh = () => queries.invalidateQueries({ queryKey: sessionKeys.tokens });
  const make = useMutation({
    mutationFn: () =>
      data(api.POST('/api/v1/session/tokens', { body: { ...form, days: Number(form.days) || 0 } })),
    onSuccess: async () => {
      setForm(empty);
      await refresh();
    },
    onError: () => setForm({ ...form, password: '' }),
  });
  const end = useMutation({
    mutationFn: (tokenId: number) =>
      data(api.DELETE('/api/v1/session/tokens/{tokenId}', { params: { path: { tokenId } } })),
    onSettled: refresh,
  });
  const toggle = <T,>(list: T[], one: T) =>
    list.includes(one) ? list.filter((o) => o !== one) : [...list, one];
  return (
    <div className="page">
      <h1>{say('session.tokensForPrograms')}</h1>
      <p>{say('session.aProgramThatCarriesATokenWorks')}</p>
      {make.data && (
        <div className="told" role="status">
          <p>{say('session.theNewTokenItIsShownThis')}</p>
          <code className="secret">{make.data.secret}</code>
        </div>
      )}
      <Problems error={tokens.error} />
      <div className="sheet">
        <table className="plain">
          <caption>{say('session.yourTokens')}</caption>
          <thead>
            <tr>
              <th scope="col">{say('session.name')}</th>
              <th scope="col">{say('session.beginsWith')}</th>
              <th scope="col">{say('session.may')}</th>
              <th scope="col">{say('session.in')}</th>
              <th scope="col">{say('session.until')}</th>
              <th scope="col">{say('session.lastUsed')}</th>
              <th scope="col" />
            </tr>
          </thead>
          <tbody>
            {tokens.data?.map((t) => (
              <tr key={t.id}>
                <th scope="row">{t.name}</th>
                <td>
                  <code>{t.beginning}…</code>
                </td>
                <td>{mayDo(t.scopes)}</td>
                <td>
                  {session.companies
                    .filter((c) => t.companyIds.includes(c.id))
                    .map((c) => c.name)
                    .join(', ')}
                </td>
                <TokenCells token={t} />
                <td>
                  <Button
                    variant="outline-secondary"
                    size="sm"
                    disabled={end.isPending}
                    aria-label={say('session.end', { name: t.name })}
                    onClick={() => end.mutate(t.id)}
                  >
                    {say('session.endIt')}
                  </Button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        {tokens.data?.length === 0 && <p className="quiet">{say('session.youHaveNoneYetOneForA')}</p>}
        <Problems error={end.error} title={say('session.notEnded')} />
      </div>
      <Form
        className="sheet mt-3"
        style={{ maxWidth: '52rem' }}
        onSubmit={(e) => {
          e.preventDefault();
          make.mutate();
        }}
      >
        <h2>{say('session.aNewToken')}</h2>
        <div className="row g-2">
          <TextField
            className="col-md-5"
            label={say('session.name')}
            max={80}
            hint={say('session.whatItIsForSuchAsStatement')}
            value={form.name}
            onChange={(name) => setForm({ ...form, name })}
          />
          <TextField
            className="col-md-3"
            label={say('session.lastsDays')}
            max={3}
            hint={say('session.atMost366')}
            value={form.days}
            onChange={(days) => setForm({ ...form, days })}
          />
          <Form.Group controlId="token-password" className="col-md-4">
            <Form.Label>{say('session.yourPassword')}</Form.Label>
            <Form.Control
              type="password"
              autoComplete="current-password"
              value={form.password}
              isInvalid={refuses(make.error, 'password')}
              onChange={(e) => setForm({ ...form, password: e.target.value })}
            />
          </Form.Group>
        </div>
        <fieldset className="mt-2">
          <legend className="form-label">{say('session.itMayLookAndAlso')}</legend>
          {SCOPES.map(([scope, , words]) => (
            <Form.Check
              key={scope}
              id={`scope-${scope}`}
              label={words}
              checked={form.scopes.includes(scope)}
              onChange={() => setForm({ ...form, scopes: toggle(form.scopes, scope) })}
            />
          ))}
        </fieldset>
        {session.companies.length > 1 && (
          <fieldset className="mt-2">
            <legend className="form-label">{say('session.in')}</legend>
            {session.companies.map((c) => (
              <Form.Check
                key={c.id}
                id={`token-company-${c.id}`}
                label={c.name}
                checked={form.companyIds.includes(c.id)}
                onChange={() => setForm({ ...form, companyIds: toggle(form.companyIds, c.id) })}
              />
            ))}
          </fieldset>
        )}
        <Problems error={make.error} title={say('session.notMade')} />
        <Button className="mt-2" type="submit" disabled={make.isPending || !form.name || !form.password}>
          {say('session.makeThisToken')}
        </Button>
      </Form>
    </div>
  );
}
