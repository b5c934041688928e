import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { useCurrentCompany } from '../session/session';
import { send } from '../shared/api';
import type { LinkView } from './api';
import { TextField } from '../shared/fields';
import { keys } from '../shared/keys';
import { Problems } from '../shared/Problems';
import { useBankAccounts } from '../shared/useBooks';
import { say } from '../words';

/** The accounts a bank shows, each tied to one of ours, or made into a new one. */
export function LinkedAccounts({ link }: { link: LinkView }) {
  const { company, canAdminister, session } = useCurrentCompany();
  const queries = useQueryClient();
  const accounts = useBankAccounts();
  const [making, setMaking] = useState<number | null>(null);
  const [form, setForm] = useState({ name: '', openingMonth: '', openingBalance: '' });
  const base = `/api/v1/companies/${company.id}/bank-links/${link.id}/accounts`;
  const refresh = () => queries.invalidateQueries({ queryKey: keys.company(company.id) });
  const tie = useMutation({
    mutationFn: ({ found, account }: { found: number; account: number | null }) =>
      send('PUT', `${base}/${found}`, { accountId: account }),
    onSettled: refresh,
  });
  const make = useMutation({
    mutationFn: (found: number) => send('POST', `${base}/${found}/own`, form),
    onSuccess: () => {
      setMaking(null);
      return refresh();
    },
  });
  if (link.accounts.length === 0) {
    return null;
  }
  const monthBefore = `${session.businessDate.slice(0, 4)}-${String(
    Math.max(1, Number(session.businessDate.slice(5, 7)) - 2),
  ).padStart(2, '0')}`;
  return (
    <>
      <table className="plain">
        <caption>{say('link.accountsAtTheBank')}</caption>
        <thead>
          <tr>
            <th scope="col">{say('link.atTheBank')}</th>
            <th scope="col">{say('link.number')}</th>
            <th scope="col">{say('link.currency')}</th>
            <th scope="col">{say('link.feeds')}</th>
            <th scope="col">
              <span className="visually-hidden">{say('link.whatCanBeDone')}</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {link.accounts.map((a) => (
            <tr key={a.id}>
              <th scope="row">{a.name}</th>
              <td>{a.number}</td>
              <td>{a.currency}</td>
              <td>
                <Form.Select
                  size="sm"
                  aria-label={say('link.ourAccountFor', { name: a.name })}
                  disabled={!canAdminister || tie.isPending}
                  value={a.accountId ?? ''}
                  onChange={(e) =>
                    tie.mutate({ found: a.id, account: e.target.value ? Number(e.target.value) : null })
                  }
                >
                  <option value="">{say('link.noneOfOursYet')}</option>
                  {accounts.data?.map((own) => (
                    <option key={own.id} value={own.id}>
                      {own.name}
                    </option>
                  ))}
                </Form.Select>
              </td>
              <td>
                {canAdminister && !a.accountId && (
                  <button
                    type="button"
                    className="as-link"
                    onClick={() => {
                      setMaking(a.id);
                      setForm({ name: a.name, openingMonth: monthBefore, openingBalance: '' });
                    }}
                  >
                    {say('link.makeANewAccountForIt')}
                  </button>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <Problems error={tie.error} title={say('link.notTied')} />
      {making !== null && (
        <Form
          className="told"
          onSubmit={(e) => {
            e.preventDefault();
            make.mutate(making);
          }}
        >
          <div className="row g-2">
            <TextField
              className="col-md-4"
              label={say('link.name')}
              value={form.name}
              onChange={(name) => setForm({ ...form, name })}
            />
            <TextField
              className="col-md-3"
              label={say('link.booksBeginAfter')}
              hint={say('link.aMonthSuchAs202605')}
              value={form.openingMonth}
              onChange={(openingMonth) => setForm({ ...form, openingMonth })}
            />
            <TextField
              className="col-md-3"
              label={say('link.balanceAtItsEnd')}
              money
              value={form.openingBalance}
              onChange={(openingBalance) => setForm({ ...form, openingBalance })}
            />
          </div>
          <Problems error={make.error} title={say('link.notMadeWhatYouTypedIsStill')} />
          <div className="actions mt-2">
            <Button type="submit" disabled={make.isPending}>
              {say('link.makeThisAccount')}
            </Button>
            <Button variant="outline-secondary" onClick={() => setMaking(null)}>
              {say('link.notNow')}
            </Button>
          </div>
        </Form>
      )}
    </>
  );
}
