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

const SCOPES: [TokenView['scopes'][number], string, string][] = [
  ['BOOK', 'book', 'Book, match, read statements: all that a preparer does.'],
  ['CERTIFY', 'certify', 'Certify a prepared month, or reopen one.'],
  ['SET_UP', 'set up', 'Change the set-up: all that an administrator does.'],
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
        {token.expired && <span className="attention"> expired</span>}
      </td>
      <td>
        {token.lastUsedAt ? (
          <>
            {dateTime(token.lastUsedAt)} <span className="quiet">from {token.lastAddress}</span>
          </>
        ) : (
          <span className="quiet">never</span>
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
      <h1>Tokens for programs</h1>
      <p>
        A program that carries a token works for you: it may never more than you may yourself, and what it
        does stands in the activity under your name and the token’s.
      </p>
      {make.data && (
        <div className="told" role="status">
          <p>
            The new token. It is shown this once; keep it where the program finds it and nobody else does.
          </p>
          <code className="secret">{make.data.secret}</code>
        </div>
      )}
      <Problems error={tokens.error} />
      <div className="sheet">
        <table className="plain">
          <caption>Your tokens</caption>
          <thead>
            <tr>
              <th scope="col">Name</th>
              <th scope="col">Begins with</th>
              <th scope="col">May</th>
              <th scope="col">In</th>
              <th scope="col">Until</th>
              <th scope="col">Last used</th>
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
                    aria-label={`End ${t.name}`}
                    onClick={() => end.mutate(t.id)}
                  >
                    End it
                  </Button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        {tokens.data?.length === 0 && (
          <p className="quiet">
            You have none yet. One for a feed of statements, for example, books in one company for 90 days.
          </p>
        )}
        <Problems error={end.error} title="Not ended." />
      </div>
      <Form
        className="sheet mt-3"
        style={{ maxWidth: '52rem' }}
        onSubmit={(e) => {
          e.preventDefault();
          make.mutate();
        }}
      >
        <h2>A new token</h2>
        <div className="row g-2">
          <TextField
            className="col-md-5"
            label="Name"
            max={80}
            hint="What it is for, such as Statement feed."
            value={form.name}
            onChange={(name) => setForm({ ...form, name })}
          />
          <TextField
            className="col-md-3"
            label="Lasts, days"
            max={3}
            hint="At most 366."
            value={form.days}
            onChange={(days) => setForm({ ...form, days })}
          />
          <Form.Group controlId="token-password" className="col-md-4">
            <Form.Label>Your password</Form.Label>
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
          <legend className="form-label">It may look, and also</legend>
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
            <legend className="form-label">In</legend>
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
        <Problems error={make.error} title="Not made." />
        <Button className="mt-2" type="submit" disabled={make.isPending || !form.name || !form.password}>
          Make this token
        </Button>
      </Form>
    </div>
  );
}
